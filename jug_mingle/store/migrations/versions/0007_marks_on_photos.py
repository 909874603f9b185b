"""marks on photos"""

import sqlalchemy as sa
from alembic import op

revision = '0007'
down_revision = '0006'
branch_labels = None
depends_on = None


def upgrade() -> None:
    """Apply."""
    with op.batch_alter_table('photo', schema=None) as batch_op:
        batch_op.add_column(sa.Column('marks', sa.JSON(), nullable=False, server_default='{}'))

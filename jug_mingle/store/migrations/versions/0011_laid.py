"""how see-through mixes are laid, and over what; how strips of them were"""

import sqlalchemy as sa
from alembic import op

revision = '0011'
down_revision = '0010'
branch_labels = None
depends_on = None


def upgrade() -> None:
    """Apply."""
    for table in ('mix', 'strip'):
        with op.batch_alter_table(table, schema=None) as batch_op:
            batch_op.add_column(sa.Column('laid', sa.JSON(), nullable=True))

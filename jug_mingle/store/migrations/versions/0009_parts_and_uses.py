"""what a piece is for, its age, how many there are of it; its areas are counted anew"""

import sqlalchemy as sa
from alembic import op

revision = '0009'
down_revision = '0008'
branch_labels = None
depends_on = None


def upgrade() -> None:
    """Apply."""
    with op.batch_alter_table('piece', schema=None) as batch_op:
        batch_op.add_column(sa.Column('uses', sa.JSON(), nullable=True))
        batch_op.add_column(sa.Column('age', sa.String(length=20), nullable=False, server_default='unknown'))
        batch_op.add_column(sa.Column('count', sa.Integer(), nullable=False, server_default='1'))
        batch_op.add_column(sa.Column('belongs', sa.String(length=60), nullable=False, server_default=''))
        batch_op.add_column(sa.Column('hardware', sa.JSON(), nullable=True))
        batch_op.add_column(sa.Column('last', sa.JSON(), nullable=True))
        # Of pieces that are there already the areas were counted with hidden faces; that is said once.
        batch_op.add_column(sa.Column('recounted', sa.Boolean(), nullable=False, server_default='1'))
    with op.batch_alter_table('piece', schema=None) as batch_op:
        batch_op.alter_column('recounted', server_default='0')

"""what a person set once for all their work"""

import sqlalchemy as sa
from alembic import op

revision = '0010'
down_revision = '0009'
branch_labels = None
depends_on = None


def upgrade() -> None:
    """Apply."""
    op.create_table(
        'setting',
        sa.Column('key', sa.String(length=60), nullable=False),
        sa.Column('value', sa.JSON(), nullable=False),
        sa.Column('id', sa.Integer(), nullable=False),
        sa.Column('created', sa.DateTime(), nullable=False),
        sa.PrimaryKeyConstraint('id', name=op.f('pk_setting')),
        sa.UniqueConstraint('key', name=op.f('uq_setting_key')),
    )

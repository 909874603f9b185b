"""paired: the workshop's own devices, which are let in"""

import sqlalchemy as sa
from alembic import op

revision = '0016'
down_revision = '0015'
branch_labels = None
depends_on = None


def upgrade() -> None:
    """Apply."""
    op.create_table(
        'paired',
        sa.Column('name', sa.String(length=40), nullable=False),
        sa.Column('token', sa.String(length=64), nullable=False),
        sa.Column('may', sa.String(length=10), nullable=False),
        sa.Column('last_used', sa.DateTime(), nullable=False),
        sa.Column('id', sa.Integer(), nullable=False),
        sa.Column('created', sa.DateTime(), nullable=False),
        sa.Column('version', sa.Integer(), server_default='1', nullable=False),
        sa.PrimaryKeyConstraint('id', name=op.f('pk_paired')),
        sa.UniqueConstraint('token', name=op.f('uq_paired_token')),
    )

"""preparations of a person's own"""

import sqlalchemy as sa
from alembic import op

revision = '0012'
down_revision = '0011'
branch_labels = None
depends_on = None


def upgrade() -> None:
    """Apply."""
    op.create_table(
        'preparation',
        sa.Column('title', sa.String(length=120), nullable=False),
        sa.Column('film', sa.String(length=40), nullable=False),
        sa.Column('laying', sa.JSON(), nullable=False),
        sa.Column('roles', sa.JSON(), nullable=False),
        sa.Column('removed', sa.DateTime(), nullable=True),
        sa.Column('id', sa.Integer(), nullable=False),
        sa.Column('created', sa.DateTime(), nullable=False),
        sa.PrimaryKeyConstraint('id', name=op.f('pk_preparation')),
    )

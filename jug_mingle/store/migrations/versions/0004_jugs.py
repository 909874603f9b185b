"""jugs"""

import sqlalchemy as sa
from alembic import op

from jug_mingle.store import models

revision = '0004'
down_revision = '0003'
branch_labels = None
depends_on = None


def upgrade() -> None:
    """Apply."""
    op.create_table('jug',
    sa.Column('name', sa.String(length=40), nullable=False),
    sa.Column('form', sa.String(length=20), nullable=False),
    sa.Column('heights', sa.JSON(), nullable=False),
    sa.Column('diameters', sa.JSON(), nullable=False),
    sa.Column('id', sa.Integer(), nullable=False),
    sa.Column('created', models.UTCDateTime(), nullable=False),
    sa.PrimaryKeyConstraint('id', name=op.f('pk_jug')),
    sa.UniqueConstraint('name', name=op.f('uq_jug_name'))
    )

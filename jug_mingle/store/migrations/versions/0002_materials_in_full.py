"""materials in full, readings withdrawn, targets with a background, the reader"""

import sqlalchemy as sa
from alembic import op

from jug_mingle.store import models

revision = '0002'
down_revision = '0001'
branch_labels = None
depends_on = None


def upgrade() -> None:
    """Apply."""
    op.create_table('device_reading',
    sa.Column('device', sa.String(length=120), nullable=False),
    sa.Column('sample', sa.String(length=200), nullable=False),
    sa.Column('R', sa.JSON(), nullable=False),
    sa.Column('id', sa.Integer(), nullable=False),
    sa.Column('created', models.UTCDateTime(), nullable=False),
    sa.PrimaryKeyConstraint('id', name=op.f('pk_device_reading'))
    )
    with op.batch_alter_table('job', schema=None) as batch_op:
        batch_op.add_column(sa.Column('workshop_light', sa.String(length=40), server_default='window', nullable=False))
        batch_op.add_column(sa.Column('room_light', sa.String(length=40), server_default='window', nullable=False))

    with op.batch_alter_table('material', schema=None) as batch_op:
        batch_op.add_column(sa.Column('sheen', sa.String(length=20), nullable=True))
        batch_op.add_column(sa.Column('handling', sa.JSON(), server_default='{}', nullable=False))
        batch_op.add_column(sa.Column('full_ml', sa.Double(), server_default='500', nullable=False))
        batch_op.add_column(sa.Column('opened', sa.Date(), nullable=True))
        batch_op.add_column(sa.Column('place', sa.String(length=120), server_default='', nullable=False))
        batch_op.add_column(sa.Column('notes', sa.String(length=2000), server_default='', nullable=False))
        batch_op.add_column(sa.Column('use_up', sa.Boolean(), server_default='0', nullable=False))
        batch_op.add_column(sa.Column('made', sa.JSON(), nullable=True))
        batch_op.add_column(sa.Column('removed', models.UTCDateTime(), nullable=True))

    with op.batch_alter_table('reading', schema=None) as batch_op:
        batch_op.add_column(sa.Column('coats', sa.JSON(), nullable=True))
        batch_op.add_column(sa.Column('about', sa.JSON(), server_default='{}', nullable=False))
        batch_op.add_column(sa.Column('removed', models.UTCDateTime(), nullable=True))

    with op.batch_alter_table('target', schema=None) as batch_op:
        batch_op.add_column(sa.Column('tolerance', sa.Double(), server_default='2.0', nullable=False))
        batch_op.add_column(sa.Column('light', sa.String(length=40), server_default='window', nullable=False))
        batch_op.add_column(sa.Column('background', sa.JSON(), nullable=True))

    op.execute("UPDATE material SET full_ml = left_ml WHERE left_ml > full_ml")

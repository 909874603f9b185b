"""offcuts and stain boards"""

import sqlalchemy as sa
from alembic import op

revision = '0005'
down_revision = '0004'
branch_labels = None
depends_on = None


def upgrade() -> None:
    """Apply."""
    with op.batch_alter_table('strip', schema=None) as batch_op:
        batch_op.add_column(sa.Column('job_id', sa.Integer(), nullable=True))
        batch_op.add_column(sa.Column('material_id', sa.Integer(), nullable=True))
        batch_op.add_column(sa.Column('photo_id', sa.Integer(), nullable=True))
        batch_op.add_column(sa.Column('board', sa.String(length=60), nullable=False, server_default=''))
        batch_op.alter_column('mix_id', existing_type=sa.Integer(), nullable=True)
        batch_op.create_foreign_key(batch_op.f('fk_strip_job_id_job'), 'job', ['job_id'], ['id'], ondelete='CASCADE')
        batch_op.create_foreign_key(batch_op.f('fk_strip_material_id_material'), 'material', ['material_id'], ['id'], ondelete='CASCADE')
        batch_op.create_foreign_key(batch_op.f('fk_strip_photo_id_photo'), 'photo', ['photo_id'], ['id'], ondelete='SET NULL')
        batch_op.create_index(batch_op.f('ix_strip_job_id'), ['job_id'], unique=False)
        batch_op.create_index(batch_op.f('ix_strip_material_id'), ['material_id'], unique=False)
    op.execute("UPDATE strip SET job_id = (SELECT job_id FROM mix WHERE mix.id = strip.mix_id)")
    with op.batch_alter_table('strip', schema=None) as batch_op:
        batch_op.alter_column('job_id', existing_type=sa.Integer(), nullable=False)

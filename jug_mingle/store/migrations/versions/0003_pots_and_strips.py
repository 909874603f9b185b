"""pots and strips"""

import sqlalchemy as sa
from alembic import op

from jug_mingle.store import models

revision = '0003'
down_revision = '0002'
branch_labels = None
depends_on = None


def upgrade() -> None:
    """Apply."""
    op.create_table('pot',
    sa.Column('mix_id', sa.Integer(), nullable=False),
    sa.Column('jug', sa.String(length=40), nullable=False),
    sa.Column('capacity', sa.Double(), nullable=False),
    sa.Column('asked', sa.JSON(), nullable=False),
    sa.Column('dry_at', models.UTCDateTime(), nullable=True),
    sa.Column('done', models.UTCDateTime(), nullable=True),
    sa.Column('id', sa.Integer(), nullable=False),
    sa.Column('created', models.UTCDateTime(), nullable=False),
    sa.ForeignKeyConstraint(['mix_id'], ['mix.id'], name=op.f('fk_pot_mix_id_mix'), ondelete='CASCADE'),
    sa.PrimaryKeyConstraint('id', name=op.f('pk_pot'))
    )
    with op.batch_alter_table('pot', schema=None) as batch_op:
        batch_op.create_index(batch_op.f('ix_pot_mix_id'), ['mix_id'], unique=False)

    op.create_table('pour_made',
    sa.Column('pot_id', sa.Integer(), nullable=False),
    sa.Column('material_id', sa.Integer(), nullable=False),
    sa.Column('place', sa.Integer(), nullable=False),
    sa.Column('ml', sa.Double(), nullable=False),
    sa.Column('taken', sa.Double(), nullable=False),
    sa.Column('how', sa.String(length=20), nullable=False),
    sa.Column('id', sa.Integer(), nullable=False),
    sa.Column('created', models.UTCDateTime(), nullable=False),
    sa.CheckConstraint('ml > 0', name=op.f('ck_pour_made_ml_positive')),
    sa.ForeignKeyConstraint(['material_id'], ['material.id'], name=op.f('fk_pour_made_material_id_material'), ondelete='RESTRICT'),
    sa.ForeignKeyConstraint(['pot_id'], ['pot.id'], name=op.f('fk_pour_made_pot_id_pot'), ondelete='CASCADE'),
    sa.PrimaryKeyConstraint('id', name=op.f('pk_pour_made')),
    sa.UniqueConstraint('pot_id', 'place', name=op.f('uq_pour_made_pot_id'))
    )
    with op.batch_alter_table('pour_made', schema=None) as batch_op:
        batch_op.create_index(batch_op.f('ix_pour_made_material_id'), ['material_id'], unique=False)
        batch_op.create_index(batch_op.f('ix_pour_made_pot_id'), ['pot_id'], unique=False)

    op.create_table('strip',
    sa.Column('pot_id', sa.Integer(), nullable=True),
    sa.Column('mix_id', sa.Integer(), nullable=False),
    sa.Column('reading_id', sa.Integer(), nullable=True),
    sa.Column('R', sa.JSON(), nullable=False),
    sa.Column('ground', sa.String(length=60), nullable=False),
    sa.Column('coats', sa.Integer(), nullable=False),
    sa.Column('wiped_after', sa.Double(), nullable=True),
    sa.Column('notes', sa.String(length=500), nullable=False),
    sa.Column('removed', models.UTCDateTime(), nullable=True),
    sa.Column('id', sa.Integer(), nullable=False),
    sa.Column('created', models.UTCDateTime(), nullable=False),
    sa.ForeignKeyConstraint(['mix_id'], ['mix.id'], name=op.f('fk_strip_mix_id_mix'), ondelete='CASCADE'),
    sa.ForeignKeyConstraint(['pot_id'], ['pot.id'], name=op.f('fk_strip_pot_id_pot'), ondelete='CASCADE'),
    sa.ForeignKeyConstraint(['reading_id'], ['reading.id'], name=op.f('fk_strip_reading_id_reading'), ondelete='SET NULL'),
    sa.PrimaryKeyConstraint('id', name=op.f('pk_strip'))
    )
    with op.batch_alter_table('strip', schema=None) as batch_op:
        batch_op.create_index(batch_op.f('ix_strip_mix_id'), ['mix_id'], unique=False)
        batch_op.create_index(batch_op.f('ix_strip_pot_id'), ['pot_id'], unique=False)


"""rests: what is poured out of one jug into another, and the one job that a guest looks at"""

import sqlalchemy as sa
from alembic import op

revision = '0017'
down_revision = '0016'
branch_labels = None
depends_on = None


def upgrade() -> None:
    """Apply."""
    with op.batch_alter_table('pour_made', schema=None) as batch_op:
        batch_op.add_column(sa.Column('from_pot_id', sa.Integer(), nullable=True))
        batch_op.create_index(batch_op.f('ix_pour_made_from_pot_id'), ['from_pot_id'], unique=False)
        batch_op.create_foreign_key(
            batch_op.f('fk_pour_made_from_pot_id_pot'), 'pot', ['from_pot_id'], ['id'], ondelete='SET NULL'
        )
    with op.batch_alter_table('paired', schema=None) as batch_op:
        batch_op.add_column(sa.Column('job_id', sa.Integer(), nullable=True))
        batch_op.create_foreign_key(batch_op.f('fk_paired_job_id_job'), 'job', ['job_id'], ['id'], ondelete='SET NULL')

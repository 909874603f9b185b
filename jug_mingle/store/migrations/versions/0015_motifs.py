"""motifs: stencils and pictures of one's own"""

import sqlalchemy as sa
from alembic import op

revision = '0015'
down_revision = '0014'
branch_labels = None
depends_on = None


def upgrade() -> None:
    """Apply."""
    op.create_table(
        'motif',
        sa.Column('job_id', sa.Integer(), nullable=False),
        sa.Column('name', sa.String(length=120), nullable=False),
        sa.Column('kind', sa.String(length=20), nullable=False),
        sa.Column('width', sa.Double(), nullable=False),
        sa.Column('height', sa.Double(), nullable=False),
        sa.Column('content', sa.JSON(), nullable=False),
        sa.Column('made', sa.JSON(), server_default='{}', nullable=False),
        sa.Column('removed', sa.DateTime(), nullable=True),
        sa.Column('id', sa.Integer(), nullable=False),
        sa.Column('created', sa.DateTime(), nullable=False),
        sa.Column('version', sa.Integer(), server_default='1', nullable=False),
        sa.ForeignKeyConstraint(['job_id'], ['job.id'], name=op.f('fk_motif_job_id_job'), ondelete='CASCADE'),
        sa.PrimaryKeyConstraint('id', name=op.f('pk_motif')),
    )
    op.create_index(op.f('ix_motif_job_id'), 'motif', ['job_id'])

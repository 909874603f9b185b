"""the plan: surveys, plans, what was done, timers"""

import sqlalchemy as sa
from alembic import op

revision = '0013'
down_revision = '0012'
branch_labels = None
depends_on = None


def upgrade() -> None:
    """Apply."""
    with op.batch_alter_table('piece') as batch:
        batch.add_column(sa.Column('survey', sa.JSON(), nullable=True))
    op.create_table(
        'plan',
        sa.Column('job_id', sa.Integer(), nullable=False),
        sa.Column('begun', sa.DateTime(), nullable=False),
        sa.Column('due', sa.DateTime(), nullable=True),
        sa.Column('asked', sa.Double(), nullable=True),
        sa.Column('asks', sa.JSON(), server_default='{}', nullable=False),
        sa.Column('laid', sa.JSON(), nullable=True),
        sa.Column('id', sa.Integer(), nullable=False),
        sa.Column('created', sa.DateTime(), nullable=False),
        sa.ForeignKeyConstraint(['job_id'], ['job.id'], name=op.f('fk_plan_job_id_job'), ondelete='CASCADE'),
        sa.PrimaryKeyConstraint('id', name=op.f('pk_plan')),
        sa.UniqueConstraint('job_id', name=op.f('uq_plan_job_id')),
    )
    op.create_table(
        'step_done',
        sa.Column('job_id', sa.Integer(), nullable=False),
        sa.Column('step', sa.String(length=160), nullable=False),
        sa.Column('how', sa.String(length=20), nullable=False),
        sa.Column('ended', sa.DateTime(), nullable=False),
        sa.Column('minutes', sa.Double(), nullable=False),
        sa.Column('usual', sa.Double(), nullable=False),
        sa.Column('about', sa.JSON(), nullable=False),
        sa.Column('taken_back', sa.DateTime(), nullable=True),
        sa.Column('id', sa.Integer(), nullable=False),
        sa.Column('created', sa.DateTime(), nullable=False),
        sa.ForeignKeyConstraint(['job_id'], ['job.id'], name=op.f('fk_step_done_job_id_job'), ondelete='CASCADE'),
        sa.PrimaryKeyConstraint('id', name=op.f('pk_step_done')),
    )
    op.create_index(op.f('ix_step_done_job_id'), 'step_done', ['job_id'])
    op.create_table(
        'timer',
        sa.Column('job_id', sa.Integer(), nullable=False),
        sa.Column('words', sa.String(length=160), nullable=False),
        sa.Column('kind', sa.String(length=20), nullable=False),
        sa.Column('step', sa.String(length=160), nullable=False),
        sa.Column('ends', sa.DateTime(), nullable=False),
        sa.Column('removed', sa.DateTime(), nullable=True),
        sa.Column('id', sa.Integer(), nullable=False),
        sa.Column('created', sa.DateTime(), nullable=False),
        sa.ForeignKeyConstraint(['job_id'], ['job.id'], name=op.f('fk_timer_job_id_job'), ondelete='CASCADE'),
        sa.PrimaryKeyConstraint('id', name=op.f('pk_timer')),
    )
    op.create_index(op.f('ix_timer_job_id'), 'timer', ['job_id'])

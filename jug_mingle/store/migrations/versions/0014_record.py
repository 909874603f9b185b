"""the record: states of jobs, the daybook, choices, photos turned and dated, versions of all rows"""

import sqlalchemy as sa
from alembic import op

revision = '0014'
down_revision = '0013'
branch_labels = None
depends_on = None

TABLES = (
    'job', 'material', 'reading', 'reading_volume', 'photo', 'target', 'mix', 'pour', 'pot', 'pour_made', 'strip',
    'look', 'piece', 'device_reading', 'plan', 'step_done', 'timer', 'jug', 'preparation', 'setting', 'done',
)


def upgrade() -> None:
    """Apply."""
    for table in TABLES:
        op.add_column(table, sa.Column('version', sa.Integer(), server_default='1', nullable=False))
    for column in (
        sa.Column('client', sa.String(length=120), server_default='', nullable=False),
        sa.Column('notes', sa.String(length=4000), server_default='', nullable=False),
        sa.Column('due', sa.DateTime(), nullable=True),
        sa.Column('state', sa.String(length=20), server_default='in_work', nullable=False),
        sa.Column('finished', sa.DateTime(), nullable=True),
        sa.Column('gone', sa.DateTime(), nullable=True),
        sa.Column('archived', sa.DateTime(), nullable=True),
        sa.Column('removed', sa.DateTime(), nullable=True),
    ):
        op.add_column('job', column)
    # The date by which a job is needed is the job's, with a plan or without one.
    op.execute('UPDATE job SET due = (SELECT plan.due FROM plan WHERE plan.job_id = job.id)')
    with op.batch_alter_table('plan') as batch:
        batch.drop_column('due')
    for column in (
        sa.Column('turned', sa.Integer(), server_default='0', nullable=False),
        sa.Column('taken', sa.DateTime(), nullable=True),
        sa.Column('stage', sa.String(length=20), server_default='', nullable=False),
        sa.Column('removed', sa.DateTime(), nullable=True),
    ):
        op.add_column('photo', column)
    op.create_table(
        'entry',
        sa.Column('job_id', sa.Integer(), nullable=False),
        sa.Column('piece_id', sa.Integer(), nullable=True),
        sa.Column('photo_id', sa.Integer(), nullable=True),
        sa.Column('kind', sa.String(length=20), nullable=False),
        sa.Column('at', sa.DateTime(), nullable=False),
        sa.Column('words', sa.String(length=4000), nullable=False),
        sa.Column('step', sa.String(length=160), nullable=False),
        sa.Column('tool', sa.String(length=120), nullable=False),
        sa.Column('product', sa.String(length=120), nullable=False),
        sa.Column('grit', sa.Integer(), nullable=True),
        sa.Column('minutes', sa.Double(), nullable=True),
        sa.Column('waited', sa.Double(), nullable=True),
        sa.Column('money', sa.Double(), nullable=True),
        sa.Column('removed', sa.DateTime(), nullable=True),
        sa.Column('id', sa.Integer(), nullable=False),
        sa.Column('created', sa.DateTime(), nullable=False),
        sa.Column('version', sa.Integer(), server_default='1', nullable=False),
        sa.ForeignKeyConstraint(['job_id'], ['job.id'], name=op.f('fk_entry_job_id_job'), ondelete='CASCADE'),
        sa.ForeignKeyConstraint(['photo_id'], ['photo.id'], name=op.f('fk_entry_photo_id_photo'), ondelete='SET NULL'),
        sa.ForeignKeyConstraint(['piece_id'], ['piece.id'], name=op.f('fk_entry_piece_id_piece'), ondelete='SET NULL'),
        sa.PrimaryKeyConstraint('id', name=op.f('pk_entry')),
    )
    op.create_index(op.f('ix_entry_job_id'), 'entry', ['job_id'])
    op.create_table(
        'choice',
        sa.Column('job_id', sa.Integer(), nullable=False),
        sa.Column('piece_id', sa.Integer(), nullable=False),
        sa.Column('look_ids', sa.JSON(), nullable=False),
        sa.Column('light', sa.String(length=40), nullable=False),
        sa.Column('words', sa.String(length=1000), nullable=False),
        sa.Column('answer_id', sa.Integer(), nullable=True),
        sa.Column('answer', sa.String(length=1000), nullable=False),
        sa.Column('answered', sa.DateTime(), nullable=True),
        sa.Column('removed', sa.DateTime(), nullable=True),
        sa.Column('id', sa.Integer(), nullable=False),
        sa.Column('created', sa.DateTime(), nullable=False),
        sa.Column('version', sa.Integer(), server_default='1', nullable=False),
        sa.ForeignKeyConstraint(['answer_id'], ['look.id'], name=op.f('fk_choice_answer_id_look'), ondelete='SET NULL'),
        sa.ForeignKeyConstraint(['job_id'], ['job.id'], name=op.f('fk_choice_job_id_job'), ondelete='CASCADE'),
        sa.ForeignKeyConstraint(['piece_id'], ['piece.id'], name=op.f('fk_choice_piece_id_piece'), ondelete='CASCADE'),
        sa.PrimaryKeyConstraint('id', name=op.f('pk_choice')),
    )
    op.create_index(op.f('ix_choice_job_id'), 'choice', ['job_id'])

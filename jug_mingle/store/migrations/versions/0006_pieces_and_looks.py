"""pieces and looks"""

import json

import sqlalchemy as sa
from alembic import op

from jug_mingle.store import models

revision = '0006'
down_revision = '0005'
branch_labels = None
depends_on = None


def upgrade() -> None:
    """Apply: the one piece of each job and its one finish become rows of their own."""
    op.create_table('look',
    sa.Column('job_id', sa.Integer(), nullable=False),
    sa.Column('name', sa.String(length=120), nullable=False),
    sa.Column('layers', sa.JSON(), nullable=False),
    sa.Column('removed', models.UTCDateTime(), nullable=True),
    sa.Column('id', sa.Integer(), nullable=False),
    sa.Column('created', models.UTCDateTime(), nullable=False),
    sa.ForeignKeyConstraint(['job_id'], ['job.id'], name=op.f('fk_look_job_id_job'), ondelete='CASCADE'),
    sa.PrimaryKeyConstraint('id', name=op.f('pk_look'))
    )
    with op.batch_alter_table('look', schema=None) as batch_op:
        batch_op.create_index(batch_op.f('ix_look_job_id'), ['job_id'], unique=False)
    op.create_table('piece',
    sa.Column('job_id', sa.Integer(), nullable=False),
    sa.Column('name', sa.String(length=120), nullable=False),
    sa.Column('spec', sa.JSON(), nullable=False),
    sa.Column('grounds', sa.JSON(), nullable=False),
    sa.Column('look_id', sa.Integer(), nullable=True),
    sa.Column('removed', models.UTCDateTime(), nullable=True),
    sa.Column('id', sa.Integer(), nullable=False),
    sa.Column('created', models.UTCDateTime(), nullable=False),
    sa.ForeignKeyConstraint(['job_id'], ['job.id'], name=op.f('fk_piece_job_id_job'), ondelete='CASCADE'),
    sa.ForeignKeyConstraint(['look_id'], ['look.id'], name=op.f('fk_piece_look_id_look'), ondelete='SET NULL'),
    sa.PrimaryKeyConstraint('id', name=op.f('pk_piece'))
    )
    with op.batch_alter_table('piece', schema=None) as batch_op:
        batch_op.create_index(batch_op.f('ix_piece_job_id'), ['job_id'], unique=False)
    _carry_over()
    op.drop_table('finish')
    with op.batch_alter_table('job', schema=None) as batch_op:
        batch_op.drop_column('piece')


def _carry_over() -> None:
    connection = op.get_bind()
    for job, created, name, piece in connection.execute(sa.text("SELECT id, created, name, piece FROM job")).all():
        old = json.loads(piece)
        spec = {
            'form': 'card_cabinet', 'width': old.get('width', 0.92), 'height': old.get('height', 1.02),
            'depth': old.get('depth', 0.42), 'rows': old.get('rows', 4), 'columns': old.get('columns', 3),
            'base': 'plinth', 'base_height': old.get('plinth', 0.09), 'relief': 'flat', 'handle': 'label_knob',
        }
        finish = connection.execute(
            sa.text("SELECT style, first_id, second_id, width FROM finish WHERE job_id = :job"), {'job': job}
        ).first()
        look = None
        if finish is not None and finish[0] != 'bare' and finish[1] is not None:
            layers = json.dumps(_layers(*finish))
            connection.execute(
                sa.text("INSERT INTO look (job_id, name, layers, created) VALUES (:job, 'As it was', :layers, :created)"),
                {'job': job, 'layers': layers, 'created': created},
            )
            look = connection.execute(sa.text("SELECT max(id) FROM look")).scalar()
        connection.execute(
            sa.text(
                "INSERT INTO piece (job_id, name, spec, grounds, look_id, created) "
                "VALUES (:job, :name, :spec, :grounds, :look, :created)"
            ),
            {'job': job, 'name': name, 'spec': json.dumps(spec), 'grounds': json.dumps({'': 'oak'}), 'look': look,
             'created': created},
        )


def _layers(style: str, first: int, second: int | None, width: float) -> list[dict[str, object]]:
    paint = {'kind': 'paint', 'colours': [f'mix:{first}'], 'coats': 2}
    if style == 'plain' or second is None:
        return [paint]
    blend = {'kind': 'blend', 'colours': [f'mix:{first}', f'mix:{second}'], 'coats': 2, 'width': width}
    if style == 'ombre':
        return [{**blend, 'pattern': 'ombre'}]
    return [paint, {**blend, 'pattern': 'centre', 'zones': ['front']}]

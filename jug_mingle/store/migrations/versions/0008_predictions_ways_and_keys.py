"""predictions as they were made, how colours were caught, writes that are done once"""

import json

import sqlalchemy as sa
from alembic import op

revision = '0008'
down_revision = '0007'
branch_labels = None
depends_on = None

# As they were when this was written: a migration does not follow the program.
BY_LIGHT = {'white': 'white_photo', 'two_whites': 'white_photo', 'chips': 'card_photo', 'chart': 'card_photo'}


def upgrade() -> None:
    """Apply."""
    op.create_table(
        'done',
        sa.Column('key', sa.String(length=100), nullable=False),
        sa.Column('request', sa.String(length=300), nullable=False),
        sa.Column('status', sa.Integer(), nullable=True),
        sa.Column('media_type', sa.String(length=100), nullable=False),
        sa.Column('answer', sa.Text(), nullable=False),
        sa.Column('id', sa.Integer(), nullable=False),
        sa.Column('created', sa.DateTime(), nullable=False),
        sa.PrimaryKeyConstraint('id', name=op.f('pk_done')),
        sa.UniqueConstraint('key', name=op.f('uq_done_key')),
    )
    with op.batch_alter_table('target', schema=None) as batch_op:
        batch_op.add_column(sa.Column('how', sa.String(length=20), nullable=False, server_default='before'))
    with op.batch_alter_table('mix', schema=None) as batch_op:
        batch_op.add_column(sa.Column('predicted', sa.JSON(), nullable=True))
    with op.batch_alter_table('pot', schema=None) as batch_op:
        batch_op.add_column(sa.Column('predicted', sa.JSON(), nullable=True))
    connection = op.get_bind()
    _targets(connection)
    _readings(connection)


def _way(said: object) -> str:
    """Return how a colour was caught, as far as what was kept of it tells; "before" where it does not.

    A typed colour may have been the colour of a whole picture, and one of a file may have been a guess that the program
    wrote itself: both were kept alike.
    """
    if not isinstance(said, dict):
        return 'before'
    source = said.get('source')
    if source == 'photo':
        return BY_LIGHT.get((said.get('lighting') or {}).get('method'), 'photo')
    if source == 'reader':
        return 'reader'
    if source in ('material', 'mix'):
        return 'predicted'
    return 'before'


def _targets(connection: sa.Connection) -> None:
    for number, source in connection.execute(sa.text('SELECT id, source FROM target')).fetchall():
        kept = json.loads(source) if isinstance(source, str) else source
        way = _way(kept.get('colour') if isinstance(kept, dict) else None)
        connection.execute(sa.text('UPDATE target SET how = :way WHERE id = :id'), {'way': way, 'id': number})


def _readings(connection: sa.Connection) -> None:
    """Readings by "reader" that no kept reading of a reader explains were typed, or came from a file: nothing tells."""
    read = {
        json.dumps(json.loads(R)) for (R,) in connection.execute(sa.text('SELECT R FROM device_reading')).fetchall()
    }
    rows = connection.execute(sa.text("SELECT id, swatches, about FROM reading WHERE how = 'reader'")).fetchall()
    for number, swatches, about in rows:
        if not json.loads(about):
            continue  # of the demonstration, whose shelf was read by a reader
        seen = [json.dumps(swatch['seen']) for swatch in json.loads(swatches)]
        if not all(one in read for one in seen):
            connection.execute(sa.text("UPDATE reading SET how = 'before' WHERE id = :id"), {'id': number})

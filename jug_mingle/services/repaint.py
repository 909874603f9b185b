"""A piece that is painted anew: the look that it wears becomes the ground of the next."""

import numpy as np
from sqlalchemy.orm import Session

from jug_mingle.core.finishes.stack import Finish, evenly
from jug_mingle.core.optics.film import R_seen
from jug_mingle.core.pieces.addresses import closest_first, names_of, zone_of
from jug_mingle.errors import ConflictError
from jug_mingle.services.finish_resolver import dressed
from jug_mingle.services.looks import layers_of, worn_look
from jug_mingle.services.pieces import get_piece, ground_keys, piece_of
from jug_mingle.store.models import PieceRow


def repaint(session: Session, piece_id: int) -> PieceRow:
    """Take a piece's look as what is there now, face by face, and undress it; ConflictError when it wears
    none.

    What is seen is kept, not how it was mixed: the piece stays as it is, whatever is learnt of its paints.
    """
    row = get_piece(session, piece_id)
    look = worn_look(session, row)
    if look is None:
        raise ConflictError("this piece wears no look that could be painted over: try one on first")
    _, finish = dressed(session, piece_id, layers_of(look))
    faces = list(piece_of(row).faces)
    reached = {face for face in faces if any(layer.reaches(face) for layer in finish.layers)}
    bare = frozenset().union(*(names_of(face) for face in faces if face not in reached))
    # What was said of what is painted now goes; it would stand nearer to a face than what is said of its
    # zone.
    kept = {name: key for name, key in ground_keys(row).items() if name in bare or not name}
    painted = {
        name: [round(float(value), 6) for value in R]
        for name, R in _seen(finish, faces, reached, set(kept)).items()
    }
    row.last = {**(row.last or {}), **{name: {"name": look.name, "R": R} for name, R in painted.items()}}
    row.grounds = {**kept, **{name: f"last:{name}" for name in painted}}
    row.look_id = None
    session.flush()
    return row


def _seen(finish: Finish, faces: list[str], reached: set[str], kept: set[str]) -> dict[str, np.ndarray]:
    """Return what is seen of each zone that a finish reaches, or of each face where it is not one for a whole
    zone, or where something else is said of a name that stands nearer than the zone."""
    zones: dict[str, dict[str, np.ndarray]] = {}
    for face in reached:
        zones.setdefault(zone_of(face), {})[face] = np.clip(R_seen(*evenly(finish, face)[-1]), 0.0, 1.0)
    found: dict[str, np.ndarray] = {}
    for zone, own in zones.items():
        whole = sum(zone_of(face) == zone for face in faces)
        alike = len({R.tobytes() for R in own.values()}) == 1 and len(own) == whole
        nearer = any(not kept.isdisjoint(names_of(face) - {zone}) for face in own)
        closest = {closest_first(face)[0]: R for face, R in own.items()}
        found.update({zone: next(iter(own.values()))} if alike and not nearer else closest)
    return found

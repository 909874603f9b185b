"""Evidence that no fit can make sense of, refused before any is made."""

from collections.abc import Sequence

from jug_mingle.core.colour.difference import delta_E_CIE2000
from jug_mingle.core.evidence.opaque_readings import fits
from jug_mingle.core.evidence.readings import EvidenceError, Hiding, Reading
from jug_mingle.core.materials.material import Material


def check_evidence(materials: Sequence[Material], evidence: Sequence[Reading | Hiding]) -> None:
    """Refuse what no fit can make sense of, before any is made; a thousandth of its work.

    Raises
    ------
    ValueError
        If two materials share a key, or two readings.
    EvidenceError
        If a reading names a material that is not there, or the two readings of a tin cannot both be true.
    """
    places = {material.key for material in materials}
    if len(places) != len(materials):
        raise ValueError("two materials share a key")
    if len({item.key for item in evidence}) != len(evidence):
        raise ValueError("two readings share a key")
    for item in evidence:
        for key, _ in item.volumes:
            if key not in places:
                raise EvidenceError(
                    f"reading {item.key!r} names the material {key!r}, which is not on the shelf"
                )
    _check_pairs([item for item in evidence if fits(item) and isinstance(item, Reading)])


def _check_pairs(readings: Sequence[Reading]) -> None:
    """Refuse two readings of one tin that cannot both be true; a third would tell which, so three are let
    through."""
    tins: dict[tuple[object, ...], list[Reading]] = {}
    for item in readings:
        total = sum(volume for _, volume in item.volumes)
        tin = tuple(sorted((key, round(volume / total, 3)) for key, volume in item.volumes))
        tins.setdefault((tin, id(item.light), item.veil), []).append(item)
    for same in tins.values():
        if len(same) == 2:
            apart = float(delta_E_CIE2000(same[0].swatches[0].seen, same[1].swatches[0].seen))
            if apart > max(12.0, 4.0 * max(item.noise for item in same)):
                raise EvidenceError(
                    f"readings {same[0].key!r} and {same[1].key!r} of the same tin differ by {apart:.0f}: "
                    "read it a third time, or remove one"
                )

"""Batches as they are shown."""

import numpy as np
from sqlalchemy.orm import Session

from jug_mingle.api.batches.schemas import BatchOut, LearntOut, StepOut, VerdictOut
from jug_mingle.api.common.serializers import hex_of
from jug_mingle.core.colour.difference import compare, likely_words
from jug_mingle.core.colour.spaces import R_to_Lab
from jug_mingle.core.colour.spectra import Light
from jug_mingle.core.evidence.mixtures import masstone
from jug_mingle.core.materials.handling import time_words
from jug_mingle.core.measuring.units import format_amount
from jug_mingle.core.optics.uptake import laying_words
from jug_mingle.core.practice.amounts import shortage
from jug_mingle.core.practice.hazards import cautions_of
from jug_mingle.services import batches, strip_readings
from jug_mingle.services.mixes import get_mix
from jug_mingle.services.predictions import laid_otherwise
from jug_mingle.services.shelf_fit import fitted_shelf
from jug_mingle.store.models import BatchRow


def batch_out(session: Session, row: BatchRow, shown: Light, unit: str) -> BatchOut:
    """Return a batch as it stands, each pour made and still to be made."""
    now = batches.standing_of(session, row)
    shelf = fitted_shelf(session)

    def step(key: str, ml: float, made: bool) -> StepOut:
        material = shelf.materials[shelf.index(key)]
        return StepOut(
            material=key,
            name=material.name,
            hex=hex_of(masstone(shelf, key), shown),
            ml=round(ml, 2),
            grams=round(ml * material.mass_density, 1),
            words=format_amount(ml, unit, density=material.mass_density).words,
            made=made,
        )

    steps = [step(made.material.key, made.ml, True) for made in row.made]
    steps += [step(pour.key, pour.ml, False) for pour in now.rest.pours]
    kinds = [shelf.materials[shelf.index(pour.key)].kind.key for pour in batches.asked_of(row)]
    short = "" if now.rest.pours == () else shortage(shelf, batches.asked_of(row), poured=now.poured, unit=unit)
    return BatchOut.model_validate(
        {
            "id": row.id, "mix_id": row.mix_id, "mix_name": get_mix(session, row.mix_id).name, "jug": row.jug,
            "capacity": row.capacity, "steps": steps, "poured_ml": round(sum(now.poured.values()), 2),
            "batch": round(now.rest.batch, 1), "words": f"{now.words} {short}".strip(),
            "full": not now.rest.pours and bool(row.made),
            "now_hex": None if now.R is None else hex_of(now.R, shown),
            "end_hex": None if now.end_R is None else hex_of(now.end_R, shown),
            "target_hex": None if now.target is None else hex_of(now.target, shown), "dry_at": row.dry_at,
            "dry_minutes": strip_readings.dry_minutes(row), "dry_words": time_words(strip_readings.dry_minutes(row)),
            "over": now.over, "over_key": (get_mix(session, row.mix_id).laid or {}).get("over", ""),
            "done": row.done is not None,
            "caution": " ".join(cautions_of(kinds)),
        }
    )  # fmt: skip


def verdict_out(session: Session, pot_id: int, found: strip_readings.Verdict, shown: Light) -> VerdictOut:
    """Return what a dried strip says of its batch."""
    target = batches.standing_of(session, batches.get_batch(session, pot_id)).target
    R = np.array(found.strip.R)
    apart = None if target is None else compare(R_to_Lab(R), R_to_Lab(target))
    way, lay = laid_otherwise(session, batches.get_batch(session, pot_id)), ""
    if way is not None:
        over = batches.standing_of(session, batches.get_batch(session, pot_id)).over
        likely = likely_words(way.expected, way.low, way.high)
        lay = f"Laid {laying_words(way.steps[0].film.laying, takes=True)} over {over}, this jug comes to {likely}."
    return VerdictOut(
        strip_id=found.strip.id,
        reading_id=found.strip.reading_id,
        hex=hex_of(R, shown),
        target_hex=None if target is None else hex_of(target, shown),
        delta_E=None if apart is None else round(apart.delta_E, 2),
        words="" if apart is None else apart.words,
        misses="" if apart is None else apart.misses,
        reached=found.reached,
        set_aside=found.set_aside,
        lay=lay,
        learnt=[LearntOut(name=one.name, by=round(one.by, 2)) for one in found.learnt[:8]],
    )

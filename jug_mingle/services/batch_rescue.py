"""A batch that came out wrong, brought to its target with the least that has to be added."""

import numpy as np
from sqlalchemy.orm import Session

from jug_mingle.core.arrays import FloatArray
from jug_mingle.core.colour.spectra import light
from jug_mingle.core.evidence.readings import Reading, Swatch
from jug_mingle.core.measuring.tools import tool
from jug_mingle.core.recipes.rescue import IN_JUG_ERROR, RESCUED, Advice, advise, lost_batch, read_batch
from jug_mingle.core.recipes.surprise import unexplained
from jug_mingle.core.recipes.wishes import Target
from jug_mingle.errors import ConflictError
from jug_mingle.services.batches import empty_words, get_batch, standing_of
from jug_mingle.services.materials import keys_on_shelf
from jug_mingle.services.mixes import get_mix
from jug_mingle.services.shelf_fit import fitted_shelf
from jug_mingle.services.strip_readings import newest_strip
from jug_mingle.store.models import ReadingRow, TargetRow


def rescue(session: Session, batch_id: int, *, tool_key: str) -> tuple[Advice, FloatArray]:
    """Return how to bring a batch to its target (36,) with the least that has to be added, from its newest
    strip.

    Raises
    ------
    ConflictError
        If no strip was read yet, or the mix has no target.
    """
    row = get_batch(session, batch_id)
    if get_mix(session, row.mix_id).laid is not None:
        raise ConflictError(
            "this jug is seen through: lay it otherwise, or mix another way over what is below"
        )
    strip = newest_strip(session, batch_id)
    standing_now = standing_of(session, row)
    if strip is None or strip.reading_id is None:
        raise ConflictError("read a dried strip of this jug first: a rescue starts from what it came out as")
    if not standing_now.poured:
        raise ConflictError(empty_words(row))
    if standing_now.target is None:
        raise ConflictError("this mix was made without a target: there is nothing to bring it to")
    reading = session.get_one(ReadingRow, strip.reading_id)
    # The strip corrects this batch; had the shelf learnt from it already, it would count twice.
    shelf, there = fitted_shelf(session, without=reading.id), keys_on_shelf(session)
    job = get_mix(session, row.mix_id)
    item = Reading(
        key="strip",
        volumes=tuple(standing_now.poured.items()),
        swatches=(Swatch(seen=np.array(reading.swatches[0]["seen"])),),
        noise=reading.noise,
        veil=reading.veil,
        pour_error=max(reading.pour_error, IN_JUG_ERROR),
    )
    batch = lost_batch(shelf, item) if unexplained(shelf, item) else read_batch(shelf, item)
    target = Target(R=standing_now.target, lights=(light("window"),))
    avoid = [material.key for material in shelf.materials if material.key not in there]
    wanted = session.get(TargetRow, job.target_id or 0)
    advice = advise(
        shelf, batch, target, tool=tool(tool_key), in_jug=list(standing_now.poured),
        most_ml=max(row.capacity, sum(standing_now.poured.values())),
        tolerance=min(RESCUED, wanted.tolerance if wanted else RESCUED), avoid=avoid,
    )  # fmt: skip
    return advice, standing_now.target

"""The newest fit of the shelf, kept in the data folder, so that a start need not make it again.

It is no data: whatever is wrong with the file, the fit is made anew.
"""

import hashlib
import struct
import zlib
from collections.abc import Mapping
from contextlib import suppress
from functools import cache
from importlib.resources import files
from pathlib import Path
from typing import Any, Final
from zipfile import BadZipFile

import numpy as np

from jug_mingle.core.evidence.block_arrow import ArrowFactor
from jug_mingle.core.evidence.fitted_shelf import Shelf
from jug_mingle.core.evidence.prior import Prior
from jug_mingle.core.materials.material import Material
from jug_mingle.store.files import written_whole

NAME: Final = "fit.npz"
_OF_PRIOR: Final = ("log_K", "log_S", "basis_K", "basis_S")


@cache
def physics() -> str:
    """Return a digest of the code and tables that fit: a fit of other ones is another fit."""
    core, digest = Path(str(files("jug_mingle.core"))), hashlib.sha256()
    for file in sorted(file for file in core.rglob("*") if file.suffix in (".py", ".csv", ".npz")):
        digest.update(file.read_bytes())
    return digest.hexdigest()


def key_of(what: object) -> str:
    """Return a key for a fit of what is said of a shelf, the same in every process."""
    return hashlib.sha256(f"{physics()} {what!r}".encode()).hexdigest()


def save(folder: Path, key: str, shelf: Shelf) -> None:
    """Keep a fit; where the disk does not take it, there is none."""
    arrays: dict[str, Any] = {
        "key": np.array(key), "log_K": shelf.log_K, "log_S": shelf.log_S, "unknowns": shelf.unknowns,
        "starts": shelf.factor.starts, "hub_index": shelf.factor.hub_index, "hub": shelf.factor.hub,
        **_of_mapping("own", shelf.factor.own), **_of_mapping("across", shelf.factor.across),
        "read": np.array(list(shelf.weights), dtype=str), "weights": np.array(list(shelf.weights.values())),
        "misses": np.array([shelf.misses[key] for key in shelf.weights]),
    }  # fmt: skip
    for number, prior in enumerate(shelf.priors):
        arrays |= {f"{name}-{number}": getattr(prior, name) for name in _OF_PRIOR}
    with suppress(OSError), written_whole(folder / NAME) as opened:
        np.savez(opened, **arrays)


def _of_mapping(name: str, blocks: Mapping[int, Any]) -> dict[str, Any]:
    return {f"{name}-{number}": block for number, block in blocks.items()}


def load(folder: Path, key: str, materials: tuple[Material, ...]) -> Shelf | None:
    """Return the kept fit of these materials; nothing where another one, or none, is kept."""
    try:
        with (folder / NAME).open("rb") as opened, np.load(opened, allow_pickle=False) as kept:
            if str(kept["key"]) != key:
                return None
            blocks = {
                name: {int(one.split("-")[1]): kept[one] for one in kept.files if one.startswith(f"{name}-")}
                for name in ("own", "across")
            }
            priors = tuple(
                Prior(**{name: kept[f"{name}-{number}"] for name in _OF_PRIOR}) for number in range(len(materials))
            )
            read = [str(one) for one in kept["read"]]
            return Shelf(
                materials=materials, log_K=kept["log_K"], log_S=kept["log_S"], priors=priors,
                unknowns=kept["unknowns"],
                factor=ArrowFactor(
                    starts=kept["starts"], hub_index=kept["hub_index"], hub=kept["hub"], own=blocks["own"],
                    across=blocks["across"],
                ),
                weights=dict(zip(read, kept["weights"].tolist(), strict=True)),
                misses=dict(zip(read, kept["misses"].tolist(), strict=True)),
            )  # fmt: skip
    except (OSError, ValueError, KeyError, IndexError, RuntimeError, EOFError, BadZipFile, zlib.error, struct.error):
        return None

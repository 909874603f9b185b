"""The newest fit of the shelf, kept in the data folder, so that a start need not make it again.

It is no data: whatever is wrong with the file, the fit is made anew.
"""

import hashlib
import json
import math
import struct
import zlib
from collections.abc import Iterator
from contextlib import suppress
from functools import cache
from importlib.resources import files
from pathlib import Path
from typing import Final
from zipfile import BadZipFile

import numpy as np

from jug_mingle.core.arrays import FloatArray
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


def save(folder: Path, what: object, shelf: Shelf) -> None:
    """Keep the fit of what is said of a shelf; where the disk does not take it, there is none."""
    arrays: dict[str, FloatArray] = {
        "log_K": shelf.log_K, "log_S": shelf.log_S, "unknowns": shelf.unknowns, "starts": shelf.factor.starts,
        "hub_index": shelf.factor.hub_index, "hub": shelf.factor.hub,
        "weights": np.array(list(shelf.weights.values())),
        "misses": np.array([shelf.misses[read] for read in shelf.weights]),
    }  # fmt: skip
    for name, blocks in (("own", shelf.factor.own), ("across", shelf.factor.across)):
        arrays |= {f"{name}-{number}": block for number, block in blocks.items()}
    for number, prior in enumerate(shelf.priors):
        arrays |= {f"{name}-{number}": getattr(prior, name) for name in _OF_PRIOR}
    layout = [(name, array.dtype.str, array.shape) for name, array in arrays.items()]
    header = json.dumps(
        {
            "key": key_of(what),
            "of": _said(what),
            "read": list(shelf.weights),
            "layout": layout,
            "taking": shelf.taking,
        }
    )
    # All in one piece: a file of hundreds of small ones takes as long to read as a fit to make.
    data = np.frombuffer(b"".join(array.tobytes() for array in arrays.values()), dtype=np.uint8)
    with suppress(OSError), written_whole(folder / NAME) as opened:
        np.savez(opened, header=np.array(header), data=data)


def _said(what: object) -> str:
    return hashlib.sha256(repr(what).encode()).hexdigest()


def load(
    folder: Path, what: object, materials: tuple[Material, ...], *, of_any_physics: bool = False
) -> Shelf | None:
    """Return the kept fit of what is said of these materials; nothing where another one, or none, is kept.

    With `of_any_physics` also one that earlier code made.
    """
    try:
        with (folder / NAME).open("rb") as opened, np.load(opened, allow_pickle=False) as kept:
            header = json.loads(str(kept["header"]))
            if header["of"] != _said(what) or not (of_any_physics or header["key"] == key_of(what)):
                return None
            arrays = dict(_arrays_in(kept["data"], header["layout"]))
        blocks = {
            name: {int(one.split("-")[1]): arrays[one] for one in arrays if one.startswith(f"{name}-")}
            for name in ("own", "across")
        }
        priors = tuple(
            Prior(**{name: arrays[f"{name}-{number}"] for name in _OF_PRIOR})
            for number in range(len(materials))
        )
        return Shelf(
            materials=materials, log_K=arrays["log_K"], log_S=arrays["log_S"], priors=priors,
            unknowns=arrays["unknowns"],
            factor=ArrowFactor(
                starts=arrays["starts"], hub_index=arrays["hub_index"], hub=arrays["hub"], own=blocks["own"],
                across=blocks["across"],
            ),
            weights=dict(zip(header["read"], arrays["weights"].tolist(), strict=True)),
            misses=dict(zip(header["read"], arrays["misses"].tolist(), strict=True)),
            taking=tuple((wood, key) for wood, key in header["taking"]),
        )  # fmt: skip
    except (
        OSError,
        ValueError,
        KeyError,
        IndexError,
        RuntimeError,
        EOFError,
        BadZipFile,
        zlib.error,
        struct.error,
    ):
        return None


def _arrays_in(
    data: FloatArray, layout: list[tuple[str, str, list[int]]]
) -> Iterator[tuple[str, FloatArray]]:
    at = 0
    for name, kind, shape in layout:
        size = np.dtype(kind).itemsize * math.prod(shape)
        yield name, data[at : at + size].view(kind).reshape(shape)
        at += size

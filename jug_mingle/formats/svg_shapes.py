"""SVG: closed shapes as outlines, and stencils as SVG in millimetres for a cutter.

W3C Scalable Vector Graphics 1.1, second edition: paths (8), basic shapes (9), coordinate systems and units
(7). Read are shapes; text, pictures and references are not. What a file might do beside being drawn is
refused.
"""

import re
from collections.abc import Callable, Iterable, Iterator, Mapping, Sequence
from dataclasses import dataclass
from itertools import islice
from math import radians
from typing import Final
from xml.etree.ElementTree import Element

import numpy as np
from defusedxml import ElementTree
from defusedxml.common import DefusedXmlException
from fontTools.misc.transform import Identity, Transform
from fontTools.svgLib.path import parse_path
from fontTools.svgLib.path.shapes import PathBuilder

from jug_mingle.formats.outline_pen import OutlinePen, Points

MOST_BYTES: Final = 2_000_000
_DEEPEST: Final = 40
_MOST_SHAPES: Final = 2_000
_MM: Final = {
    "mm": 1.0,
    "cm": 10.0,
    "in": 25.4,
    "pt": 25.4 / 72.0,
    "pc": 25.4 / 6.0,
    "px": 25.4 / 96.0,
    "": 25.4 / 96.0,
}
"""Millimetres of a unit; a pixel is the 96th part of an inch (CSS 2.1, 4.3.2)."""

_SHAPES: Final = ("path", "rect", "circle", "ellipse", "polygon", "polyline")
_REFUSED: Final = ("script", "foreignobject", "iframe", "audio", "video", "animate", "set")
_NOT_READ: Final = ("image", "text", "use")
_CLIPPED: Final = (
    "defs",
    "clippath",
    "mask",
    "symbol",
    "pattern",
    "marker",
    "metadata",
    "title",
    "desc",
    "style",
)


class SvgRefusedError(ValueError):
    """The file is no drawing that can be cut."""


@dataclass(frozen=True, slots=True, kw_only=True)
class Shape:
    """Outlines (n, 2) of one shape, in the file's own units, and whether they fill by the even-odd rule."""

    rings: tuple[Points, ...]
    even_odd: bool


@dataclass(frozen=True, slots=True, kw_only=True)
class Shapes:
    """The shapes of a file within its window, and how wide that says it is. [mm]"""

    x: float
    y: float
    width: float
    height: float
    shapes: tuple[Shape, ...]
    mm: float | None


def read_svg(data: bytes) -> Shapes:
    """Return the closed shapes of an SVG.

    Raises
    ------
    SvgRefusedError
        If it is too large, no SVG, holds scripts, links, entities or too many points, or nothing that is
        closed.
    """
    if len(data) > MOST_BYTES:
        raise SvgRefusedError(
            f"the drawing has {len(data) / 1e6:.1f} MB, more than {MOST_BYTES / 1e6:g}: simplify it"
        )
    try:
        root = ElementTree.fromstring(data, forbid_dtd=True)
    except DefusedXmlException as error:
        raise SvgRefusedError(
            "the drawing defines entities, which are not read: save it as a plain SVG"
        ) from error
    except (ElementTree.ParseError, ValueError, LookupError) as error:
        raise SvgRefusedError("this file is no SVG that can be read: choose another copy of it") from error
    if _tag(root) != "svg":
        raise SvgRefusedError("this file is no SVG: choose one whose first element is svg")
    for element in root.iter():
        _check(element)
    shapes = tuple(islice(_shapes(root, Identity, 0), _MOST_SHAPES + 1))
    if not shapes:
        raise SvgRefusedError(
            "there is no closed shape in this drawing: turn lines and letters into outlines first"
        )
    if len(shapes) > _MOST_SHAPES:
        raise SvgRefusedError(f"there are more than {_MOST_SHAPES} shapes: join them, or leave some out")
    x, y, width, height = _window(root, shapes)
    return Shapes(x=x, y=y, width=width, height=height, shapes=shapes, mm=_length(root.get("width", "")))


def _tag(element: Element) -> str:
    return str(element.tag).rsplit("}", 1)[-1].lower()


def _check(element: Element) -> None:
    tag = _tag(element)
    if tag in _REFUSED:
        raise SvgRefusedError(f"the drawing holds a {tag}, which is not let in: save it as a plain SVG")
    for name, value in element.attrib.items():
        plain = name.rsplit("}", 1)[-1].lower()
        if plain.startswith("on") or value.strip().lower().startswith("javascript:"):
            raise SvgRefusedError("the drawing holds a script, which is not let in: save it as a plain SVG")
        if plain == "href" and not value.startswith("#") and tag not in ("a",):
            raise SvgRefusedError("the drawing links to another file: save it as a plain SVG with all in it")
    if tag in _NOT_READ:
        raise SvgRefusedError(f"the drawing holds a {tag}: turn it into outlines first")


def _shapes(element: Element, above: Transform, depth: int) -> Iterator[Shape]:
    if depth > _DEEPEST:
        raise SvgRefusedError("the drawing is nested too deeply: ungroup it")
    for child in element:
        tag = _tag(child)
        if tag in _CLIPPED or child.get("display") == "none":
            continue
        own = above.transform(_transform(child.get("transform", "")))
        if tag in _SHAPES:
            rings = tuple(_outlines(child, own))
            if rings:
                yield Shape(
                    rings=rings, even_odd="evenodd" in (child.get("fill-rule", "") + child.get("style", ""))
                )
        else:
            yield from _shapes(child, own, depth + 1)


_CALL: Final = re.compile(r"([a-zA-Z]{1,12})\s{0,20}\(([^()]{0,400})\)")
_BETWEEN: Final = re.compile(r"[\s,]*")
_LONGEST_TRANSFORM: Final = 4_000
"""Letters of a transform; each is looked at once."""


def _after(said: str, at: int) -> int:
    """Return where what divides two transforms ends."""
    between = _BETWEEN.match(said, at)
    return at if between is None else between.end()


def _transform(said: str) -> Transform:
    """Return a transform attribute as one (SVG 1.1, 7.6)."""
    if len(said) > _LONGEST_TRANSFORM:
        raise SvgRefusedError(
            f"the drawing has a transform {said[:40]!r} … that cannot be read: save it again"
        )
    found, end = Identity, _after(said, 0)
    while (call := _CALL.match(said, end)) is not None:
        end = _after(said, call.end())
        try:
            n = [float(one) for one in call[2].replace(",", " ").split()]
            found = found.transform(_TRANSFORMS[call[1].lower()](n))
        except (KeyError, ValueError, IndexError, TypeError) as error:
            raise SvgRefusedError(
                f"the drawing has a transform {call[0].strip()!r} that cannot be read"
            ) from error
    if end < len(said):
        raise SvgRefusedError(f"the drawing has a transform {said[:40]!r} that cannot be read: save it again")
    return found


_TRANSFORMS: Final[Mapping[str, Callable[[list[float]], Transform]]] = {
    "matrix": lambda n: Transform(n[0], n[1], n[2], n[3], n[4], n[5]),
    "translate": lambda n: Transform(1, 0, 0, 1, n[0], n[1] if len(n) > 1 else 0.0),
    "scale": lambda n: Transform(n[0], 0, 0, n[1] if len(n) > 1 else n[0], 0, 0),
    "rotate": lambda n: (
        Identity.translate(n[1], n[2]).rotate(radians(n[0])).translate(-n[1], -n[2])
        if len(n) > 1
        else Identity.rotate(radians(n[0]))
    ),
    "skewx": lambda n: Identity.skew(radians(n[0]), 0.0),
    "skewy": lambda n: Identity.skew(0.0, radians(n[0])),
}


def _outlines(element: Element, transform: Transform) -> Iterator[Points]:
    plain = Element(
        _tag(element), {key: value for key, value in element.attrib.items() if key != "transform"}
    )
    builder = PathBuilder()
    pen = OutlinePen()
    try:
        builder.add_path_from_element(plain)
        for path in builder.paths:
            parse_path(path, pen)
    except SvgRefusedError:
        raise
    except (ValueError, TypeError, KeyError, IndexError, NotImplementedError, AttributeError) as error:
        raise SvgRefusedError(f"a {plain.tag} of the drawing cannot be read: {error}") from error
    for ring in pen.rings():
        moved = np.asarray(transform.transformPoints([tuple(p) for p in ring.tolist()]))
        if not np.isfinite(moved).all() or np.abs(moved).max() > 1e7:
            raise SvgRefusedError("the drawing has places beyond all measure: save it again")
        yield moved


def _length(said: str) -> float | None:
    """Return a length of the file. [mm]"""
    number = said.strip().rstrip("abcdefghijklmnopqrstuvwxyz%")
    unit = said.strip()[len(number) :]
    try:
        value = float(number) * _MM[unit]
    except (ValueError, KeyError):
        return None
    return value if 0.0 < value < 1e5 else None


def _window(root: Element, shapes: Iterable[Shape]) -> tuple[float, float, float, float]:
    said = root.get("viewBox", "").replace(",", " ").split()
    try:
        x, y, width, height = (float(one) for one in said)
        if width > 0.0 and height > 0.0 and np.isfinite([x, y, width, height]).all():
            return x, y, width, height
    except ValueError:
        pass
    every = np.concatenate([ring for shape in shapes for ring in shape.rings])
    (left, top), (right, low) = every.min(axis=0), every.max(axis=0)
    if right <= left or low <= top:
        raise SvgRefusedError("the drawing has no area: there is nothing to cut")
    return float(left), float(top), float(right - left), float(low - top)


def write_svg(
    title: str, width: float, height: float, rings: Sequence[Points], *, marks: Sequence[Points] = ()
) -> bytes:
    """Return a stencil as SVG for a cutter: openings as closed paths in millimetres, register marks apart.
    [m]

    Parameters
    ----------
    marks : sequence of (n, 2) ndarray
        Open lines that are drawn and not cut.
    """
    wide, high = 1000.0 * width, 1000.0 * height
    from xml.sax.saxutils import escape

    def path(ring: Points, end: str) -> str:
        return "M" + " L".join(f"{1000.0 * x:.3f} {1000.0 * y:.3f}" for x, y in ring) + end

    lines = [
        '<?xml version="1.0" encoding="UTF-8"?>',
        f'<svg xmlns="http://www.w3.org/2000/svg" width="{wide:.3f}mm" height="{high:.3f}mm" '
        f'viewBox="0 0 {wide:.3f} {high:.3f}">',
        f"<title>{escape(title)}</title>",
        '<g id="cut" fill="none" stroke="#ff0000" stroke-width="0.1">',
        *(f'<path d="{path(ring, " Z")}"/>' for ring in rings),
        "</g>",
        '<g id="marks" fill="none" stroke="#0000ff" stroke-width="0.1">',
        *(f'<path d="{path(mark, "")}"/>' for mark in marks),
        "</g>",
        "</svg>",
    ]
    return "\n".join(lines).encode()

"""Layouts: a layer's pattern laid on a piece, or on a face of a photo."""

from collections.abc import Callable, Iterable, Mapping, Sequence
from dataclasses import dataclass, replace
from typing import Final

from sqlalchemy.orm import Session

from jug_mingle.core.finishes.layer import Layer
from jug_mingle.core.pattern.art import Art
from jug_mingle.core.pattern.laying import TooLargeError, TooManyError, lay, texts_of
from jug_mingle.core.pattern.layout import LARGEST, SMALLEST
from jug_mingle.core.pattern.masks import Pattern
from jug_mingle.core.pattern.printed import TONES, framed, on_film, on_paper, woven
from jug_mingle.core.pattern.surfaces import Surface, reached_surfaces
from jug_mingle.documents.layout import LayoutIn
from jug_mingle.documents.look import LayerIn
from jug_mingle.errors import UnfitError
from jug_mingle.services.motifs import art_of, letters

USUAL: Final[Mapping[str, LayoutIn]] = {
    "stencil": LayoutIn(
        motif="sprig", width=0.1, repeat_y=0.12, half_drop=True, span="over_gaps", columns=4, rows=3
    ),
    "raised": LayoutIn(motif="rosette", arrange="one", width=0.09),
    "lettering": LayoutIn(motif="text", arrange="one", height=0.03, texts=["1", "2", "3"]),
    "transfer": LayoutIn(motif="damask", arrange="one", span="over_gaps", width=0.4, tone="leaf"),
    "paper": LayoutIn(
        motif="damask", width=0.12, half_drop=True, span="over_gaps", sheet_width=0.5, sheet_height=0.7
    ),
    "collage": LayoutIn(motif="garland", arrange="border", width=0.1, tone="sepia"),
    "ornament": LayoutIn(motif="corner", arrange="corners", width=0.08),
    "lined": LayoutIn(
        motif="weave", width=0.012, tone="straw", border=0.015, sheet_width=0.45, sheet_height=10.0
    ),
}
"""How each kind of layer that has a layout is laid at first."""

_ROOM: Final = 0.96
"""Of the face, what is shrunk to it fills. [0..1]"""

_SMALLEST: Final = 0.005
"""No motif is made smaller. [m]"""

_DABS: Final = 0.008
"""How wide the edges of pasted pictures are dabbed. [m]"""


@dataclass(frozen=True, slots=True, kw_only=True)
class Prepared:
    """A layer's layout with its pictures, ready to be laid on whatever faces there are."""

    said: LayoutIn
    arts: tuple[Art, ...]
    key: tuple[object, ...]
    each: bool
    """Whether there is one picture a text."""
    sized: Callable[[float], "Prepared"]
    """Makes it ready again at so many times its size."""
    usual: bool
    """Whether nobody has laid it out yet."""

    def lay(self, surfaces: Sequence[Surface]) -> Pattern:
        """Return it laid, shrunk to fit where its motif is larger than every face, and as the usual one of a
        size that can be drawn; ValueError says why it cannot lie there."""
        try:
            return self._laid(surfaces)
        except TooLargeError as error:
            return self.sized(_ROOM * error.fits)._laid(surfaces)
        except TooManyError as error:
            if not self.usual:
                raise
            # Another face may be larger than the one that was too large.
            return replace(self.sized(error.fits / _ROOM), usual=True).lay(surfaces)

    def _laid(self, surfaces: Sequence[Surface]) -> Pattern:
        layout = self.said.layout(self.arts[0].height if self.arts else self.said.width)
        sizes = [(art.width, art.height) for art in self.arts] if self.each else ()
        spaces = lay(layout, surfaces, sizes)
        return Pattern(
            key=(self.key, self.said.model_dump_json(exclude={"placed"}), tuple(surfaces)), layout=layout,
            spaces=spaces, arts=self.arts,
        )  # fmt: skip

    def lay_if_it_fits(self, surfaces: Sequence[Surface]) -> Pattern:
        """Return it laid, or nothing of it where it does not fit."""
        try:
            return self.lay(surfaces)
        except ValueError:
            high = self.arts[0].height if self.arts else self.said.width
            layout = self.said.layout(max(SMALLEST, min(high, LARGEST)))
            return Pattern(key=("nowhere",), layout=layout, spaces=(), arts=self.arts)


def prepared(session: Session | None, job_id: int, layer: LayerIn) -> Prepared | None:
    """Return a layer's layout made ready, the usual one where it has none; None of what has no layout.

    Without a session there are our own motifs alone.
    """
    usual = USUAL.get(layer.kind)
    if usual is None:
        if layer.layout is not None:
            raise UnfitError(f"{layer.kind.replace('_', ' ')} is not laid out: leave its layout away")
        return None
    layout_in = layer.layout or usual

    def sized(share: float) -> Prepared:
        own = {name: getattr(layout_in, name) for name in ("height", "repeat_x", "repeat_y")}
        scaled = {name: max(SMALLEST, share * value) if value else value for name, value in own.items()}
        other = layout_in.model_copy(update={"width": max(_SMALLEST, share * layout_in.width), **scaled})
        again = prepared(session, job_id, layer.model_copy(update={"layout": other}))
        if again is None:
            raise UnfitError(f"{layer.kind.replace('_', ' ')} is not laid out")
        return again

    if layout_in.motif == "text" or layout_in.texts:
        return _lettering(layout_in, sized, bridged=layer.kind != "lettering", usual=layer.layout is None)
    art, key = art_of(session, job_id, layout_in.motif, layout_in.width)
    if not layout_in.height and art.height > LARGEST:
        return sized(_ROOM * LARGEST / art.height)
    arts = [_printed(layer.kind, art, layout_in.tone)]
    if layout_in.arrange == "corners" and layout_in.wedges:
        arts.append(
            _printed(layer.kind, art_of(session, job_id, "wedge", layout_in.width)[0], layout_in.tone)
        )
    return Prepared(
        said=layout_in,
        arts=tuple(arts),
        key=(*key, layer.kind),
        each=False,
        sized=sized,
        usual=layer.layout is None,
    )


def _lettering(
    layout_in: LayoutIn, sized: Callable[[float], Prepared], *, bridged: bool, usual: bool
) -> Prepared:
    texts = texts_of(layout_in.layout(layout_in.width)) or ["1"]
    motifs = [
        letters(text or "·", font=layout_in.font, height=layout_in.height or layout_in.width, bridged=bridged)
        for text in texts
    ]
    arts = tuple(one.art() for one in motifs)
    return Prepared(
        said=layout_in,
        arts=arts,
        key=(*texts, layout_in.font, layout_in.height, bridged),
        each=True,
        sized=sized,
        usual=usual,
    )


def _printed(kind: str, art: Art, tone: str) -> Art:
    if art.palette is not None:
        return framed(art, _DABS, len(art.palette)) if kind == "collage" else art
    if tone not in TONES:
        raise UnfitError(f"there is no tone {tone!r}; known are {', '.join(TONES)}")
    make = {"transfer": on_film, "paper": on_paper, "collage": on_paper, "lined": woven}.get(kind)
    made = art if make is None else make(art, tone)
    return framed(made, _DABS, len(made.palette)) if kind == "collage" and made.palette is not None else made


def on_surfaces(
    layers: Sequence[Layer], made: Sequence[Prepared | None], surfaces: Sequence[Surface]
) -> tuple[Layer, ...]:
    """Return layers with their patterns laid on the surfaces that each reaches."""
    return tuple(
        layer
        if prepared is None
        else replace(layer, laid_out=prepared.lay_if_it_fits(reached_by(layer, surfaces)))
        for layer, prepared in zip(layers, made, strict=True)
    )


def reached_by(layer: Layer, surfaces: Iterable[Surface]) -> list[Surface]:
    """Return the surfaces that a layer is for, by the names of its faces; where it is for everything the
    fronts, or what there is most of: the top of a table, not its edges."""
    every = [surface for surface in surfaces if not surface.frame]
    names = {address for surface in every for address in surface.addresses}
    found = reached_surfaces(every, {name for name in names if replace(layer, on=True).reaches(name)})
    if layer.zones:
        return found
    fronts = [surface for surface in found if surface.addresses[0].startswith("front/")]
    areas: dict[str, float] = {}
    for one in found:
        areas[one.plane] = areas.get(one.plane, 0.0) + one.w * one.h
    return fronts or [surface for surface in found if areas[surface.plane] == max(areas.values())]

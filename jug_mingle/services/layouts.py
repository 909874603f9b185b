"""A layout as it is worked by: what lies where on the piece laid flat, sheet after sheet, and what it
takes."""

from collections.abc import Sequence
from dataclasses import dataclass, replace
from typing import Final

from sqlalchemy.orm import Session

from jug_mingle.core.colour.spectra import Light
from jug_mingle.core.finishes import Finish
from jug_mingle.core.finishes.flat import flat_drawing
from jug_mingle.core.finishes.layer import Layer
from jug_mingle.core.finishes.picture import Picture, render
from jug_mingle.core.finishes.relief import roughness
from jug_mingle.core.materials.kinds import kind_of
from jug_mingle.core.measuring.saying import Saying
from jug_mingle.core.pattern.masks import Pattern
from jug_mingle.core.pattern.net import Net, net_of
from jug_mingle.core.pattern.sheets import SCREEN_USES, Count, Edge, Position, counted, wait_of
from jug_mingle.core.pattern.supply import Supply, cut_for, positions_to_lay, supplied
from jug_mingle.core.pattern.surfaces import Surface, surfaces_of
from jug_mingle.core.pieces import UNPAINTED, Samples
from jug_mingle.core.practice.amounts import paint_needed, taken_by
from jug_mingle.core.practice.pattern_order import edge_by, order_of
from jug_mingle.documents.layout import LayoutIn
from jug_mingle.documents.look import LayerIn
from jug_mingle.errors import UnfitError
from jug_mingle.services.finish_resolver import dressed
from jug_mingle.services.patterns import USUAL, prepared, reached_by
from jug_mingle.services.pieces import drawn, piece_of
from jug_mingle.services.settings import settings_of
from jug_mingle.store.models import PieceRow

_JUDGED_AT: Final = (360, 270)

CUT_FROM_SHEETS: Final = ("transfer", "paper", "collage", "lined")
"""Kinds of layer that use up sheets; a stencil is laid again and again."""


@dataclass(frozen=True, slots=True, kw_only=True, eq=False)
class Laid:
    """A layer's layout on a piece."""

    row: PieceRow
    finish: Finish
    layer: Layer
    said: LayoutIn
    pattern: Pattern
    net: Net
    positions: list[Position]
    count: Count
    supply: Supply | None
    fewer: str
    """What would take fewer sheets, in words; nothing where nothing would."""


_NOTHING: Final = Count(positions=0, motifs=0, cut=0, area=0.0, screens=0, washes=0, minutes=0)


def laid(
    session: Session, piece_id: int, layers: Sequence[LayerIn], number: int, *, counting: bool = True
) -> Laid:
    """Return the layout of a layer on a piece; UnfitError says why it does not fit.

    A picture needs nothing counted.
    """
    if not 0 <= number < len(layers):
        raise UnfitError(f"there is no layer {number + 1} among {len(layers)}")
    row, finish = dressed(session, piece_id, layers)
    layout_in = layers[number].layout or USUAL.get(layers[number].kind)
    made = prepared(session, row.job_id, layers[number])
    if made is None or layout_in is None:
        raise UnfitError(f"a layer of {finish.layers[number].of.title.lower()} is not laid out")
    every = surfaces_of(piece_of(row))
    bare = finish.layers[number]
    try:
        reached = reached_by(_unlaid(bare), every)
        pattern = made.lay(reached)
    except ValueError as error:
        raise UnfitError(str(error)) from error
    if pattern.layout.width != layout_in.width:  # made to fit
        layout_in = layout_in.model_copy(update={"width": pattern.layout.width})
    kind = layers[number].kind
    positions, count, supply, fewer = positions_to_lay(pattern, kind), _NOTHING, None, ""
    if counting:
        supply, fewer = _supply(kind, layout_in, pattern, row.count)
        count = counted(pattern, positions, pieces=row.count, wait=wait_of(kind, _edge(session, layout_in)))
    return Laid(
        row=row, finish=finish, layer=bare, said=layout_in, pattern=pattern,
        net=net_of(pattern.spaces, _behind(every), wrapped=layout_in.span == "wrapped"), positions=positions,
        count=count, supply=supply, fewer=fewer,
    )  # fmt: skip


def _unlaid(layer: Layer) -> Layer:
    return replace(layer, laid_out=None, on=True)


def _behind(every: Sequence[Surface]) -> list[Surface]:
    return [surface for surface in every if surface.plane == "front"]


def _edge(session: Session, layout_in: LayoutIn) -> Edge:
    return edge_by(layout_in.edge, settings_of(session).schools)


def _supply(kind: str, layout_in: LayoutIn, pattern: Pattern, pieces: int) -> tuple[Supply | None, str]:
    if kind not in CUT_FROM_SHEETS:
        return None, ""
    try:
        own, sheet = cut_for(pattern, kind)
        cut = own * pieces
        found = supplied(cut, sheet, at_hand=layout_in.sheets)
        if not found.metres and found.sheets > 1:
            turned = supplied(cut, sheet, at_hand=layout_in.sheets, turning=True)
            if turned.sheets < found.sheets:
                lacks = f"{found.lacking} more, or " if found.lacking else ""
                return found, f"{lacks}with some turned by a quarter {turned.sheets} are enough"
    except ValueError as error:
        raise UnfitError(str(error)) from error
    return found, f"{found.lacking} more are needed" if found.lacking else ""


def flat_picture(laid_out: Laid, *, light: Light, pixels_wide: int, raking: bool = False) -> Picture:
    """Return the finish on the piece laid flat, so wide."""
    drawing = flat_drawing(laid_out.net, pixels_wide)
    return render(drawing.samples(), (drawing.height, drawing.width), laid_out.finish, light, raking=raking)


def both(metres: float, saying: Saying) -> str:
    """Return a length in both units, the person's own first; one below 0 lies past the edge it is measured
    from."""
    if metres < -0.0005:
        return f"{both(-metres, saying)} past it"
    said = [f"{saying.number(100.0 * metres, '.1f')} cm", f"{saying.number(metres / 0.0254, '.2f')} in"]
    first, second = reversed(said) if saying.length_unit == "in" else said
    return f"{first} ({second})"


def length(metres: float, saying: Saying) -> str:
    """Return a length in the person's own unit."""
    if saying.length_unit == "in":
        return f"{saying.number(metres / 0.0254, '.2f')} in"
    return f"{saying.number(100.0 * metres, '.1f')} cm"


def numbers_of(session: Session, laid_out: Laid, saying: Saying) -> list[tuple[str, str]]:
    """Return what a layout takes, as it is said: each with what it is."""
    count, kind = laid_out.count, laid_out.layer.kind
    found = []
    if kind != "lined":
        cut = f", {count.cut} of them cut by an edge" if count.cut else ""
        found.append(("repeats", f"{count.motifs}{cut}"))
    if laid_out.supply is None:
        found.append(("positions", str(count.positions)))
    if count.minutes:
        found.append(("waits between them", _time(count.minutes)))
    if laid_out.said.mesh:
        screens = f"{count.screens} screens" if count.screens > 1 else "one screen"
        found.append(("washes", f"{screens}, {count.washes} of {SCREEN_USES} used at the end"))
    found.append(("covered", saying.area(count.area)))
    found += _takes(session, laid_out, saying)
    if laid_out.supply is not None:
        found += _sheets(laid_out.supply, laid_out.fewer, saying)
    rough = _rough(laid_out, saying)
    if rough:
        found.append(("how rough", rough))
    return [(title, words) for title, words in found if words and kind]


def _takes(session: Session, laid_out: Laid, saying: Saying) -> list[tuple[str, str]]:
    margin = settings_of(session).margin
    samples = drawn(laid_out.row, *_JUDGED_AT)
    found = []
    names = [film.name for film in laid_out.layer.films] or (
        [kind_of(laid_out.layer.of.usual_material).title] if laid_out.layer.of.usual_material else []
    )
    densities: list[float | None] = [film.density for film in laid_out.layer.films] or [None]
    for name, density, taken in zip(
        names,
        densities,
        taken_by(laid_out.layer, samples, piece_of(laid_out.row).faces, margin=margin),
        strict=False,
    ):
        found.append((name, saying.amount(laid_out.row.count * taken.ml, density=density)))
    if laid_out.layer.kind == "stencil" and _edge(session, laid_out.said) == "barrier":
        clear = paint_needed(
            laid_out.count.area, coats=1, spread_rate=kind_of("clear_coat").spread_rate, margin=margin
        )
        found.append(("clear coat through the windows", saying.amount(clear)))
    return found


def _sheets(supply: Supply, fewer: str, saying: Saying) -> list[tuple[str, str]]:
    found = []
    if supply.metres:
        found.append(
            (
                "of the roll",
                f"{length(supply.metres, saying)} in {counted_words(len(supply.pieces), 'piece')}",
            )
        )
    else:
        found.append(("sheets", f"{supply.sheets}, cut into {counted_words(len(supply.pieces), 'piece')}"))
    found.append(("left over", f"{100 * supply.waste:.0f} %"))
    if supply.left:
        sizes = " and ".join(f"{length(w, saying)} by {length(h, saying)}" for w, h in supply.left[:2])
        found.append(("rests of use", sizes))
    if fewer:
        found.append(("sheets lacking", fewer))
    seams = sum(piece.join for piece in supply.pieces)
    if seams:
        found.append(("joins on open faces", f"{seams}: align the next sheet with the print of the last"))
    return found


_SHOWS: Final = 0.002
"""What is missing at an edge by more than this is seen. [m]"""


def says_of(laid_out: Laid, saying: Saying) -> list[str]:
    """Return what has to be seen to: what falls short of an edge, what an edge cuts, what is masked, what
    lacks."""
    found = []
    for space in laid_out.pattern.spaces:
        grid = space.grid
        if grid is None:
            continue
        short = max(grid.x, space.w - grid.x - grid.columns * grid.pitch_x)
        if short > _SHOWS and laid_out.said.reach >= 1.0:
            found.append(
                f"{length(short, saying)} stay plain at the side: lay the matching strip there, or start "
                f"elsewhere."
            )
        found += [
            f"{strip.why} of the sheet are surplus there: mask {length(strip.w, saying)}."
            for strip in space.masked
        ]
    if laid_out.count.cut and laid_out.layer.kind in ("stencil", "raised"):
        found.append(
            f"{laid_out.count.cut} of {counted_words(laid_out.count.motifs, 'motif')} are cut by an edge: "
            "the sheet runs past it there, press it over the edge."
        )
    if laid_out.said.mesh and laid_out.count.screens > 1:
        found.append(
            f"One screen does not last: {laid_out.count.screens} are needed, or fewer positions with a "
            "larger one."
        )
    if laid_out.supply is not None and laid_out.fewer:
        found.append(f"Sheets: {laid_out.fewer}.")
    if laid_out.layer.kind in ("paper", "collage", "transfer"):
        found.append("A picture belongs to who made it: print your own, or one that you may use so.")
    return list(dict.fromkeys(found))


def _rough(laid_out: Laid, saying: Saying) -> str:
    samples = Finish(layers=(laid_out.layer,), grounds=laid_out.finish.grounds).tells_apart(
        drawn(laid_out.row, *_JUDGED_AT)
    )
    return _rough_words(laid_out.layer, samples, saying)


def _rough_words(layer: Layer, samples: Samples, saying: Saying) -> str:
    rough = max(
        (roughness(layer, samples, zone) for zone in samples.zones if zone not in UNPAINTED), default=0.0
    )
    if rough < 1e-6:
        return ""
    inches = saying.length_unit == "in"
    number = saying.number(rough / 0.0254, ".3f") if inches else saying.number(1000.0 * rough, ".2f")
    return f"{number} {'in' if inches else 'mm'} (mean distance from the mean plane)"


def counted_words(count: int, thing: str) -> str:
    """Return a count with what is counted: "1 piece", "4 pieces"."""
    return f"{count} {thing}{'' if count == 1 else 's'}"


def roughness_of(session: Session, piece_id: int, layers: Sequence[LayerIn], saying: Saying) -> list[str]:
    """Return of each layer how rough it is where it lies, in words; nothing of what is smooth."""
    row, finish = dressed(session, piece_id, layers)
    samples = finish.tells_apart(drawn(row, *_JUDGED_AT))
    return [_rough_words(layer, samples, saying) for layer in finish.layers]


def _time(minutes: int) -> str:
    hours, rest = divmod(minutes, 60)
    return f"{hours} h {rest} min" if hours and rest else f"{hours} h" if hours else f"{rest} min"


def steps_of(session: Session, laid_out: Laid) -> list[str]:
    """Return the order of work of a layout, by the schools that were chosen."""
    return order_of(
        laid_out.layer.kind,
        edge=_edge(session, laid_out.said),
        mesh=laid_out.said.mesh,
        schools=settings_of(session).schools,
    )

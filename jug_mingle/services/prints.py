"""What is printed: of a mix the pour strip, the lid label and the recipe card; of a piece its finish
sheet."""

from collections.abc import Callable, Sequence
from dataclasses import dataclass, replace
from datetime import date, timedelta
from typing import Final, Literal

import numpy as np
from sqlalchemy.orm import Session

from jug_mingle.core.arrays import FloatArray
from jug_mingle.core.colour.adaptation import R_to_screen
from jug_mingle.core.colour.difference import difference_words, likely_words
from jug_mingle.core.colour.spectra import Light, light
from jug_mingle.core.evidence.fitted_shelf import Shelf
from jug_mingle.core.evidence.mixtures import masstone, mixed_film
from jug_mingle.core.finishes import PATTERNS, PLACES, Layer
from jug_mingle.core.finishes.stack import evenly
from jug_mingle.core.marked import marked
from jug_mingle.core.materials.handling import keeps_words
from jug_mingle.core.measuring.saying import Saying
from jug_mingle.core.optics.film import R_seen
from jug_mingle.core.optics.uptake import laying_words
from jug_mingle.core.pieces.addresses import ZONES, zone_of
from jug_mingle.core.practice.amounts import not_counted
from jug_mingle.core.practice.hazards import DEFERS, cautions_of
from jug_mingle.core.practice.situation import laid_of
from jug_mingle.documents.laid import LaidIn
from jug_mingle.errors import ConflictError, NotFoundError, UnfitError
from jug_mingle.formats.board_sheet import FieldLine, board_sheet
from jug_mingle.formats.finish_sheet import LayerLine, PieceSheet, finish_sheet
from jug_mingle.formats.pour_strip import Line, lid_label, pour_strip, recipe_card, walk_strip
from jug_mingle.services import finish_pictures, finish_report, finish_resolver, looks, mixes, strips
from jug_mingle.services.jobs import get_job
from jug_mingle.services.jugs import jug_for, jug_named
from jug_mingle.services.materials import handled
from jug_mingle.services.mixes import get_mix
from jug_mingle.services.ombres import ladder
from jug_mingle.services.pieces import drawn, get_piece, piece_of, set_of
from jug_mingle.services.predictions import assess_mix, ground_over, pours_of
from jug_mingle.services.settings import Settings, settings_of
from jug_mingle.services.shelf_fit import fitted_shelf
from jug_mingle.store.models import JobRow, LookRow, PieceRow, TargetRow

_MOST_PARTS: Final = 48


def look_of(shelf: Shelf, key: str) -> FloatArray:
    """Return how a tin looks dried, for a swatch."""
    return np.clip(masstone(shelf, key), 0.0, 1.0)


def screen_RGB(R: FloatArray) -> tuple[float, float, float]:
    """Return how a reflectance is printed, as it looks by the window. [sRGB 0..1]"""
    r, g, b = R_to_screen(np.clip(R, 0.0, 1.0)).tolist()
    return r, g, b


def printed(
    session: Session,
    mix_id: int,
    kind: Literal["strip", "label", "card"],
    *,
    jug: str | None,
    unit: str,
    day: date,
) -> bytes:
    """Return a PDF of a mix, dated by a day; UnfitError when it does not fit the jug or the page."""
    mix, shelf, settings = get_mix(session, mix_id), fitted_shelf(session), settings_of(session)
    saying = settings.saying(unit)
    lines, whole = [], sum(pour.parts for pour in pours_of(mix))
    for pour in pours_of(mix):
        material = shelf.materials[shelf.index(pour.key)]
        words = saying.amount(pour.ml, density=material.mass_density)
        lines.append(
            Line(
                name=material.name, ml=pour.ml, words=words, parts=_parts(pour.parts, whole),
                sRGB=screen_RGB(look_of(shelf, pour.key)),
            )
        )  # fmt: skip
    if kind == "strip":
        try:
            name = jug or jug_for(session, sum(line.ml for line in lines))
            return pour_strip(
                lines, jug_named(session, name), title=f"{mix.name}, in a {name}", paper=settings.page
            )
        except ValueError as error:
            raise UnfitError(str(error)) from error
    recipe, job = assess_mix(session, mix, [light("window")]), get_job(session, mix.job_id)
    kinds = [pour.material.kind for pour in mix.pours]
    keeps = _keeps(
        handled(pour.material for pour in mix.pours).pot_life, day, seen_through=mix.laid is not None
    )
    cautions = cautions_of(kinds)
    if kind == "label":
        return lid_label(
            lines, title=mix.name, job=_label_name(job, settings), made=day, keeps=keeps,
            caution=" ".join(cautions), sRGB=screen_RGB(recipe.R),
        )  # fmt: skip
    target = session.get(TargetRow, mix.target_id or 0)
    near = likely_words(recipe.expected, recipe.low, recipe.high)
    words = "Dry a strip first."
    if mix.laid is not None:
        laying = LaidIn.model_validate(mix.laid).laying()
        over = ground_over(session, mix.job_id, mix.laid["over"])
        how = f"{laying_words(laying, takes=bool(over.takes))}, over {over.name.lower()}"
        words = f"{how[0].upper()}{how[1:]}. {words}"
    if target is not None:
        words = f"Predicted: {difference_words(recipe.expected)} ({near}). {words}"
    return recipe_card(
        lines, title=mix.name, job=job.name, made=day, said=saying.told(words), cautions=cautions,
        target=None if target is None else screen_RGB(np.array(target.R)), mix=screen_RGB(recipe.R),
    )  # fmt: skip


def _label_name(job: JobRow, settings: Settings) -> str:
    """Return whom a lid label names, as was set."""
    said = {"none": "", "client": ", ".join(filter(None, (job.name, job.client)))}
    return said.get(settings.label_names, job.name)


def _keeps(days: float | None, made: date, *, seen_through: bool) -> str:
    """Return how long a mix keeps: a date only where there is a figure."""
    if days is not None and days >= 1.0:
        return f"use by {(made + timedelta(days=days)).isoformat()}"
    return "no figure is agreed: mix for the job" if days is None and seen_through else keeps_words(days)


def _parts(parts: int, whole: int) -> str:
    """Return a share in parts; nothing where the ratio is finer than anybody counts."""
    return "" if whole > _MOST_PARTS else f"{parts} part{'' if parts == 1 else 's'}"


def board_of(session: Session, job_id: int, board: str, *, day: date) -> bytes:
    """Return the sheet of a board, dated by a day; NotFoundError where there is none of that name."""
    rows = strips.fields_of(session, job_id, board)
    if not rows:
        raise NotFoundError(f"there is no board {board!r}")
    fields, settings = [], settings_of(session)
    for row in rows:
        name = row.mix.name if row.mix is not None else row.material.name if row.material is not None else ""
        waited = "not wiped" if row.wiped_after is None else f"wiped after {marked(row.wiped_after)} minutes"
        how = strips.how_of(row) or f"{waited}, {row.coats} {'coat' if row.coats == 1 else 'coats'}"
        words = f"{settings.saying().told(how)}. {row.notes}".strip()
        fields.append(FieldLine(title=name, how=words, sRGB=screen_RGB(np.array(row.R))))
    title = f"{board}, on {rows[0].ground or 'wood'}"
    said = "Colours on paper are near, not true: the board itself is what counts. Keep it with the piece."
    return board_sheet(
        fields, title=title, job=get_job(session, job_id).name, made=day, said=said,
        paper=settings.page,
    )  # fmt: skip


def walk_strip_of(
    session: Session, piece_id: int, first_id: int, second_id: int, *, coats: int, light: Light, unit: str
) -> bytes:
    """Return the strip of one jug walked down the rows of a piece; UnfitError when there is nothing to
    walk."""
    found = ladder(session, piece_id, first_id, second_id, coats=coats, light=light)
    if not found.walk:
        raise UnfitError("two rows are painted from their own two jugs: there is nothing to walk down")
    row = get_piece(session, piece_id)
    begun, added = (mixes.mix_of(session, row.job_id, mix_id) for mix_id in (first_id, second_id))
    shelf, settings, lines = fitted_shelf(session), settings_of(session), []
    for number, step in enumerate(found.walk):
        mix = added if number else begun
        words = settings.saying(unit).amount(step.add, density=mixed_film(shelf, pours_of(mix)).density)
        sRGB = screen_RGB(found.steps[number].R)
        lines.append(Line(name=mix.name, ml=step.there, sRGB=sRGB, words=words, parts=f"row {number + 1}"))
    try:
        jug = jug_for(session, max(line.ml for line in lines))
        return walk_strip(
            lines, jug_named(session, jug), title=f"{row.name}, in a {jug}", paper=settings.page
        )
    except ValueError as error:
        raise UnfitError(str(error)) from error


def sheet_of(
    session: Session, piece_id: int, *, light: Light, unit: str | None = None, whole_set: bool = False
) -> Callable[[], bytes]:
    """Return what makes the finish sheet of a piece in the look that it wears; it needs the database no more.

    Of a `whole_set` each dressed piece has its pages, and the first says what all of them take.

    Raises
    ------
    ConflictError
        If the piece, or no piece of the set, wears a look.
    """
    row = get_piece(session, piece_id)
    pieces = set_of(session, row) if whole_set else [row]
    worn = [(piece, look) for piece in pieces if (look := looks.worn_look(session, piece)) is not None]
    if not worn:
        raise ConflictError("this piece wears no look yet: try one on and keep it")
    settings = settings_of(session)
    saying = settings.saying(unit)
    parts = [_piece_sheet(session, piece, look, light=light, saying=saying) for piece, look in worn]
    needs = finish_report.added_up(need for _sheet in parts for need in _sheet.needs)
    title = f"{row.belongs or row.name}: the set" if len(parts) > 1 else parts[0].title

    def make() -> bytes:
        sheets = [_sheet.make() for _sheet in parts]
        if len(sheets) > 1:
            sheets[0] = replace(
                sheets[0], said=f"{sheets[0].said} The whole set takes about {_amounts(needs, saying)}."
            )
        return finish_sheet(sheets, title=title, paper=settings.page)

    return make


@dataclass(frozen=True, slots=True, kw_only=True, eq=False)
class _Sheet:
    """A piece's title, what it takes, and what makes its pages."""

    title: str
    needs: Sequence[finish_report.Need]
    make: Callable[[], PieceSheet]


def _piece_sheet(session: Session, row: PieceRow, look: LookRow, *, light: Light, saying: Saying) -> _Sheet:
    layers = looks.layers_of(look)
    _, finish = finish_resolver.dressed(session, row.id, layers)
    samples = drawn(row, *finish_report.JUDGED_AT)
    each = finish_report.needs_of(session, row, layers, finish, samples)
    needs = finish_report.added_up(need for layer in each for need in layer)
    amounts = _amounts(needs, saying)
    faces = sorted(piece_of(row).faces, key=lambda name: zone_of(name) != "front")
    states = [evenly(finish, next(filter(layer.reaches, faces), "front")) for layer in finish.layers]
    lines = [
        LayerLine(
            title=layer.of.title, how=saying.told(_how(layer)), amounts=_amounts(each[number], saying),
            wait=saying.told(laid_of(number, layer).wait),
            sRGB=screen_RGB(R_seen(*states[number][number + 1])),
        )
        for number, layer in enumerate(finish.layers)
        if layer.on
    ]  # fmt: skip
    job, title = get_job(session, row.job_id).name, f"{_named(row)}: {look.name}"
    return _Sheet(
        title=title, needs=needs,
        make=lambda: PieceSheet(
            lines=lines, title=title, job=job, light=light.title.lower(),
            said=f"Takes about {amounts}. {not_counted(finish, faces)}".rstrip() if amounts else "",
            picture=finish_pictures.picture_of(row, finish, light=light, pixels_wide=1360, pixels_high=736),
            cautions=[*finish_report.cautions_of(row, finish)] or [DEFERS],
        ),
    )  # fmt: skip


def _named(row: PieceRow) -> str:
    """Return what a piece is called, with its set and how many there are of it."""
    many = f"{row.count} × {row.name}" if row.count > 1 else row.name
    return f"{many}, {row.belongs}" if row.belongs else many


def _amounts(needs: Sequence[finish_report.Need], saying: Saying) -> str:
    return ", ".join(f"{need.name} {saying.amount(need.ml, density=need.density)}" for need in needs)


def _how(layer: Layer) -> str:
    said = [" and ".join(film.name for film in layer.films)] if layer.films else []
    if layer.of.act != "reveal":
        said.append(f"{layer.coats} {'coat' if layer.coats == 1 else 'coats'}")
    if layer.water:
        said.append(f"1 : {marked(layer.water)} with water")
    if layer.kind == "blend":
        said.append(PATTERNS[layer.pattern])
    if layer.kind == "stain":
        said.append(f"wiped after {marked(layer.dwell)} minutes")
    elif layer.wipe:
        said.append(f"{100 * layer.wipe:.0f} % wiped back")
    if layer.place != "everywhere":
        said.append(PLACES[layer.place])
    if layer.zones:
        said.append("on " + ", ".join(ZONES.get(name, name.replace("/outside", "")) for name in layer.zones))
    return "; ".join(said) + "."

"""The demo: the keeper of a village lending library renews an old card-catalogue cabinet to go with a
stoneware jug."""

import io
from collections.abc import Callable

import numpy as np
from PIL import Image
from sqlalchemy.orm import Session

from jug_mingle.core.arrays import FloatArray
from jug_mingle.core.colour.difference import even_metric
from jug_mingle.core.colour.spaces import R_to_Lab
from jug_mingle.core.evidence.certainty import NOISE
from jug_mingle.core.evidence.readings import Swatch
from jug_mingle.core.materials.kinds import kind_of
from jug_mingle.core.optics.film import R_body, veil_of
from jug_mingle.core.optics.grounds import ground
from jug_mingle.demo.pigments import TINS, Tin, true_film, true_mix
from jug_mingle.demo.plan import plan_begun
from jug_mingle.demo.scenes import Scene, scenes
from jug_mingle.documents.colour_source import FromPhoto, SpotIn, WhiteIn
from jug_mingle.documents.laid import FieldIn
from jug_mingle.services import (
    jobs,
    looks,
    materials,
    mixes,
    photos,
    pieces,
    readings,
    recipes,
    strips,
    targets,
)
from jug_mingle.services.colours import Colour, resolve, source_of
from jug_mingle.services.photos import PhotoFolder
from jug_mingle.store.database import Database
from jug_mingle.store.models import JobRow, MaterialRow, MixRow, PhotoRow

_POUR_ERROR = 0.03


def load(database: Database, folder: PhotoFolder, *, said: Callable[[str], object]) -> None:
    """Fill an empty database with the demo; one that has a job is left as it is. `said` is told what takes
    its time."""
    with database.read() as session:
        if jobs.job_rows(session):
            return
    said("Setting up the demo, once: painting its five photos …")
    painted = scenes()
    said("… filling the shelf, and mixing the first jugs …")
    with database.write.begin() as session:
        _stock_the_shelf(session)
        job = jobs.add_job(session, name="Card-catalogue cabinet", room="for the reading room")
        pictures = {scene.name: (_add_photo(session, folder, job, scene), scene) for scene in painted}
        jug, scene = pictures["The jug on the table"]
        dark = _mix_like(session, folder, job, jug, scene, "jug glaze", batch=500.0)
        pale = _mix_like(session, folder, job, jug, scene, "bare rim", batch=400.0)
        _stain_board(session, job)
        _offcut(session, job, dark)
        _dress(session, job, dark, pale)
        plan_begun(session, job)


def _dress(session: Session, job: JobRow, dark: MixRow, pale: MixRow) -> None:
    """Three pieces in a set: the cabinet wears an ombre, settle and stand looks that go with it."""
    worn = {
        name: looks.save_look(session, job.id, name=title, layers=looks.preset(session, job.id, name))
        for name, title in (("tide", "Tide"), ("lantern", "Lantern"), ("harbour", "Harbour"))
    }
    for name, form, look, measures in (
        ("Card-catalogue cabinet", "card_cabinet", "tide", {}),
        ("Hall settle", "settle", "harbour", {}),
        ("Plant stand", "stool", "harbour", {"height": 0.82, "width": 0.34, "depth": 0.34}),
    ):
        piece = pieces.add_piece(session, job.id, name=name, form=form, measures=measures)
        looks.wear(session, piece.id, worn[look].id)


def _stain_board(session: Session, job: JobRow) -> None:
    """The tea stain on oak, wiped back after one minute to half an hour: what goes in grows with the
    logarithm."""
    tin, wood = next(tin for tin in TINS if tin.key == "brewed-tea"), ground("oak")
    kind = kind_of(tin.kind)
    coat = 1000.0 / kind.spread_rate * kind.volume_solids
    bare = Colour(R=wood.R_seen, noise=NOISE["reader"], how="reader", spectral=True)
    for minutes in (1.0, 3.0, 10.0, 30.0):
        X = coat * (0.35 + 0.22 * np.log(minutes))
        R = np.clip(true_film(tin, X=X, R_g=wood.body), 0.0, 1.0)
        strips.add_offcut(
            session, job.id, Colour(R=R, noise=NOISE["reader"], how="reader", spectral=True), mix_id=None,
            material=tin.key, ground="oak", coats=1, wiped_after=minutes, board="Tea on oak", notes="",
            laid=FieldIn(over="oak", wait=minutes, wipe=1.0), bare=bare,
        )  # fmt: skip


def _offcut(session: Session, job: JobRow, mix: MixRow) -> None:
    tins = {tin.key: tin for tin in TINS}
    R = true_mix([(tins[pour.material.key], pour.ml) for pour in mix.pours])
    strips.add_offcut(
        session, job.id, Colour(R=R, noise=NOISE["reader"], how="reader", spectral=True), mix_id=mix.id,
        material=None,
        ground="white_primer", coats=2, wiped_after=None, board="", notes="the back of the third drawer",
    )  # fmt: skip


def _stock_the_shelf(session: Session) -> None:
    rng = np.random.default_rng(20)
    rows: dict[str, MaterialRow] = {}
    for tin in TINS:
        rows[tin.key] = materials.add_material(
            session,
            key=tin.key,
            name=tin.name,
            kind=tin.kind,
            left_ml=tin.left_ml,
            full_ml=max(500.0, 1.25 * tin.left_ml),
            price=tin.price,
            place="upper board" if kind_of(tin.kind).optical == "hiding" else "lower board",
            use_up=tin.key == "tide-line",
        )
    white = TINS[0]
    for tin in TINS:
        kind = kind_of(tin.kind)
        veil = veil_of(kind.sheen)
        if kind.optical == "transparent":
            _read_over_paper(session, rows[tin.key], tin, rng)
        elif kind.optical == "hiding":
            noise = NOISE[tin.known]
            masstone = (_read(true_mix([(tin, 1.0)]), noise, rng),)
            readings.add_reading(
                session,
                how=tin.known,
                noise=noise,
                volumes=[(rows[tin.key], 1.0)],
                veil=veil,
                swatches=[Swatch(seen=seen) for seen in masstone],
            )
            if tin is not white:
                tint = _read(true_mix([(tin, 1.0), (white, 4.0)]), noise, rng)
                readings.add_reading(
                    session,
                    how=tin.known,
                    noise=noise,
                    volumes=[(rows[tin.key], 1.0), (rows[white.key], 4.0)],
                    veil=veil_of("flat"),
                    pour_error=_POUR_ERROR,
                    swatches=[Swatch(seen=tint)],
                )
    _read_white_card(session, rows[white.key], white, rng)


def _read(R: FloatArray, noise: float, rng: np.random.Generator) -> FloatArray:
    """Return CIELAB of a patch with the error of its way of reading."""
    Lab = R_to_Lab(R)
    return np.asarray(Lab + np.linalg.solve(even_metric(Lab), rng.standard_normal(3) * noise / 1.6))


def _read_over_paper(session: Session, row: MaterialRow, tin: Tin, rng: np.random.Generator) -> None:
    """A transparent tin is known from one coat of it over white paper, as a spectrum."""
    kind = kind_of(tin.kind)
    X = 1000.0 / kind.spread_rate * kind.volume_solids
    paper = ground("paper").body
    seen = np.clip(true_film(tin, X=X, R_g=paper) + 0.002 * rng.standard_normal(36), 0.001, 1.0)
    readings.add_reading(
        session,
        how="reader",
        noise=NOISE["reader"],
        volumes=[(row, 1.0)],
        veil=veil_of(kind.sheen),
        swatches=[Swatch(seen=seen, X=X, R_g=paper)],
        thickness_error=0.15,
    )


def _read_white_card(session: Session, row: MaterialRow, tin: Tin, rng: np.random.Generator) -> None:
    """One coat of the white over a black and a white card says how strongly it hides."""
    kind = kind_of(tin.kind)
    X = 1000.0 / kind.spread_rate * kind.volume_solids
    grounds = [R_body(np.full(36, level), 0.9) for level in (0.05, 0.85)]
    readings.add_reading(
        session,
        how="reader",
        noise=NOISE["reader"],
        volumes=[(row, 1.0)],
        veil=veil_of(kind.sheen),
        thickness_error=0.15,
        swatches=[
            Swatch(seen=_read(true_film(tin, X=X, R_g=R_g), NOISE["reader"], rng), X=X, R_g=R_g)
            for R_g in grounds
        ],
    )


def _add_photo(session: Session, folder: PhotoFolder, job: JobRow, scene: Scene) -> PhotoRow:
    out = io.BytesIO()
    Image.fromarray(scene.pixels).save(out, "JPEG", quality=93, subsampling=0)
    data = out.getvalue()
    pixels, media_type = photos.read_photo(data, max_pixels=50_000_000)
    sha256 = photos.keep_files(folder, data, pixels)
    size = (pixels.shape[1], pixels.shape[0])
    return photos.add_photo(
        session, job_id=job.id, name=scene.name, sha256=sha256, size=size, media_type=media_type
    )


def _mix_like(
    session: Session,
    folder: PhotoFolder,
    job: JobRow,
    photo: PhotoRow,
    scene: Scene,
    name: str,
    *,
    batch: float,
) -> MixRow:
    """Catch a colour as a person would, with a tap on the white, and keep the best recipe of three tins."""
    place = next(known for known in scene.spots if known.name == name)
    from_photo = FromPhoto(
        photo_id=photo.id,
        area=SpotIn(x=place.x, y=place.y, radius=6.0),
        lighting=WhiteIn(area=SpotIn(x=scene.white.x, y=scene.white.y, radius=12.0)),
    )
    colour = resolve(session, folder, from_photo)
    target = targets.add_target(
        session,
        job_id=job.id,
        name=name,
        R=colour.R,
        noise=colour.noise,
        photo_id=photo.id,
        source=source_of(from_photo, colour),
        how=colour.how,
    )
    answer = recipes.recipes_for(
        session,
        target_id=target.id,
        batch=batch,
        tool_key="parts",
        parts=12,
        use=(),
        avoid=(),
        most_tins=3,
        lights=("window", "bulb"),
    )
    best = next(recipe for recipe in answer.recipes if len(recipe.pours) == 3)
    pours = [recipes.PourAsked(material=pour.key, parts=pour.parts, ml=pour.ml) for pour in best.pours]
    return mixes.add_mix(
        session,
        job_id=job.id,
        target_id=target.id,
        name=name.capitalize(),
        batch=batch,
        tool_key="parts",
        pours=pours,
    )

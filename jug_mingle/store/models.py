"""The tables. Spectra are JSON lists of 36 numbers; times are UTC."""

from datetime import date, datetime
from typing import Any

from sqlalchemy import JSON, CheckConstraint, ForeignKey, String, Text, UniqueConstraint
from sqlalchemy.orm import Mapped, mapped_column, relationship

from jug_mingle.store.base import Row as Row
from jug_mingle.store.base import UTCDateTime as UTCDateTime
from jug_mingle.store.base import now as now
from jug_mingle.store.record import ChoiceRow as ChoiceRow
from jug_mingle.store.record import EntryRow as EntryRow


class JobRow(Row):
    """One piece of work: furniture and what belongs to it."""

    __tablename__ = "job"

    name: Mapped[str] = mapped_column(String(120))
    room: Mapped[str] = mapped_column(String(120), default="")
    workshop_light: Mapped[str] = mapped_column(String(40), default="window", server_default="window")
    room_light: Mapped[str] = mapped_column(String(40), default="window", server_default="window")
    client: Mapped[str] = mapped_column(String(120), default="", server_default="")
    notes: Mapped[str] = mapped_column(String(4000), default="", server_default="")
    due: Mapped[datetime | None]
    """When it is needed."""
    state: Mapped[str] = mapped_column(String(20), default="in_work", server_default="in_work")
    """A key of `services.jobs.STATES`."""
    finished: Mapped[datetime | None]
    """When the work on it ended."""
    gone: Mapped[datetime | None]
    """When it was sold or given."""
    archived: Mapped[datetime | None]
    """When it was put into the archive, out of the way."""
    removed: Mapped[datetime | None]


class MaterialRow(Row):
    """A tin on the shelf; empty columns take the kind's default."""

    __tablename__ = "material"
    __table_args__ = (CheckConstraint("left_ml >= 0", name="left_not_negative"),)

    key: Mapped[str] = mapped_column(String(80), unique=True)
    name: Mapped[str] = mapped_column(String(120))
    kind: Mapped[str] = mapped_column(String(40))
    volume_solids: Mapped[float | None]
    density: Mapped[float | None]
    spread_rate: Mapped[float | None]
    sheen: Mapped[str | None] = mapped_column(String(20))
    handling: Mapped[dict[str, Any]] = mapped_column(default=dict, server_default="{}")
    """What its own label says instead of the kind's usual handling."""
    left_ml: Mapped[float]
    full_ml: Mapped[float] = mapped_column(default=500.0, server_default="500")
    price: Mapped[float] = mapped_column(default=0.0)
    opened: Mapped[date | None]
    place: Mapped[str] = mapped_column(String(120), default="", server_default="")
    notes: Mapped[str] = mapped_column(String(2000), default="", server_default="")
    use_up: Mapped[bool] = mapped_column(default=False, server_default="0")
    made: Mapped[dict[str, Any] | None]
    """Of what was mixed: the mix it was, its pours, and the pot life that follows."""
    removed: Mapped[datetime | None]


class ReadingRow(Row):
    """Evidence about one or several materials, mixed: dried patches and how they were read."""

    __tablename__ = "reading"

    how: Mapped[str] = mapped_column(String(40))
    noise: Mapped[float]
    light: Mapped[str] = mapped_column(String(40))
    veil: Mapped[float]
    pour_error: Mapped[float] = mapped_column(default=0.0)
    thickness_error: Mapped[float] = mapped_column(default=0.0)
    swatches: Mapped[list[Any]]
    """Each {"seen": [...], "X": µm or null, "R_g": [...] or null}; empty where coats were counted."""
    coats: Mapped[dict[str, Any] | None]
    """Coats that hid a ground: {"coats": n, "X_coat": µm, "R_g": [...], "hid": bool}."""
    about: Mapped[dict[str, Any]] = mapped_column(default=dict, server_default="{}")
    """Its conditions: what it was read with, on what ground, by which photo."""
    removed: Mapped[datetime | None]
    volumes: Mapped[list["ReadingVolumeRow"]] = relationship(cascade="all, delete-orphan", lazy="selectin")


class ReadingVolumeRow(Row):
    """One material's volume in what was read."""

    __tablename__ = "reading_volume"

    reading_id: Mapped[int] = mapped_column(ForeignKey("reading.id", ondelete="CASCADE"), index=True)
    material_id: Mapped[int] = mapped_column(ForeignKey("material.id", ondelete="CASCADE"), index=True)
    volume: Mapped[float]
    material: Mapped[MaterialRow] = relationship(lazy="joined")


class PhotoRow(Row):
    """A photo; its pixels are a file named by the hash of what was uploaded."""

    __tablename__ = "photo"
    __table_args__ = (UniqueConstraint("job_id", "sha256"),)

    job_id: Mapped[int] = mapped_column(ForeignKey("job.id", ondelete="CASCADE"), index=True)
    name: Mapped[str] = mapped_column(String(200))
    sha256: Mapped[str] = mapped_column(String(64))
    media_type: Mapped[str] = mapped_column(String(40))
    width: Mapped[int]
    height: Mapped[int]
    marks: Mapped[dict[str, Any]] = mapped_column(default=dict, server_default="{}")
    """Faces marked on it to try looks on: `documents.face_marks.Marks`."""
    turned: Mapped[int] = mapped_column(default=0, server_default="0")
    """How far it was turned clockwise from how it came. [degrees]"""
    taken: Mapped[datetime | None]
    """When it was taken, as the camera says."""
    stage: Mapped[str] = mapped_column(String(20), default="", server_default="")  # of the work, or nothing
    removed: Mapped[datetime | None]


class TargetRow(Row):
    """A colour that the job wants."""

    __tablename__ = "target"

    job_id: Mapped[int] = mapped_column(ForeignKey("job.id", ondelete="CASCADE"), index=True)
    photo_id: Mapped[int | None] = mapped_column(ForeignKey("photo.id", ondelete="SET NULL"))
    name: Mapped[str] = mapped_column(String(120))
    R: Mapped[list[float]]
    noise: Mapped[float]
    how: Mapped[str] = mapped_column(String(20), default="before", server_default="before")
    """The way it was caught, a key of `core.evidence.WAYS`."""
    tolerance: Mapped[float] = mapped_column(default=2.0, server_default="2.0")
    light: Mapped[str] = mapped_column(String(40), default="window", server_default="window")
    background: Mapped[list[float] | None]
    """Reflectance of the floor or wall that it will stand against."""
    source: Mapped[dict[str, Any]]
    """How it was caught, so that it can be caught again: areas tapped and warnings given."""
    removed: Mapped[datetime | None]


class MixRow(Row):
    """A recipe saved as a mix of the job: a jug."""

    __tablename__ = "mix"

    job_id: Mapped[int] = mapped_column(ForeignKey("job.id", ondelete="CASCADE"), index=True)
    target_id: Mapped[int | None] = mapped_column(ForeignKey("target.id", ondelete="SET NULL"))
    name: Mapped[str] = mapped_column(String(120))
    batch: Mapped[float]
    tool: Mapped[str] = mapped_column(String(40))
    predicted: Mapped[dict[str, Any] | None] = mapped_column(JSON(none_as_null=True))
    """What was predicted of it when it was kept, as `services.predictions.Then`."""
    laid: Mapped[dict[str, Any] | None] = mapped_column(JSON(none_as_null=True))
    """Of one that is seen through: how it is laid, and over what, as `documents.laid.LaidIn`."""
    removed: Mapped[datetime | None]
    pours: Mapped[list["PourRow"]] = relationship(
        cascade="all, delete-orphan", order_by="PourRow.place", lazy="selectin"
    )


class PourRow(Row):
    """One tin's share of a mix, in pouring order."""

    __tablename__ = "pour"
    __table_args__ = (UniqueConstraint("mix_id", "place"), CheckConstraint("ml > 0", name="ml_positive"))

    mix_id: Mapped[int] = mapped_column(ForeignKey("mix.id", ondelete="CASCADE"), index=True)
    material_id: Mapped[int] = mapped_column(ForeignKey("material.id", ondelete="RESTRICT"), index=True)
    place: Mapped[int]
    parts: Mapped[int]
    ml: Mapped[float]
    material: Mapped[MaterialRow] = relationship(lazy="joined")


class BatchRow(Row):
    """A mix being poured, or poured: one batch in one jug."""

    __tablename__ = "pot"

    mix_id: Mapped[int] = mapped_column(ForeignKey("mix.id", ondelete="CASCADE"), index=True)
    jug: Mapped[str] = mapped_column(String(40))
    capacity: Mapped[float]
    asked: Mapped[list[Any]]  # what is to be poured in all, each {"key", "parts", "ml"}; a rescue adds to it
    dry_at: Mapped[datetime | None]
    """When the sample strip will be dry."""
    done: Mapped[datetime | None]
    predicted: Mapped[dict[str, Any] | None] = mapped_column(JSON(none_as_null=True))
    """What was predicted of what is in it when it was last poured, as `services.predictions.Then`."""
    made: Mapped[list["PourMadeRow"]] = relationship(
        cascade="all, delete-orphan",
        order_by="PourMadeRow.place",
        lazy="selectin",
        foreign_keys="PourMadeRow.batch_id",
    )
    given: Mapped[list["PourMadeRow"]] = relationship(
        lazy="selectin", foreign_keys="PourMadeRow.from_batch_id"
    )
    """What was poured out of this jug into others."""


class PourMadeRow(Row):
    """One pour that was made; written when it was made."""

    __tablename__ = "pour_made"
    __table_args__ = (UniqueConstraint("pot_id", "place"), CheckConstraint("ml > 0", name="ml_positive"))

    batch_id: Mapped[int] = mapped_column("pot_id", ForeignKey("pot.id", ondelete="CASCADE"), index=True)
    material_id: Mapped[int] = mapped_column(ForeignKey("material.id", ondelete="RESTRICT"), index=True)
    place: Mapped[int]
    ml: Mapped[float]
    taken: Mapped[float]
    """What the tin on the shelf was said to lose by it; less than poured where it was said to hold less.
    [ml]"""
    from_batch_id: Mapped[int | None] = mapped_column(
        "from_pot_id", ForeignKey("pot.id", ondelete="SET NULL"), index=True
    )
    """The jug that it was poured out of; None where it came from a tin."""
    how: Mapped[str] = mapped_column(String(20))
    material: Mapped[MaterialRow] = relationship(lazy="joined")


class StripRow(Row):
    """A dried sample strip or offcut: what it shows, on what, and the reading that it became."""

    __tablename__ = "strip"

    job_id: Mapped[int] = mapped_column(ForeignKey("job.id", ondelete="CASCADE"), index=True)
    batch_id: Mapped[int | None] = mapped_column(
        "pot_id", ForeignKey("pot.id", ondelete="CASCADE"), index=True
    )
    mix_id: Mapped[int | None] = mapped_column(ForeignKey("mix.id", ondelete="CASCADE"), index=True)
    """What is on it, or else `material_id`, a tin as it is."""
    material_id: Mapped[int | None] = mapped_column(ForeignKey("material.id", ondelete="CASCADE"), index=True)
    reading_id: Mapped[int | None] = mapped_column(ForeignKey("reading.id", ondelete="SET NULL"))
    photo_id: Mapped[int | None] = mapped_column(ForeignKey("photo.id", ondelete="SET NULL"))
    R: Mapped[list[float]]
    ground: Mapped[str] = mapped_column(String(60), default="")
    coats: Mapped[int] = mapped_column(default=2)
    wiped_after: Mapped[float | None]
    """Minutes before it was wiped back; None when it was not."""
    board: Mapped[str] = mapped_column(String(60), default="", server_default="")
    laid: Mapped[dict[str, Any] | None] = mapped_column(JSON(none_as_null=True))
    """Of what is seen through: how it was laid, and over what, as `documents.laid.LaidIn`."""
    notes: Mapped[str] = mapped_column(String(500), default="")
    removed: Mapped[datetime | None]
    mix: Mapped[MixRow | None] = relationship(lazy="joined")
    material: Mapped[MaterialRow | None] = relationship(lazy="joined")


class LookRow(Row):
    """A finish of a job by name: its layers from the ground up."""

    __tablename__ = "look"

    job_id: Mapped[int] = mapped_column(ForeignKey("job.id", ondelete="CASCADE"), index=True)
    name: Mapped[str] = mapped_column(String(120))
    layers: Mapped[list[Any]]
    """Each as `services.look_shapes.LayerIn`."""
    removed: Mapped[datetime | None]


class PieceRow(Row):
    """One piece of furniture of a job."""

    __tablename__ = "piece"

    job_id: Mapped[int] = mapped_column(ForeignKey("job.id", ondelete="CASCADE"), index=True)
    name: Mapped[str] = mapped_column(String(120))
    spec: Mapped[dict[str, Any]]
    """Its form and measures, as `core.pieces.Piece`."""
    grounds: Mapped[dict[str, Any]]
    """What faces are before anything is laid, by names that they answer to; "" is every other face."""
    uses: Mapped[list[Any] | None]
    """What it is for, by `core.practice.uses`; none is its form's usual."""
    age: Mapped[str] = mapped_column(String(20), default="unknown", server_default="unknown")
    count: Mapped[int] = mapped_column(default=1, server_default="1")
    """How many there are of it, all alike."""
    belongs: Mapped[str] = mapped_column(String(60), default="", server_default="")
    """The set that it belongs to, such as "dining room"."""
    recounted: Mapped[bool] = mapped_column(default=False, server_default="0")
    """Whether its areas were counted otherwise before, which is not yet read."""
    last: Mapped[dict[str, Any] | None]
    """What it was last painted with: name of faces → {"name" of the look, "R" as it is seen (36)}."""
    hardware: Mapped[dict[str, Any] | None]
    """As `core.practice.hardware.Hardware`."""
    survey: Mapped[dict[str, Any] | None]
    """What it is before anything is done, as `core.plan.survey.Survey`."""
    look_id: Mapped[int | None] = mapped_column(ForeignKey("look.id", ondelete="SET NULL"))
    removed: Mapped[datetime | None]


class DeviceReadingRow(Row):
    """One reading of the colour reader, kept with its conditions."""

    __tablename__ = "device_reading"

    device: Mapped[str] = mapped_column(String(120))
    sample: Mapped[str] = mapped_column(String(200), default="")
    R: Mapped[list[float]]


class PlanRow(Row):
    """The plan of a job: what was asked of it, and the hours that its steps were last laid into."""

    __tablename__ = "plan"

    job_id: Mapped[int] = mapped_column(ForeignKey("job.id", ondelete="CASCADE"), unique=True)
    begun: Mapped[datetime]
    """The day of this is the first of the plan."""
    asked: Mapped[float | None]
    """The price that is asked for the work."""
    asks: Mapped[dict[str, Any]] = mapped_column(default=dict, server_default="{}")
    """As `services.plans.Asks`: what was dropped, added, put in order, pinned, held up, and the air that was
    typed."""
    laid: Mapped[dict[str, Any] | None]
    """As `services.plans.Kept`: when each step starts, how good that is, and what it was made of."""


class StepDoneRow(Row):
    """A step of a plan that was done, or left undone on purpose; taken back it stays, with when."""

    __tablename__ = "step_done"

    job_id: Mapped[int] = mapped_column(ForeignKey("job.id", ondelete="CASCADE"), index=True)
    step: Mapped[str] = mapped_column(String(160))
    how: Mapped[str] = mapped_column(String(20))  # "done" or "skipped"
    ended: Mapped[datetime]
    minutes: Mapped[float]
    """Of hands, as it really took."""
    usual: Mapped[float]
    """As it was planned before what was learnt. [minutes]"""
    about: Mapped[dict[str, Any]]
    """The step as it was: its title, act, piece, part and layer."""
    taken_back: Mapped[datetime | None]


class TimerRow(Row):
    """A wait, a window or a wipe that somebody is called for."""

    __tablename__ = "timer"

    job_id: Mapped[int] = mapped_column(ForeignKey("job.id", ondelete="CASCADE"), index=True)
    words: Mapped[str] = mapped_column(String(160))
    kind: Mapped[str] = mapped_column(String(20))
    """"wait", "window" or "wipe"."""
    step: Mapped[str] = mapped_column(String(160))
    """The step that it is for, or nothing."""
    ends: Mapped[datetime]
    removed: Mapped[datetime | None]


class JugRow(Row):
    """A vessel of the person's own: inner diameters at rising inner heights. [mm]"""

    __tablename__ = "jug"

    name: Mapped[str] = mapped_column(String(40), unique=True)
    form: Mapped[str] = mapped_column(String(20))
    heights: Mapped[list[float]]
    diameters: Mapped[list[float]]


class PreparationRow(Row):
    """A preparation of the person's own: roles by the kind of what plays them, and how it is laid."""

    __tablename__ = "preparation"

    title: Mapped[str] = mapped_column(String(120))
    film: Mapped[str] = mapped_column(String(40))
    """As which see-through film it is laid; empty of what is built up until it hides."""
    laying: Mapped[dict[str, Any]]
    roles: Mapped[list[Any]]
    """Each {"title", "kind", "parts"}, in the order in which they go into the jug."""
    removed: Mapped[datetime | None]


class SettingRow(Row):
    """Something that the person set once for all their work: "margin", or "school:" and a question."""

    __tablename__ = "setting"

    key: Mapped[str] = mapped_column(String(60), unique=True)
    value: Mapped[dict[str, Any]]


class PairedRow(Row):
    """A device of the workshop that is let in (`services.pairing`)."""

    __tablename__ = "paired"

    name: Mapped[str] = mapped_column(String(40))
    token: Mapped[str] = mapped_column(String(64), unique=True)
    """What is kept of its token: the SHA-256 of it."""
    may: Mapped[str] = mapped_column(String(10))
    """"work" or "look"; the latter looks at one job."""
    job_id: Mapped[int | None] = mapped_column(ForeignKey("job.id", ondelete="SET NULL"))
    last_used: Mapped[datetime]


class DoneRow(Row):
    """A write that carried a key, and what was answered: sent again, it is answered again and not done
    again."""

    __tablename__ = "done"

    key: Mapped[str] = mapped_column(String(100), unique=True)
    request: Mapped[str] = mapped_column(String(300))
    status: Mapped[int | None]
    media_type: Mapped[str] = mapped_column(String(100), default="")
    answer: Mapped[str] = mapped_column(Text, default="")


class MotifRow(Row):
    """A motif of a job."""

    __tablename__ = "motif"

    job_id: Mapped[int] = mapped_column(ForeignKey("job.id", ondelete="CASCADE"), index=True)
    name: Mapped[str] = mapped_column(String(120))
    kind: Mapped[str] = mapped_column(String(20))
    """"outlines" of a stencil, or "print" of a picture."""
    width: Mapped[float]
    height: Mapped[float]
    content: Mapped[dict[str, Any]]
    """{"rings": [[[x, y], …]], "inks": […]} in metres; or {"size": [h, w], "ink": base64, "palette":
    [[36]]}."""
    made: Mapped[dict[str, Any]] = mapped_column(default=dict, server_default="{}")
    """What it was cut from, how, how many islands it had, and the bridges that hold them."""
    removed: Mapped[datetime | None]

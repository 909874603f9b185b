"""What a painter may send at any moment, for every write of the API: its path filled in, and a body that
makes sense.

Numbers are of what is there, now and then of what is not; bodies are drawn by a seeded generator.
"""

from collections.abc import Callable, Mapping
from dataclasses import dataclass, field
from datetime import UTC, datetime, timedelta
from random import Random
from typing import Any, Final

from tests.api.support import photo

Json = Any
GROUNDS: Final = ("oak", "pine", "sound_varnish", "old_white_paint", "laminate")
FORMS: Final = ("box", "chest", "stool", "table")
FILM: Final = {"over": "oak", "coats": 1, "wipe": 0.3}
TREATMENTS: Final = ("", "strip", "sand", "scuff", "keep")
SVG: Final = b'<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 9 9"><path d="M1 1h7v7h-7z"/></svg>'
TABLE: Final = b"name,kind,left_ml\nFound tin,chalk_paint,200\n"
CALENDAR: Final = (
    "BEGIN:VCALENDAR\r\nVERSION:2.0\r\nPRODID:x\r\nBEGIN:VEVENT\r\nUID:1\r\nDTSTAMP:20261201T000000Z\r\n"
    "DTSTART:20261205T080000Z\r\nDTEND:20261205T100000Z\r\nRRULE:FREQ=WEEKLY\r\nEND:VEVENT\r\nEND:VCALENDAR\r\n"
)


@dataclass(slots=True)
class Seen:
    """What was last read of the job in hand and of what all jobs share: what a person has before the eyes."""

    random: Random
    job: dict[str, Any] = field(default_factory=dict)
    plan: dict[str, Any] = field(default_factory=dict)
    shelf: list[dict[str, Any]] = field(default_factory=list)
    rows: dict[str, list[int]] = field(default_factory=dict)
    """Numbers of what is not of the job's own answer: entries, strips, readings, timers, choices, motifs,
    gone ones."""
    tokens: list[str] = field(default_factory=list)
    bin: list[dict[str, Any]] = field(default_factory=list)
    preparations: list[str] = field(default_factory=list)
    batches: list[dict[str, Any]] = field(default_factory=list)
    archive: bytes = b""

    def one(self, of: str) -> int:
        """Return the number of one that is there, of a removed one where there is none, else of nothing."""
        own = [row["id"] for row in self.job.get(of, [])] or self.rows.get(of, [])
        return self.random.choice(own) if own and self.random.random() > 0.03 else 999

    def at_bench(self) -> int:
        """Return the number of the jug that is being poured, mostly."""
        open_ = [one["id"] for one in self.batches if not one["done"]]
        return int(open_[-1]) if open_ and self.random.random() < 0.8 else self.one("pots")

    def next_pour(self) -> Json:
        """Return the next pour of that jug, now and then something else."""
        steps = [
            one for batch in self.batches if not batch["done"] for one in batch["steps"] if not one["made"]
        ]
        if not steps or self.random.random() < 0.2:
            return {"place": self.random.randint(0, 1), "material": self.paint(), "ml": 5.0}
        batch = next(one for one in reversed(self.batches) if not one["done"])
        left = [(place, one) for place, one in enumerate(batch["steps"]) if not one["made"]]
        place, one = left[0] if left else (0, steps[0])
        return {"place": place, "material": one["material"], "ml": one["ml"]}

    def rest(self) -> Json:
        """Return a jug that holds something; None where none does."""
        full = [one for one in self.batches if one["poured_ml"] > 1.0]
        return self.random.choice(full) if full else None

    def gone(self, of: str) -> int:
        """Return the number of something that was removed."""
        return self.random.choice(self.rows.get(f"gone {of}") or [999])

    def tin(self) -> str:
        """Return the key of a tin that paints."""
        return str(self.random.choice([one["key"] for one in self.shelf] or ["none"]))

    def paint(self) -> str:
        """Return the key of a tin of paint, if there is one."""
        paints = [one["key"] for one in self.shelf if one["kind"] == "chalk_paint"]
        return str(self.random.choice(paints)) if paints else self.tin()

    def step(self) -> str:
        """Return the key of a step, mostly of one that is not done."""
        steps = [one["key"] for one in self.plan.get("steps", []) if not one["done"]]
        return str(self.random.choice(steps[:8])) if steps else "p1.none"

    def done_step(self) -> str:
        """Return the key of a step that was ticked off, the newest ones first."""
        steps = [one["key"] for one in self.plan.get("steps", []) if one["done"]]
        return str(steps[-1]) if steps else self.step()

    def colour(self) -> Json:
        """Return a colour by its text."""
        return {"source": "text", "text": f"#{self.random.randrange(0x202020, 0xE0E0E0):06x}"}

    def layers(self) -> list[Json]:
        """Return the layers of a look, some with none, some on a part alone."""
        r, jug = self.random, f"mix:{self.one('mixes')}"
        own = {
            "paint": [jug], "wash": [jug], "stencil": [jug], "wax": ["brown wax"], "sealer": [], "primer": [],
            "ornament": [jug],
        }  # fmt: skip
        found = []
        for _ in range(r.randint(0, 3)):
            kind = r.choice(list(own))
            layer: Json = {"kind": kind, "colours": own[kind], "coats": r.randint(1, 3)}
            if r.random() < 0.3:
                layer["zones"] = [r.choice(["top", "top", "body", "front", "nowhere", "hardware"])]
            if kind == "paint":
                layer["way"] = r.choice(["brush", "brush", "spray"])
            if kind == "stencil":
                layer["layout"] = {"motif": "damask", "width": r.choice([0.05, 0.4, 3.0])}
            found.append(layer)
        return found

    def pours(self) -> list[Json]:
        """Return pours of one or two tins."""
        tins = sorted({self.paint(), self.paint()})
        return [{"material": key, "parts": n + 1, "ml": 40.0 * (n + 1)} for n, key in enumerate(tins)]

    def survey(self) -> Json:
        """Return what a painter finds on a piece."""
        r = self.random
        parts = {
            name: {"treatment": r.choice(TREATMENTS)}
            for name in r.sample(["", "top", "front"], r.randint(0, 2))
        }
        return {
            "parts": parts,
            "causes": r.sample(["staples", "nails"], 1),
            "interiors": r.choice(["", "feed"]),
        }


Body = Callable[[Seen], Json]
_none: Final[Body] = lambda s: None  # noqa: E731 - a table of bodies, one line each


def _hours(s: Seen) -> Json:
    days = s.random.sample(["mon", "tue", "wed", "thu", "fri", "sat", "sun"], 3)
    return {"week": {day: [{"start": "09:00", "end": "13:00"}] for day in days}, "zone": "UTC", "hands": 1}


def _soon(s: Seen) -> str:
    return (datetime.now(UTC) + timedelta(days=s.random.randint(1, 40))).isoformat()


def _mix(s: Seen) -> Json:
    mix = {"name": "Jug", "batch": 120.0, "target_id": s.one("targets"), "pours": s.pours()}
    rest = s.rest()
    if rest is None or s.random.random() < 0.4:
        return mix
    pours = [{"material": key, "parts": 1, "ml": 60.0} for key in {one["material"] for one in rest["steps"]}]
    return {**mix, "pours": pours, "from_batches": [{"batch_id": rest["id"], "ml": rest["poured_ml"] / 2}]}


def _patch_piece(s: Seen) -> Json:
    r = s.random
    return r.choice([
        {"grounds": {"": r.choice(GROUNDS)}}, {"grounds": {"": "oak", "top": r.choice(GROUNDS)}},
        {"count": 2},
        {"measures": {"width": r.choice([0.4, 0.9])}}, {"uses": ["drinks"]}, {"name": "Renamed"},
    ])  # fmt: skip


def _board(s: Seen) -> Json:
    fields = [
        {"colour": s.colour(), "laid": FILM, "mix_id": s.one("mixes")},
        {"colour": s.colour(), "laid": FILM, "material": s.paint()},
    ]
    return {"name": "Offcut", "fields": fields}


BODIES: Final[Mapping[str, Body]] = {
    "POST /api/archives": lambda s: s.archive,
    "POST /api/archives/{token}/import": lambda s: {"jobs": [1]},
    "PUT /api/choices/{choice_id}/answer": lambda s: {"look_id": s.one("looks"), "words": "This one"},
    "POST /api/devices/reader/fault": lambda s: {"fault": s.random.choice(["none", "none", "timeout"])},
    "POST /api/devices/reader/read": lambda s: {"sample": "a white tile"},
    "POST /api/devices/scale/load": lambda s: {"grams": s.random.choice([0.0, 120.5])},
    "POST /api/devices/weather": lambda s: {"season": s.random.choice(["mild", "damp", "cold", "hot"])},
    "PATCH /api/entries/{entry_id}": lambda s: {"words": "Said better", "piece_id": s.one("pieces")},
    "PUT /api/hours": _hours,
    "POST /api/hours/busy": lambda s: {"calendar": CALENDAR},
    "POST /api/jobs": lambda s: {"name": "Another"},
    "PATCH /api/jobs/{job_id}": lambda s: s.random.choice([{"due": _soon(s)}, {"no_due": True},
        {"name": "Hall"}]),
    "PATCH /api/jobs/{job_id}/boards": lambda s: {"board": "Offcut",
        "name": s.random.choice(["Offcut", "Oak"])},
    "POST /api/jobs/{job_id}/boards": _board,
    "POST /api/jobs/{job_id}/choices": lambda s: {
        "piece_id": s.one("pieces"), "look_ids": sorted(one["id"] for one in s.job.get("looks", []))[:2],
    },
    "POST /api/jobs/{job_id}/entries": lambda s: {"kind": "spent", "words": "Brushes", "money": 12.5},
    "POST /api/jobs/{job_id}/looks": lambda s: {"name": "Look", "layers": s.layers()},
    "POST /api/jobs/{job_id}/looks/import": lambda s: {"format": "jug-mingle look", "name": "In",
        "layers": s.layers()},
    "POST /api/jobs/{job_id}/mixes": _mix,
    "POST /api/jobs/{job_id}/motifs/cut": lambda s: {"name": "Cut", "photo_id": s.one("photos")},
    "POST /api/jobs/{job_id}/motifs/import": lambda s: {
        "name": "Square", "width": 0.05, "height": 0.05,
        "rings": [[[0, 0], [0.05, 0], [0.05, 0.05], [0, 0.05]]],
    },
    "POST /api/jobs/{job_id}/motifs/svg": lambda s: SVG,
    "POST /api/jobs/{job_id}/photos": lambda s: photo(size=(80 + s.random.randrange(40), 60)),
    "POST /api/jobs/{job_id}/pieces": lambda s: {"name": "Box", "form": s.random.choice(FORMS)},
    "PATCH /api/jobs/{job_id}/plan": lambda s: s.random.choice([
        {"due": _soon(s)}, {"asked": 300.0}, {"air": {"temperature": 12.0}}, {"no_sprayer": True},
    ]),
    "POST /api/jobs/{job_id}/plan/skip-day": lambda s: {"day": _soon(s)[:10]},
    "PUT /api/jobs/{job_id}/rooms": lambda s: {"room_light": "bulb", "workshop_light": "tube"},
    "POST /api/jobs/{job_id}/steps": lambda s: {"title": "Tea", "minutes": 10, "after": s.step()},
    "POST /api/jobs/{job_id}/steps/order": lambda s: {"first": s.step(), "then": s.step()},
    "POST /api/jobs/{job_id}/steps/pin": lambda s: {"step": s.step(),
        "at": s.random.choice([None, _soon(s)])},
    "POST /api/jobs/{job_id}/steps/wrong": lambda s: {"step": s.step(), "mishap": "drips_faded"},
    "POST /api/jobs/{job_id}/steps/done": lambda s: {"step": s.step(), "before_too": s.random.random() < 0.5},
    "POST /api/jobs/{job_id}/steps/undo": lambda s: {"step": s.done_step()},
    "POST /api/jobs/{job_id}/strips": lambda s: {
        "colour": s.colour(), "material": s.paint(), "board": "Offcut", "ground": "oak",
    },
    "POST /api/jobs/{job_id}/targets": lambda s: {"name": "Sky", "colour": s.colour()},
    "POST /api/jugs": lambda s: {"name": "Cup", "height": 100.0, "bottom": 60.0, "top": 80.0},
    "PUT /api/looks/{look_id}": lambda s: {"name": "Look", "layers": s.layers()},
    "PATCH /api/mixes/{mix_id}": lambda s: {"name": "Named"},
    "POST /api/mixes/{mix_id}/batches": lambda s: {},
    "POST /api/mixes/{mix_id}/to-shelf": lambda s: {"left_ml": 60.0},
    "PUT /api/motifs/{motif_id}": lambda s: {"name": "Motif"},
    "POST /api/pairing": lambda s: {"code": "AAAA-AAAA", "name": "phone"},
    "POST /api/pairing/code": lambda s: {"may": "look"},
    "PATCH /api/photos/{photo_id}": lambda s: s.random.choice([{"turn": 1}, {"stage": "after"},
        {"name": "P"}]),
    "PUT /api/photos/{photo_id}/marks": lambda s: {
        "faces": [{"zone": "front",
            "corners": [[1, 1], [20, 1], [20, s.random.choice([15.0, 1e6])], [1, 15]]}],
        "piece": s.one("pieces"),
    },
    "PATCH /api/pieces/{piece_id}": _patch_piece,
    "PUT /api/pieces/{piece_id}/hardware": lambda s: {"act": s.random.choice(["keep", "paint", "change"])},
    "PUT /api/pieces/{piece_id}/look": lambda s: {"look_id": s.random.choice([None, s.one("looks"),
        s.one("looks")])},
    "PUT /api/pieces/{piece_id}/survey": lambda s: s.survey(),
    "POST /api/batches/{batch_id}/additions": lambda s: {"pours": s.pours()},
    "PUT /api/batches/{batch_id}/jug": lambda s: {"jug": s.random.choice(["jam jar", "tin"])},
    "POST /api/batches/{batch_id}/pours": lambda s: s.next_pour(),
    "POST /api/batches/{batch_id}/strips": lambda s: {"colour": s.colour(), "anyway": True},
    "POST /api/preparations": lambda s: {
        "title": "Thinned", "parts": [{"material": s.paint(), "parts": 1}, {"material": "water", "parts": 2}],
    },
    "PATCH /api/preparations/{key}": lambda s: {"title": "Renamed"},
    "PATCH /api/settings": lambda s: {"margin": s.random.choice([0.0, 0.2]),
        "unit": s.random.choice(["ml", "cups"])},
    "POST /api/shelf": lambda s: {"name": "New tin",
        "kind": s.random.choice(["chalk_paint", "acrylic", "clear_wax"])},
    "POST /api/shelf/from-photo": lambda s: {
        "photo_id": s.one("photos"), "lighting": {"method": "none"},
        "pots": [{"name": "Lid", "kind": "chalk_paint", "area": {"shape": "spot", "x": 9, "y": 9}}],
    },
    "POST /api/shelf/table": lambda s: TABLE,
    "PATCH /api/shelf/{key}": lambda s: s.random.choice([{"left_ml": 300.0}, {"notes": "n"},
        {"kind": "chalk_paint"}]),
    "POST /api/shelf/{key}/tests": lambda s: {"task": "masstone", "colour": s.colour()},
    "POST /api/shelf/{key}/weigh": lambda s: {"grams": 400.0},
    "PATCH /api/strips/{strip_id}": lambda s: {"notes": "dry"},
    "PATCH /api/targets/{target_id}": lambda s: {"tolerance": 3.0},
    "POST /api/timers": lambda s: {"job_id": s.job.get("id", 1), "seconds": 60, "words": "Wipe"},
}  # fmt: skip
"""Bodies by the write that they are sent with; a step of a plan, or nothing, where a write is not named
here."""

QUERIES: Final[Mapping[str, Body]] = {
    "POST /api/jobs/{job_id}/photos": lambda s: {"name": "Lids"},
    "POST /api/jobs/{job_id}/motifs/svg": lambda s: {"name": "Square", "width": 0.1},
    "POST /api/jobs/{job_id}/plan": lambda s: {"anew": s.random.random() < 0.5},
    "POST /api/jobs/{job_id}/looks": lambda s: (
        {} if s.random.random() < 0.5 else {"worn_by": s.one("pieces")}
    ),
    "POST /api/pieces/{piece_id}/ladder/mixes": lambda s: {
        "first_id": s.one("mixes"),
        "second_id": s.one("mixes"),
    },
    "DELETE /api/batches/{batch_id}/pours/last": lambda s: {"place": s.random.randint(0, 2)},
}


def body_of(write: str, seen: Seen) -> Json:
    """Return what is sent with a write."""
    if write in BODIES:
        return BODIES[write](seen)
    return {"step": seen.step()} if "/steps/" in write else None


def path_of(path: str, seen: Seen) -> str:
    """Return a path with the numbers of what is there, or was removed where it is to be brought back."""
    back = path.endswith("/restore")
    for name, noun in (
        ("piece_id", "pieces"), ("look_id", "looks"), ("target_id", "targets"), ("mix_id", "mixes"),
        ("photo_id", "photos"), ("pot_id", "pots"), ("strip_id", "strips"), ("entry_id", "entries"),
        ("choice_id", "choices"), ("motif_id", "motifs"), ("timer_id", "timers"), ("reading_id", "readings"),
        ("device_id", "devices"),
    ):  # fmt: skip
        number = seen.gone(noun) if back else seen.at_bench() if noun == "pots" else seen.one(noun)
        path = path.replace(f"{{{name}}}", str(number))
    removed = seen.random.choice(seen.bin) if seen.bin else {"kind": "mix", "id": 999}
    key = seen.random.choice(seen.preparations or ["none"]) if "/preparations/" in path else seen.tin()
    filled = {
        "{job_id}": seen.job.get("id", 1), "{key}": key, "{kind}": removed["kind"], "{number}": removed["id"],
        "{token}": seen.random.choice(seen.tokens or ["none"]),
    }  # fmt: skip
    for name, value in filled.items():
        path = path.replace(name, str(value))
    return path

"""What the program answers on its demo, kept as it is: `python -m tests.golden.record` writes it anew.

Answers are kept as JSON, pictures of every kind of layer on four pieces in three lights as PNG, one sheet a
kind. A rebuild is compared with them; whoever means to change an answer writes them again and says in the
commit which.
"""

import io
import json
import re
import tempfile
from collections.abc import Iterator, Mapping
from pathlib import Path
from typing import Any

import numpy as np
from fastapi.testclient import TestClient
from numpy.typing import NDArray
from PIL import Image
from pypdf import PageObject, PdfReader

from jug_mingle.core.marked import plain

DATA = Path(__file__).parent / "data"
OWN = "http://127.0.0.1:8417"
LIGHTS = ("window", "bulb", "cool_led")
FORMS = ("card_cabinet", "settle", "desk", "chair")
SIZE = (120, 80)

BASE: list[dict[str, Any]] = [
    {"kind": "paint", "colours": ["mix:2"], "coats": 2},
    {"kind": "paint", "colours": ["mix:1"], "coats": 2},
]
COLOURS: dict[str, list[str]] = {
    "blend": ["mix:1", "mix:2"], "two_tone": ["mix:1", "mix:2"], "stain": ["pot:brewed-tea"],
    "glaze": ["brown wax"], "wax": ["black wax"], "metallic": ["gold"],
    **{key: [] for key in ("wax_eraser", "distress", "crackle", "chippy", "oil", "sealer", "fade")},
    **{key: [] for key in ("raised", "transfer", "paper", "collage", "lined", "rust")},
}  # fmt: skip
BARE = ("paint", "primer", "stain", "wash", "oil", "sealer", "two_tone", "blend")
"""Kinds that are shown on the wood itself; the others lie over two paints."""


def looks(client: TestClient) -> Iterator[tuple[str, list[dict[str, Any]]]]:
    """Yield kinds of layers as they are usually laid, with what lies below, then varied ones, then our own
    looks."""
    book = client.get("/api/lookbook").json()
    for kind in book["kinds"]:
        layer = {**kind["usual"], "colours": COLOURS.get(kind["key"], ["mix:2"])}
        below = [] if kind["key"] in BARE else BASE
        if kind["key"] == "wax_eraser":
            below = [*BASE, {"kind": "wax", "colours": ["black wax"], "wipe": 0.4}]
        yield kind["key"], [*below, layer]
        moved = {
            **layer, "amount": 0.8, "width": 0.3, "hand": 0.6, "seed": 5, "wipe": 0.3, "water": 1.0,
            "dwell": 20.0,
        }  # fmt: skip
        yield f"{kind['key']}, moved", [*below, {**moved, "place": "edges", "zones": ["front", "top"]}]
    for pattern in book["patterns"]:
        more = ["mix:1", "mix:2", "pot:oat-straw"]
        yield (
            f"blend, {pattern}",
            [{"kind": "blend", "colours": more, "pattern": pattern, "coats": 2, "contrast": 0.7}],
        )
    for preset in book["presets"]:
        yield f"look {preset['key']}", client.get(f"/api/jobs/1/presets/{preset['key']}").json()


def pieces(client: TestClient) -> dict[str, int]:
    """Return the pieces of the demo that wear them, and two more, by their form."""
    found = {piece["form"]: piece["id"] for piece in client.get("/api/jobs/1").json()["pieces"]}
    for form in FORMS:
        if form not in found:
            made = client.post(
                "/api/jobs/1/pieces", json={"name": form, "form": form, "ground": "pine"}
            ).json()
            found[form] = made["id"]
    return {form: found[form] for form in FORMS}


def pictures(client: TestClient) -> Iterator[tuple[str, NDArray[np.uint8]]]:
    """Yield a sheet for each kind and each look: pieces in rows, lights in columns; of moved ones a single
    row."""
    there = pieces(client)
    for name, layers in looks(client):
        plain = "," not in name and not name.startswith("look")
        rows = []
        for form in FORMS if plain else FORMS[:1]:
            shown = [{"light": light} for light in (LIGHTS if plain else LIGHTS[:1])]
            row = [_picture(client, there[form], {"layers": layers}, params) for params in shown]
            if plain:
                row.append(
                    _picture(client, there[form], {"layers": layers, "field": len(layers) - 1}, shown[0])
                )
            rows.append(np.hstack(row))
        yield name, np.vstack(rows)


def _picture(
    client: TestClient, piece: int, body: dict[str, Any], params: dict[str, str]
) -> NDArray[np.uint8]:
    size = {"pixels_wide": SIZE[0], "pixels_high": SIZE[1]}
    answer = client.post(f"/api/pieces/{piece}/picture", json={**body, **size}, params=params)
    if answer.status_code != 200:
        raise RuntimeError(answer.text)
    return np.asarray(Image.open(io.BytesIO(answer.content)).convert("RGB"))


def answers(client: TestClient) -> Iterator[tuple[str, Any]]:
    """Yield what is answered, by name: what stands there, recipes, coats, amounts, remarks, points, a whole
    batch."""

    def get(path: str, **params: Any) -> tuple[str, Any]:
        asked = "&".join(f"{key}={value}" for key, value in params.items())
        return f"GET {path}{'?' if asked else ''}{asked}", client.get(f"/api{path}", params=params).json()

    for path in "lights jugs grounds forms lookbook shelf/kinds preparations shelf photos/methods".split():
        yield get(f"/{path}")
    shelf = client.get("/api/shelf").json()
    for batch in shelf:
        yield get(f"/shelf/{batch['key']}")
    for light in LIGHTS:
        yield get("/jobs/1", light=light)
    for path in ("past-mixes", "jobs/1/boards", "jobs/1/strips", "past-mixes/1"):
        yield get(f"/{path}")
    yield get("/jobs/1/boards/wait", board="Tea on oak", target_id=1)
    yield get("/jobs/1/amount", coats=3, margin=0.1, spread_rate=9.5)
    yield get("/jobs/1/way", first_id=1, second_id=2)
    yield get("/pieces/1/ladder", first_id=1, second_id=2, coats=2)
    yield from recipe_answers(client)
    yield from over_answers(client)
    there = pieces(client)
    for name, layers in looks(client):
        for form in FORMS[:2] if "," not in name else FORMS[:1]:
            body = {"layers": layers}
            yield f"judge {name} on {form}", client.post(f"/api/pieces/{there[form]}/judge", json=body).json()
        body = {"layers": layers}
        for x, y in ((0.5, 0.5), (0.55, 0.6), (0.4, 0.3)):
            spot = {**body, "x": x, "y": y, "target_id": 1, "pixels_wide": 600, "pixels_high": 400}
            yield (
                f"point {name} at {x}, {y}",
                client.post(f"/api/pieces/{there['card_cabinet']}/point", json=spot).json(),
            )
    yield from plan_answers(client)
    yield from given_out(client)
    yield from batch_answers(client)
    yield from twins(client)


def plan_answers(client: TestClient) -> Iterator[tuple[str, Any]]:
    """Yield the steps of the demo's plan without their hours, which depend on when it is asked; its money,
    its surveys, what happened, words."""
    for path in (
        "measuring hours surroundings practice/mishaps patterns pieces/words settings jobs find "
        "shelf/families"
    ).split():
        yield f"GET /{path}", client.get(f"/api/{path}").json()
    for path in ("plan/money", "surveys", "daybook"):
        yield f"GET /jobs/1/{path}", client.get(f"/api/jobs/1/{path}").json()
    yield "steps", steps(client)
    desk = pieces(client)["desk"]
    made = client.post("/api/jobs/1/looks", json={"name": "Old desk", "layers": OLD_DESK}).json()
    client.put(f"/api/pieces/{desk}/look", json={"look_id": made["id"]})
    yield "survey", client.put(f"/api/pieces/{desk}/survey", json=SURVEY).json()
    yield "steps of a surveyed desk", [one for one in steps(client) if one["piece"] == desk]
    yield "its money", client.get("/api/jobs/1/plan/money", params={"unit": "fl_oz"}).json()


def steps(client: TestClient) -> list[dict[str, Any]]:
    """Return the steps of the job's plan without when they are and were done."""
    hours = ("start", "ended", "pinned")
    found = client.get("/api/jobs/1/plan").json()["steps"]
    return [{key: one for key, one in step.items() if key not in hours} for step in found]


OLD_DESK: list[dict[str, Any]] = [
    {"kind": "stain", "colours": ["pot:brewed-tea"], "dwell": 5.0},
    {"kind": "wash", "colours": ["mix:1"], "water": 2.0, "coats": 2},
    {"kind": "wax", "colours": ["brown wax"], "place": "recess"},
    {"kind": "metallic", "colours": ["gold"], "place": "edges"},
]
SURVEY: dict[str, Any] = {
    "parts": {"top": {"damage": ["failing", "split"], "layers": 3, "treatment": "strip"},
        "front": {"damage": ["stains", "dents"]}},
    "causes": ["nails", "glass"], "unknown": ["finish"], "lead": "found", "interiors": "line",
    "deliver": True,
}  # fmt: skip


PATTERNS: tuple[dict[str, Any], ...] = (
    {"kind": "stencil", "colours": ["mix:1"],
        "layout": {"arrange": "corners", "motif": "corner", "wedges": 2, "width": 0.04}},
    {"kind": "lettering", "colours": ["mix:2"],
        "layout": {"motif": "text", "texts": ["A-D", "E"], "height": 0.02, "across": "left", "turn": 90}},
)  # fmt: skip
PRINTS = (
    *(f"mixes/{mix}/{kind}.pdf" for mix in (1, 2) for kind in ("card", "label", "strip")),
    "mixes/1/card.pdf?unit=fl_oz", "pieces/1/sheet.pdf", "pieces/2/sheet.pdf", "pieces/1/template.pdf",
    "pieces/1/ladder.pdf?first_id=1&second_id=2", "jobs/1/boards.pdf?board=Tea on oak", "shelf/card.pdf",
)  # fmt: skip
FILES = (
    "jobs/1/colours.gpl", "jobs/1/shopping.csv", "shelf/table.csv", "looks/1/file",
    "pieces/3/stencil.svg?layer=2",
)  # fmt: skip


def given_out(client: TestClient) -> Iterator[tuple[str, Any]]:
    """Yield what is printed, line by line, and files; of patterns laid on a piece, too."""
    made = client.post("/api/jobs/1/looks", json={"name": "Vines", "layers": [*BASE, *PATTERNS]}).json()
    client.put("/api/pieces/3/look", json={"look_id": made["id"]})
    at = range(len(BASE), len(BASE) + len(PATTERNS))
    for path in (*PRINTS, *(f"pieces/3/layout.pdf?layer={layer}" for layer in at)):
        pages = PdfReader(io.BytesIO(client.get(f"/api/{path}").content)).pages
        lines = [dateless(page.extract_text()).splitlines() for page in pages]
        yield f"print {path}", [[*words, drawn_on(page)] for words, page in zip(lines, pages, strict=True)]
    for path in (*FILES, *(f"pieces/3/layout.json?layer={layer}" for layer in at)):
        yield f"file {path}", dateless(client.get(f"/api/{path}").text).splitlines()


def drawn_on(page: PageObject) -> list[float]:
    """Return of the corners of all that is drawn on a page how many they are, and their middle. [pt]"""
    contents = page.get_contents()
    corners = re.findall(rb"(-?[\d.]+) (-?[\d.]+) [ml]\b", contents.get_data() if contents else b"")
    middle = np.mean(np.array(corners, dtype=float), axis=0).tolist() if corners else []
    return [len(corners), *(round(one, 1) for one in middle)]


def dateless(text: str) -> str:
    """Return a text without the days that it names."""
    return re.sub(r"\d{4}-\d\d-\d\d([T ][\d:.]+(Z|[+-][\d:]+)?)?", "(day)", text)


def twins(client: TestClient) -> Iterator[tuple[str, Any]]:
    """Yield a duplicate of the job and the job brought in from its file, which have numbers of their own."""
    made = [client.post("/api/jobs/1/duplicate", json={"name": "A twin"}).json()["id"]]
    read = client.post("/api/archives", content=client.get("/api/jobs/1/archive").content).json()
    brought = client.post(f"/api/archives/{read['token']}/import", json={"jobs": [1]}).json()
    made.append(brought["jobs"][0])
    for name, job in zip(("duplicate", "brought in"), made, strict=True):
        for path in ("", "/surveys", "/boards", "/plan/money"):
            yield f"{name}{path}", client.get(f"/api/jobs/{job}{path}").json()


def recipe_answers(client: TestClient) -> Iterator[tuple[str, Any]]:
    """Yield recipes by several wishes and units, why they are, by hand, beside one another; preparations."""
    wishes: dict[str, dict[str, Any]] = {
        "plain": {}, "weighed": {"tool": "scale", "batch": 500.0},
        "spoons": {"tool": "spoons", "batch": 120.0},
        "two pots in two lights": {"most_tins": 2, "lights": ["window", "bulb"]},
    }  # fmt: skip
    for target in (1, 2):
        for name, body in wishes.items():
            for unit in ("ml", "fl_oz"):
                answer = client.post(f"/api/targets/{target}/recipes", json=body, params={"unit": unit})
                yield f"recipes {target} {name} in {unit}", answer.json()
    found = client.post("/api/targets/1/recipes", json={}).json()["recipes"]
    pours = [[{k: pour[k] for k in ("material", "parts", "ml")} for pour in one["pours"]] for one in found]
    for number, one in enumerate(pours[:3]):
        for path in ("why", "by-hand"):
            yield f"{path} {number}", client.post(f"/api/targets/1/{path}", json={"pours": one}).json()
        yield f"next swatch {number}", client.post("/api/recipes/next-swatch", json={"pours": one}).json()
    yield "beside", client.post("/api/targets/1/beside", json={"first": pours[0], "second": pours[-1]}).json()
    for preparation in client.get("/api/preparations").json():
        cast = {role["key"]: role["pots"][0] for role in preparation["roles"] if role["pots"]}
        body = {"cast": cast, "batch": 200.0, "ground": "oak", "job_id": 1}
        yield (
            f"prepare {preparation['key']}",
            client.post(f"/api/preparations/{preparation['key']}", json=body).json(),
        )


def over_answers(client: TestClient) -> Iterator[tuple[str, Any]]:
    """Yield ways over woods, in two units, one by hand, two woods made one, undertones; accents, a layout,
    and what is found by words."""

    def asked(path: str, body: dict[str, Any], **params: str) -> Any:
        return client.post(f"/api/{path}", json=body, params=params).json()

    for target, over, unit in ((1, "oak", "ml"), (2, "walnut", "fl_oz")):
        yield (
            f"ways {target} over {over} in {unit}",
            asked(f"targets/{target}/ways", {"over": over}, unit=unit),
        )
    films = [{"kind": "wash", "parts": [["mill-pond", 1], ["chalk-white", 2]], "water": 2.0}]
    yield "over oak by hand", asked("jobs/1/over/by-hand", {"over": "oak", "films": films, "target_id": 1})
    yield "two woods", asked("jobs/1/over/woods", {"woods": ["maple", "cherry"]})
    yield "an undertone", asked("jobs/1/over/undertones", {"over": "cherry", "wish": "red"})
    yield "accents", asked("pieces/1/accents", {"layers": BASE, "place": "handles"})
    layers = [*BASE, {"kind": "stencil", "colours": ["mix:1"]}]
    for to, place, on in (("print", "edges", [*layers, {"kind": "transfer"}]), ("floor", "high", BASE)):
        body = {"layers": on, "place": place, "to": to}
        yield f"accents to the {to}", asked("pieces/1/accents", body)
    yield "laid out", asked("pieces/1/layout", {"layers": layers, "number": 2})
    yield "found", client.get("/api/find", params={"words": "tide"}).json()


def batch_answers(client: TestClient) -> Iterator[tuple[str, Any]]:
    """Yield a batch from its first pour to its rescue."""
    batch = client.post("/api/mixes/1/batches", json={}).json()
    yield "batch begun", batch
    for place, step in enumerate(batch["steps"]):
        body = {
            "place": place,
            "material": step["material"],
            "ml": round(step["ml"] * (1.25 if place == 1 else 1.0), 1),
        }
        answer = client.post(f"/api/batches/{batch['id']}/pours", json=body).json()
        yield f"batch, pour {place}", answer
    yield "strip painted", client.post(f"/api/batches/{batch['id']}/strip-painted").json()
    strip = {"colour": {"source": "text", "text": "52 -6 4"}, "anyway": True}
    yield "strip read", client.post(f"/api/batches/{batch['id']}/strips", json=strip).json()
    yield "verdict", client.get(f"/api/batches/{batch['id']}/verdict").json()
    for unit in ("ml", "fl_oz"):
        yield (
            f"rescue in {unit}",
            client.get(f"/api/batches/{batch['id']}/rescue", params={"unit": unit}).json(),
        )


def recorded(said: Mapping[str, Any]) -> dict[str, Any]:
    """Return answers by name, without the times of day in them."""
    return {name: timeless(answer) for name, answer in said.items()}


def timeless(value: Any) -> Any:
    """Return an answer without when it was made, which differs from run to run, and marks of values."""
    if isinstance(value, dict):
        return {key: timeless(one) for key, one in value.items() if key not in TIMES}
    if isinstance(value, list):
        return [timeless(one) for one in value]
    return plain(value) if isinstance(value, str) else value


TIMES = (
    "created at painted_at done_at opened keeps_until dried_by dry_at model made_at sha256 touched".split()
)


def main() -> None:
    """Write the golden set."""
    from jug_mingle.cli import demo_app, prepare_demo

    with tempfile.TemporaryDirectory() as folder:
        prepare_demo(Path(folder))
        with TestClient(demo_app(Path(folder)), base_url=OWN) as client:
            found = recorded(dict(answers(client)))
            lines = [
                f"{json.dumps(name)}: {json.dumps(answer, ensure_ascii=False)}"
                for name, answer in found.items()
            ]
            (DATA / "answers.json").write_text("{\n" + ",\n".join(lines) + "\n}\n")
            for name, pixels in pictures(client):
                Image.fromarray(pixels).save(DATA / f"{name.replace(', ', '-')}.png", optimize=True)


if __name__ == "__main__":
    main()

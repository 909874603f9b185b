"""Whatever is sent, the program answers with a known status in the one shape, and never falls over."""

from typing import Any

from hypothesis import HealthCheck, given, settings
from hypothesis import strategies as st

from jug_mingle.core.finishes import KINDS, PATTERNS
from tests.api.support import DemoCase

numbers = st.one_of(st.integers(-10, 10_000), st.floats(allow_nan=False, allow_infinity=False), st.just(0))
anything = st.recursive(
    st.none() | st.booleans() | numbers | st.text(max_size=20),
    lambda inner: st.lists(inner, max_size=3) | st.dictionaries(st.text(max_size=8), inner, max_size=3),
    max_leaves=6,
)
spots = st.fixed_dictionaries(
    {"shape": st.just("spot"), "x": numbers, "y": numbers}, optional={"radius": st.floats(0.5, 300.0)}
)
boxes = st.fixed_dictionaries(
    {"shape": st.just("box"), "left": numbers, "top": numbers, "right": numbers, "bottom": numbers}
)
freehands = st.fixed_dictionaries(
    {"shape": st.just("freehand"), "points": st.lists(st.tuples(numbers, numbers), min_size=3, max_size=6)}
)
areas = spots | boxes | freehands
lightings = st.one_of(
    st.fixed_dictionaries({"method": st.just("none")}),
    st.fixed_dictionaries({"method": st.just("white"), "area": areas}),
    st.fixed_dictionaries({"method": st.just("two_whites"), "first": areas, "second": areas}),
    st.fixed_dictionaries(
        {
            "method": st.just("chips"),
            "chips": st.lists(
                st.fixed_dictionaries({"key": st.sampled_from(["tide-line", "gone"]), "area": areas}),
                max_size=3,
            ),
        }
    ),
    st.fixed_dictionaries(
        {"method": st.just("chart"), "corners": st.lists(st.tuples(numbers, numbers), max_size=5)}
    ),
)
leaves = st.one_of(
    st.fixed_dictionaries(
        {"source": st.just("photo"), "photo_id": st.just(2), "area": areas, "lighting": lightings}
    ),
    st.fixed_dictionaries({"source": st.just("text"), "text": st.text(max_size=20) | st.just("#804020")}),
    st.fixed_dictionaries(
        {"source": st.sampled_from(["target", "mix", "reader"]), "target_id": st.integers(0, 3)}
    ),
    st.fixed_dictionaries(
        {"source": st.just("material"), "key": st.sampled_from(["mill-pond", "clear-wax", "gone"])}
    ),
)
colours = st.recursive(
    leaves,
    lambda inner: (
        st.fixed_dictionaries(
            {"source": st.just("between"), "first": inner, "second": inner},
            optional={"share": st.floats(-0.2, 1.2)},
        )
        | st.fixed_dictionaries({"source": st.just("stepped"), "of": inner, "warmer": st.floats(0, 30)})
    ),
    max_leaves=3,
)
layers = st.fixed_dictionaries(
    {"kind": st.sampled_from([*KINDS, "glitter"])},
    optional={
        "colours": st.lists(
            st.sampled_from(["mix:1", "mix:2", "mix:9", "pot:tide-line", "brown wax", "gold", "x"]),
            max_size=3,
        ),
        "zones": st.lists(st.sampled_from(["front", "body", "top", "keel"]), max_size=2),
        "coats": numbers,
        "water": st.floats(-1, 12),
        "wipe": st.floats(-0.1, 1.1),
        "amount": st.floats(0, 1),
        "place": st.sampled_from(["everywhere", "recess", "high", "edges", "grain"]),
        "pattern": st.sampled_from(list(PATTERNS)),
        "hand": st.floats(0, 1),
        "down_to": st.integers(0, 5),
    },
)
wishes = st.fixed_dictionaries(
    {},
    optional={
        "batch": numbers,
        "tool": st.sampled_from(["parts", "spoons", "syringe", "scale", "drops", "ladle"]),
        "parts": st.integers(0, 30),
        "most_tins": st.integers(0, 5),
        "use": st.lists(
            st.sampled_from(["tide-line", "chalk-white", "grey-primer", "brewed-tea", "no-pot"]), max_size=3
        ),
        "avoid": st.lists(st.sampled_from(["tide-line", "mill-pond", "chalk-white", "no-pot"]), max_size=3),
        "lights": st.lists(st.sampled_from(["window", "bulb", "tube", "moon"]), max_size=3),
    },
)
quietly = settings(max_examples=25, deadline=None, suppress_health_check=[HealthCheck.differing_executors])


class FuzzTest(DemoCase):
    def answers(self, response: Any) -> None:
        self.assertIn(response.status_code, (200, 201, 204, 404, 409, 413, 422), response.text)
        if response.status_code >= 400:
            self.assertEqual(set(response.json()), {"detail", "fields"})
            self.assertTrue(response.json()["detail"])

    @quietly
    @given(st.one_of(colours, anything))
    def test_look(self, colour: Any) -> None:
        self.answers(self.client.post("/api/colours/look", json={"colour": colour}))

    @quietly
    @given(st.one_of(lightings, anything))
    def test_scheme(self, lighting: Any) -> None:
        self.answers(self.client.post("/api/photos/3/scheme", json={"lighting": lighting, "most": 4}))

    @quietly
    @given(
        st.text(max_size=60),
        st.sampled_from(["chalk_paint", "water_stain", "spirits", "soup"]),
        st.one_of(colours, anything),
    )
    def test_batches(self, name: str, kind: str, colour: Any) -> None:
        self.answers(self.client.post("/api/shelf", json={"name": name, "kind": kind, "colour": colour}))

    @quietly
    @given(anything)
    def test_tests(self, body: Any) -> None:
        self.answers(self.client.post("/api/shelf/mill-pond/tests", json=body))
        self.answers(self.client.patch("/api/shelf/mill-pond", json=body))

    @quietly
    @given(st.binary(max_size=300) | st.text(max_size=300).map(str.encode))
    def test_files(self, data: bytes) -> None:
        self.answers(self.client.post("/api/colours/file", content=data))
        self.answers(self.client.post("/api/shelf/table/check", content=data))

    @quietly
    @given(st.one_of(wishes, anything))
    def test_recipes(self, body: Any) -> None:
        self.answers(self.client.post("/api/targets/1/recipes", json=body))

    @quietly
    @given(st.lists(layers, max_size=4), st.integers(-1, 9), anything)
    def test_looks(self, stack: list[Any], at: int, body: Any) -> None:
        small = {"layers": stack, "pixels_wide": 80, "pixels_high": 64}
        self.answers(
            self.client.post("/api/pieces/1/picture", json={**small, "field": at if at >= 0 else None})
        )
        self.answers(self.client.post("/api/pieces/1/picture", json={**small, "stage": at, "shaded": False}))
        self.answers(self.client.post("/api/pieces/2/judge", json={"layers": stack}))
        self.answers(self.client.post("/api/pieces/1/point", json={**small, "x": 0.5, "y": 0.4}))
        self.answers(self.client.post("/api/jobs/1/looks", json={"name": "x", "layers": stack}))
        self.answers(self.client.post("/api/jobs/1/looks/import", json=body))

    @quietly
    @given(
        st.dictionaries(
            st.sampled_from(["width", "height", "depth", "rows", "columns", "base_height", "base"]), numbers
        ),
        anything,
    )
    def test_pieces(self, measures: dict[str, Any], body: Any) -> None:
        self.answers(self.client.patch("/api/pieces/1", json={"measures": measures}))
        self.answers(
            self.client.post("/api/jobs/1/pieces", json={"name": "x", "form": "chest", "measures": measures})
        )
        self.answers(self.client.post("/api/jobs/1/pieces", json=body))

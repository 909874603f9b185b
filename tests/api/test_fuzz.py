"""Whatever is sent, the program answers with a known status in the one shape, and never falls over."""

from typing import Any

from hypothesis import HealthCheck, given, settings
from hypothesis import strategies as st

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
                st.fixed_dictionaries({"key": st.sampled_from(["tide-line", "gone"]), "area": areas}), max_size=3
            ),
        }
    ),
    st.fixed_dictionaries({"method": st.just("chart"), "corners": st.lists(st.tuples(numbers, numbers), max_size=5)}),
)
leaves = st.one_of(
    st.fixed_dictionaries({"source": st.just("photo"), "photo_id": st.just(2), "area": areas, "lighting": lightings}),
    st.fixed_dictionaries({"source": st.just("text"), "text": st.text(max_size=20) | st.just("#804020")}),
    st.fixed_dictionaries({"source": st.sampled_from(["target", "mix", "reader"]), "target_id": st.integers(0, 3)}),
    st.fixed_dictionaries({"source": st.just("material"), "key": st.sampled_from(["mill-pond", "clear-wax", "gone"])}),
)
colours = st.recursive(
    leaves,
    lambda inner: (
        st.fixed_dictionaries(
            {"source": st.just("between"), "first": inner, "second": inner}, optional={"share": st.floats(-0.2, 1.2)}
        )
        | st.fixed_dictionaries({"source": st.just("stepped"), "of": inner, "warmer": st.floats(0, 30)})
    ),
    max_leaves=3,
)
wishes = st.fixed_dictionaries(
    {},
    optional={
        "batch": numbers,
        "tool": st.sampled_from(["parts", "spoons", "syringe", "scale", "drops", "ladle"]),
        "parts": st.integers(0, 30),
        "most_pots": st.integers(0, 5),
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
    def test_pots(self, name: str, kind: str, colour: Any) -> None:
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
    @given(
        st.sampled_from(["bare", "plain", "blend", "ombre", "glitter"]), st.integers(-1, 4), st.integers(-1, 4), numbers
    )
    def test_finish(self, style: str, first: int, second: int, width: float) -> None:
        body = {"style": style, "first_id": first, "second_id": second, "width": width}
        self.answers(self.client.put("/api/jobs/1/finish", json=body))
        query: dict[str, Any] = {**body, "pixels_wide": 80, "pixels_high": 64, "sketch": True}
        self.answers(self.client.get("/api/jobs/1/preview", params=query))

    @quietly
    @given(anything)
    def test_mixes_and_targets(self, body: Any) -> None:
        self.answers(self.client.post("/api/jobs/1/mixes", json=body))
        self.answers(self.client.post("/api/jobs/1/targets", json=body))

    @quietly
    @given(st.binary(max_size=400))
    def test_uploads(self, data: bytes) -> None:
        self.answers(self.client.post("/api/jobs/1/photos?name=x", content=data))

"""Refusals: every finding that our bodies can cause is said in words, with its place as a person counts."""

import unittest
from typing import Annotated, Any, Literal

from pydantic import BaseModel, ConfigDict, Field, ValidationError

from jug_mingle.api.refusals import place_of, words_of
from jug_mingle.core.measuring.saying import Saying
from tests.api.support import DemoCase


class Body(BaseModel):
    model_config = ConfigDict(extra="forbid", allow_inf_nan=False)
    share: float = Field(default=0.5, ge=0.0, le=1.0)
    above: float = Field(default=0.5, gt=0.0, lt=1.0)
    count: int = 1
    name: Annotated[str, Field(min_length=1, max_length=5)] = "a"
    kind: Literal["wash", "wax"] = "wash"
    on: bool = True
    rows: list[int] = Field(default=[1], min_length=1, max_length=2)
    parts: dict[str, int] = {}


class Needed(BaseModel):
    name: str


class WordsTest(unittest.TestCase):
    def said(self, model: type[BaseModel], **body: Any) -> str:
        with self.assertRaises(ValidationError) as caught:
            model.model_validate(body)
        problem = caught.exception.errors()[0]
        return f"{place_of(('body', *problem['loc']))} {words_of(problem)}"

    def test_each(self) -> None:
        for body, words in (
            ({"share": 2}, "share must be at most 1"), ({"share": -1}, "share must be at least 0"),
            ({"above": 0}, "above must be above 0"), ({"above": 1}, "above must be below 1"),
            ({"share": "much"}, "share must be a number"), ({"share": None}, "share must be a number"),
            ({"share": float("nan")}, "share must be a number"),
            ({"count": 2.5}, "count must be a whole number"),
            ({"count": "two"}, "count must be a whole number"), ({"name": ""}, "name must not be empty"),
            ({"name": "x" * 9}, "name must have at most 5 characters"),
            ({"name": 5}, "name must be a text"),
            ({"kind": "glaze"}, "kind must be one of 'wash' or 'wax'"),
            ({"on": "perhaps"}, "on must be true or false"), ({"on": [1]}, "on must be true or false"),
            ({"rows": []}, "rows must not be empty"),
            ({"rows": [1, 2, 3]}, "rows must have at most 2 entries, has 3"),
            ({"rows": 5}, "rows must be a list"), ({"rows": [1, "x"]}, "rows 2 must be a whole number"),
            ({"parts": {"white": "x"}}, "parts, white must be a whole number"),
            ({"parts": 3}, "parts must be an object with named parts"),
            ({"colour": 1}, "colour is not known here"),
        ):  # fmt: skip
            with self.subTest(words):
                self.assertEqual(self.said(Body, **body), words)
        self.assertEqual(self.said(Needed), "name is missing")

    def test_limits_with_a_fraction(self) -> None:
        """A limit is a marked value, so that who writes commas reads one."""
        finding = {"type": "less_than_equal", "msg": "", "ctx": {"le": 0.8}}
        self.assertEqual(Saying(numbers="comma").told(words_of(finding)), "must be at most 0,8")

    def test_whole_body(self) -> None:
        self.assertEqual(place_of(("body",)), "what was sent")

    def test_others_as_they_are(self) -> None:
        self.assertEqual(words_of({"type": "new_in_some_version", "msg": "It is odd."}), "It is odd.")


class OverHttpTest(DemoCase):
    def test_several_at_once(self) -> None:
        """Three of them are said in one line, all of them by field; a body that is no JSON is said so."""
        layers = [
            {"kind": "paint", "coats": 13},
            {"kind": "wax", "amount": -1, "colour": "x"},
            {"kind": "moss"},
        ]
        answer = self.client.post("/api/pieces/1/picture", json={"layers": layers})
        self.refused(answer, 422, "layers 1, coats must be at most 12; layers 2, amount must be at least 0;")
        self.assertEqual(answer.json()["fields"]["layers.1.colour"], "is not known here")
        self.assertIn("layers.2.kind", answer.json()["fields"])
        broken = self.client.post(
            "/api/pieces/1/picture", content=b"{", headers={"Content-Type": "application/json"}
        )
        self.refused(broken, 422, "is no JSON")
        self.refused(self.client.get("/api/jobs/one"), 422, "job_id must be a whole number")

"""Plain input never makes the program fall over: what it is refused with is said; nor does a crowd of
askers."""

import json
import time
from concurrent.futures import ThreadPoolExecutor
from typing import Any

from tests.api.support import DemoCase, FreshCase

FAR = 2**63


class PlainInputTest(DemoCase):
    def answered(self, response: Any) -> None:
        self.assertLess(response.status_code, 500, response.text)
        if response.status_code >= 400:
            self.assertEqual(set(response.json()), {"detail", "fields"})

    def test_addresses(self) -> None:
        """A path of any length, numbers that no database holds, and boards without a name."""
        for path in ("/" + "a" * 300, "/" + "a" * 5000, "/api/" + "b" * 300, "/%00", "/..%2f..%2fetc"):
            self.answered(self.client.get(path))
        for path in (
            "jobs/{} mixes/{}/card.pdf photos/{}/picture batches/{} jobs/{}/boards looks/{}/file"
        ).split():
            for number in (FAR, -FAR - 1, 10**40, FAR - 1):
                with self.subTest(path=path, number=number):
                    answer = self.client.get(f"/api/{path.format(number)}")
                    self.answered(answer)
                    self.assertIn(answer.status_code, (404, 422))
        self.answered(self.client.delete(f"/api/looks/{FAR}"))
        for board in ("", "no such board"):
            self.refused(
                self.client.get("/api/jobs/1/boards/wait", params={"board": board, "target_id": 1}),
                404,
                "no stain board",
            )

    def test_numbers_in_names(self) -> None:
        for name in (f"mix:{FAR * 1000}", "mix:" + "9" * 5000, "mix:²", "pot:", "mix:-1"):
            layers = [{"kind": "paint", "colours": [name[:90]]}]
            self.answered(self.client.post("/api/pieces/1/judge", json={"layers": layers}))
            self.answered(self.client.patch("/api/pieces/1", json={"grounds": {"top": name[:40]}}))
        for source in ({"source": "target", "target_id": FAR}, {"source": "mix", "mix_id": -FAR - 1}):
            self.answered(self.client.post("/api/colours/look", json={"colour": source}))

    def test_strange_json(self) -> None:
        """Numbers of 5 000 digits, lone surrogates, nesting, halves: as a file of colours and as a body."""
        digits = "9" * 5000
        for text in (
            f'{{"colours":[{{"Lab":[{digits},0,0]}}]}}',
            '{"\\ud800":1,"colours":[{"hex":"#112233","\\udfff":"x"}]}',
            '{"colours":[{"name":"\\ud800","hex":"#112233"}]}', "[" * 3000, '{"colours":',
            '{"colours":[null]}',
        ):  # fmt: skip
            with self.subTest(text[:40]):
                self.answered(self.client.post("/api/colours/file", content=text.encode()))
                for path in "/api/jobs /api/jobs/1/targets /api/targets/1/recipes /api/jobs/1/looks".split():
                    headers = {"Content-Type": "application/json"}
                    self.answered(self.client.post(path, content=text.encode(), headers=headers))
        for body in ({"name": "\ud800"}, {"name": "x", "\ud800": 1}, {"name": "x", "room": "\udfff"}):
            text = json.dumps(body)
            answer = self.client.post("/api/jobs", content=text, headers={"Content-Type": "application/json"})
            self.refused(answer, 422, "")

    def test_a_mix_of_nothing(self) -> None:
        body = {"name": "wet", "batch": 10.0, "pours": [{"material": "tap-water", "parts": 1, "ml": 10.0}]}
        self.refused(self.client.post("/api/jobs/1/mixes", json=body), 422, "leaves no film")


class CrowdTest(FreshCase):
    def test_pictures_and_edits_at_once(self) -> None:
        """Fifty pictures and twenty edits at once are all answered, and the edits do not wait for the
        pictures."""
        layers = self.job()["looks"][0]["layers"]

        def picture(number: int) -> int:
            body = {"layers": layers, "pixels_wide": 320 + number, "pixels_high": 240}
            return self.client.post("/api/pieces/1/picture", json=body).status_code

        def edit(number: int) -> tuple[int, float]:
            start = time.perf_counter()
            if number % 2:
                answer = self.client.put("/api/looks/1", json={"name": f"Tide {number}", "layers": layers})
            else:
                answer = self.client.patch("/api/shelf/mill-pond", json={"density": 1.2 + 0.001 * number})
            return answer.status_code, time.perf_counter() - start

        start = time.perf_counter()
        with ThreadPoolExecutor(70) as crowd:
            pictures = [crowd.submit(picture, number) for number in range(50)]
            edits = [crowd.submit(edit, number) for number in range(20)]
            self.assertEqual({one.result() for one in pictures}, {200})
            self.assertEqual({one.result()[0] for one in edits}, {200})
        took = time.perf_counter() - start
        self.assertLess(max(one.result()[1] for one in edits), took + 1.0)
        self.assertEqual(self.client.get("/api/jobs/1").status_code, 200)

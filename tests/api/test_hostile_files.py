"""Files that were made to freeze or to end the program: refused in words, and others are answered
meanwhile."""

import json
from threading import Event, Thread
from typing import Any

from tests.api.support import DemoCase
from tests.hostile import FILES, many_circles


class HostileFilesTest(DemoCase):
    def send(self, path: str, data: bytes) -> Any:
        if path.startswith("/api/hours"):
            return self.client.post(path, json={"calendar": data.decode()})
        return self.client.post(path, content=data)

    def test_refused_in_words(self) -> None:
        """Each is refused; nothing of it is kept, and whoever reads or writes afterwards is answered."""
        before = self.job()
        for name, (path, make) in FILES.items():
            with self.subTest(name):
                answer = self.send(path, make())
                self.assertIn(answer.status_code, (413, 422), answer.text)
                self.assertGreater(len(answer.json()["detail"]), 20)
        self.assertEqual(self.job(), before)

    def test_others_are_answered_meanwhile(self) -> None:
        """While a drawing of as many shapes as are taken is laid together, a light read is answered before it
        ends."""
        ended = Event()
        drawing = many_circles(1900)

        def draw() -> None:
            self.send("/api/jobs/1/motifs/svg?name=x", drawing)
            ended.set()

        at_work = Thread(target=draw)
        at_work.start()
        self.assertEqual(self.client.get("/api/lights").status_code, 200)
        self.assertFalse(ended.is_set())
        at_work.join()

    def test_values_without_meaning(self) -> None:
        """Dates at the ends of time, corners far off a photo, a recipe of water, a tin twice: refusals, no
        failures."""
        send = self.client.request
        faces = [{"zone": "front", "corners": [[-1e6, -1e6], [1e6, -1e6], [1e6, 1e6], [-1e6, 1e6]]}]
        water = send(
            "POST", "/api/shelf", json={"name": "Rain water", "kind": "thinner", "left_ml": 500}
        ).json()["key"]
        water = [{"material": water, "parts": 1, "ml": 50.0}]
        tin = {"material": "mill-pond", "parts": 1, "ml": 50.0}
        self.assertEqual(send("PUT", "/api/photos/1/marks", json={"faces": faces}).status_code, 204)
        for _ in range(5):
            self.assertEqual(send("PATCH", "/api/photos/1", json={"turn": 1}).status_code, 200)
        for method, path, body in (
            ("GET", "/api/find?until=0001-01-01", None), ("GET", "/api/find?since=9999-12-31", None),
            ("PATCH", "/api/jobs/1/plan", {"due": "9999-12-31T23:59:59-12:00"}),
            ("POST", "/api/targets/1/by-hand", {"pours": water}),
            ("POST", "/api/recipes/next-swatch", {"pours": [tin, tin]}),
            ("PUT", "/api/hours", {"week": {"mon": [{"start": "25:00", "end": "26:00"}]}}),
        ):  # fmt: skip
            with self.subTest(path):
                answer = send(method, path, json=body)
                self.assertEqual(answer.status_code, 422, answer.text)
                said = json.dumps(answer.json())
                self.assertNotRegex(said, "String should|Value error|Input should")
        self.assertEqual(
            send("POST", "/api/jobs/99/looks", json={"name": "x", "layers": []}).status_code, 404
        )

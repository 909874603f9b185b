"""Lengths of faces on the demo's photo of furniture, in a browser."""

import re

import numpy as np
from playwright.sync_api import expect

from jug_mingle.demo import corner
from tests.browser.support import BrowserCase


class LengthsTest(BrowserCase):
    def test_one_length_gives_the_others(self) -> None:
        """On the demo's photo of the settle, its back's width gives the back's height and the depth of the
        seat."""
        page = self.page
        photo = next(one for one in self.job()["photos"] if one["name"] == "The settle in its corner")
        size, z = (photo["width"], photo["height"]), 0.46
        places = (
            ("front", [[0, 1.05, z], [1.3, 1.05, z], [1.3, 0.45, z], [0, 0.45, z]]),
            ("top", [[0, 0.45, z], [1.3, 0.45, z], [1.3, 0.45, 0], [0, 0.45, 0]]),
        )
        faces = [
            {"corners": corner.seen(np.array(four), size), "zone": zone, "width": 1.3}
            for zone, four in places
        ]
        marks = {"faces": faces, "wood": "failed_varnish", "white": None}
        page.request.put(f"{self.server.address}/api/photos/{photo['id']}/marks", data=marks)
        self.go("try-on")
        page.get_by_role("button", name="my photo").click()
        page.get_by_label("Which photo").select_option(label=photo["name"])
        page.get_by_label("Face 1 was measured").check()
        marked = page.get_by_role("list", name="Faces marked").get_by_role("listitem")
        expect(marked.nth(0)).to_contain_text(re.compile(r"(59|60|61)(\.\d)? ± .* high"))
        expect(marked.nth(1)).to_contain_text(re.compile(r"(45|46|47)(\.\d)? ± .* high"))
        self.quiet(page)
        self.accessible(page)

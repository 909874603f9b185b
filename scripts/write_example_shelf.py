"""Write docs/examples/shelf.json: the demo's paints, as they were read."""

import json
from pathlib import Path

import numpy as np

from jug_mingle.core.colour.spaces import R_to_Lab
from jug_mingle.demo.pigments import TINS, true_mix

FILE = Path(__file__).parents[1] / "docs" / "examples" / "shelf.json"


def main() -> None:
    rng = np.random.default_rng(20)
    white = TINS[0]
    readings = []
    for tin in TINS[:16]:
        for mix in ((tin, 1.0),), ((tin, 1.0), (white, 4.0)):
            if len(mix) == 1 or tin is not white:
                Lab = R_to_Lab(true_mix(list(mix))) + 0.3 * rng.standard_normal(3)
                sheen = "matte" if tin.kind == "mineral_paint" and len(mix) == 1 else "flat"
                volumes = {each.key: volume for each, volume in mix}
                readings.append({"volumes": volumes, "Lab": np.round(Lab, 2).tolist(), "sheen": sheen})
    materials = [
        {"key": tin.key, "name": tin.name, "kind": tin.kind, "left_ml": tin.left_ml} for tin in TINS[:16]
    ]
    lines = (
        ",\n    ".join(json.dumps(one) for one in materials),
        ",\n    ".join(json.dumps(one) for one in readings),
    )
    FILE.write_text(
        '{\n  "materials": [\n    ' + lines[0] + '\n  ],\n  "readings": [\n    ' + lines[1] + "\n  ]\n}\n"
    )


if __name__ == "__main__":
    main()

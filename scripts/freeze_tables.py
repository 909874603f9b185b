"""Freeze the CIE and camera tables that the core reads, from colour-science (BSD-3-Clause).

Run by a developer when the tables change: `python scripts/freeze_tables.py`. The product reads the small CSV
files that this writes, since importing colour-science costs a second; tests check that both agree.
"""

from pathlib import Path

import numpy as np
from colour import MSDS_CMFS, SDS_ILLUMINANTS, SpectralShape
from colour.characterisation import MSDS_CAMERA_SENSITIVITIES, SDS_COLOURCHECKERS
from scipy.interpolate import CubicSpline

DATA = Path(__file__).parents[1] / "jug_mingle" / "core" / "data"
SHAPE, FINE = SpectralShape(380, 780, 5), SpectralShape(380, 780, 1)
LIGHTS = {
    "window": "D65", "bulb": "A", "cool_led": "LED-B4", "tube": "FL11",
    "evening_window": "D50", "north_window": "D75", "warm_led": "LED-B1", "neutral_led": "LED-B3",
    "old_tube": "FL2",
}  # fmt: skip


def write(name: str, columns: list[str], table: np.ndarray, source: str) -> None:
    lines = [f"# {line}" for line in source.splitlines()] + [",".join(columns)]
    lines += [",".join(f"{x:.9g}" for x in row) for row in table]
    (DATA / name).write_text("\n".join(lines) + "\n")


def main() -> None:
    nm, fine = SHAPE.wavelengths, FINE.wavelengths
    cmfs = MSDS_CMFS["CIE 1931 2 Degree Standard Observer"].copy().align(FINE).values
    write(
        "observer.csv",
        ["nm", "x_bar", "y_bar", "z_bar"],
        np.column_stack([fine, cmfs]),
        "CIE 1931 2 degree standard observer (CIE 015:2018), 380-780 nm every 1 nm.\nTaken from "
        "colour-science.",
    )
    grid = np.arange(380.0, 731.0, 10.0)
    basis = CubicSpline(grid, np.eye(grid.size))(np.clip(fine, grid[0], grid[-1]))
    write(
        "interpolation.csv",
        ["nm", *(f"{band:g}" for band in grid)],
        np.column_stack([fine, np.round(basis, 12)]),
        "From 380-730 nm every 10 nm to 380-780 nm every 1 nm: cubic spline, not-a-knot, held constant past "
        "730 nm.\nMade with scipy.interpolate.CubicSpline.",
    )
    lights = [SDS_ILLUMINANTS[sd].copy().align(SHAPE).values for sd in LIGHTS.values()]
    write(
        "lights.csv",
        ["nm", *LIGHTS],
        np.column_stack([nm, *lights]),
        f"Relative spectral power of CIE illuminants {', '.join(LIGHTS.values())} (CIE 015:2018), every 5 "
        f"nm.\n"
        "Taken from colour-science.",
    )
    chart = [sd.values for sd in SDS_COLOURCHECKERS["babel_average"].values()]
    write(
        "chart24.csv",
        ["nm", *(f"patch_{number}" for number in range(1, 25))],
        np.column_stack([grid, *chart]),
        "Reflectances of the common 24-patch test chart, average of many measured ones, 380-730 nm every 10 "
        "nm;\npatches row by row from the upper left, four rows of six, the greys last. "
        "Taken from colour-science.",
    )
    camera = next(iter(MSDS_CAMERA_SENSITIVITIES.values())).copy()
    wide = SpectralShape(380, 730, 10)
    table = np.clip(camera.extrapolate(wide).align(wide).values, 0, None)
    write(
        "camera.csv",
        ["nm", "red", "green", "blue"],
        np.column_stack([wide.wavelengths, table / table.max()]),
        "Measured relative sensitivities of a digital still camera (Darrodi et al. 2015), 380-730 nm every "
        "10 nm.\nTaken from colour-science.",
    )


if __name__ == "__main__":
    main()

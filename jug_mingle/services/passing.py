"""Files on their way in or out: kept in a folder of their own, and gone at the next start."""

import shutil
from pathlib import Path


def passing_folder(data: Path) -> Path:
    """Return the folder of files that are on their way, made where it is not there."""
    folder = data / "passing"
    folder.mkdir(parents=True, exist_ok=True)
    return folder


def clear_passing(data: Path) -> None:
    """Remove what a program that was cut off left on its way."""
    shutil.rmtree(data / "passing", ignore_errors=True)
    for folder in data.glob("archive-*"):
        shutil.rmtree(folder, ignore_errors=True)

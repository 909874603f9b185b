"""Keep a data folder made by the demo of today for the tests: every later release must open it. One for each revision.

Its photos go to the folder that all kept ones share, since they are named by their hash.
"""

import shutil
import tempfile
from pathlib import Path

from jug_mingle.cli import prepare_demo
from jug_mingle.store.database import NAME, copy_database, revisions

FOLDERS = Path(__file__).parents[1] / "tests" / "store" / "folders"


def main() -> None:
    with tempfile.TemporaryDirectory() as made:
        prepare_demo(Path(made), said=print)
        kept = FOLDERS / f"{revisions()[-1]}-demo"
        shutil.rmtree(kept, ignore_errors=True)
        kept.mkdir(parents=True)
        copy_database(Path(made) / NAME, kept / NAME)
        for photo in (Path(made) / "photos").iterdir():
            if not (FOLDERS / "photos" / photo.name).exists():
                shutil.copy(photo, FOLDERS / "photos" / photo.name)
                print(f"new photo {photo.name}")
        print(f"kept {kept.name}")


if __name__ == "__main__":
    main()

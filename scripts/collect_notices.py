"""Collect the licences of everything that ships in the wheel, by the tools that read them where they are
installed.

Writes `jug_mingle/NOTICES.txt`: the Python packages that the product needs (pip-licenses), the packages that
the pages are built from (license-checker-rseidelsohn), and our own fonts.
"""

import json
import re
import subprocess
import sys
from pathlib import Path

ROOT = Path(__file__).parent.parent
OUT = ROOT / "jug_mingle" / "NOTICES.txt"
RULE = "\n" + 100 * "=" + "\n"


def needed() -> list[str]:
    """Return the names of the Python packages that the product needs."""
    text = (ROOT / "requirements" / "product.txt").read_text("utf-8")
    return re.findall(r"^([A-Za-z0-9._-]+)==", text, re.MULTILINE)


def of_python() -> str:
    command = [
        sys.executable, "-m", "piplicenses", "--format=json", "--with-license-file", "--with-notice-file",
        "--no-license-path", "--with-urls", "--packages", *needed(),
    ]  # fmt: skip
    found = json.loads(subprocess.run(command, check=True, capture_output=True, text=True).stdout)
    parts = [
        f"{one['Name']} {one['Version']}\n{one['License']}\n\n{one['LicenseText'].strip()}\n"
        f"{said(one.get('NoticeText'))}"
        for one in sorted(found, key=lambda one: one["Name"].lower())
    ]
    return RULE.join(parts)


def said(notice: str | None) -> str:
    return "" if notice in (None, "UNKNOWN") else f"\n{notice}\n"


def of_pages() -> str:
    command = ["npx", "license-checker-rseidelsohn", "--production", "--json", "--excludePrivatePackages"]
    found = json.loads(
        subprocess.run(command, check=True, capture_output=True, text=True, cwd=ROOT / "web").stdout
    )
    parts = []
    for name, one in sorted(found.items()):
        file = Path(one.get("licenseFile", ""))
        there = file.name.lower().startswith(("licen", "copying"))
        text = file.read_text("utf-8", errors="replace").strip() if there else ""
        parts.append(f"{name}\n{one.get('licenses', '')}\n\n{text}\n")
    return RULE.join(parts)


def main() -> None:
    """Write the notices."""
    fonts = (ROOT / "jug_mingle" / "formats" / "fonts" / "OFL.txt").read_text("utf-8")
    head = "What Jug Mingle is made of, and under which licences. Its own licence stands in LICENSE.\n"
    OUT.write_text(RULE.join([head, of_python(), of_pages(), f"Fonts that prints embed\n\n{fonts}"]), "utf-8")
    print(f"{OUT.relative_to(ROOT)}: {OUT.stat().st_size // 1000} kB")


if __name__ == "__main__":
    main()

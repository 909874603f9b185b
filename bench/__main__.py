"""Print the figures: `make bench`, or `make bench ARGS="slice"` for one part."""

import sys
from importlib import import_module

PARTS = {
    "slice": "bench.slice",
    "oracle": "bench.oracle_figures",
    "search": "bench.search",
    "catch": "bench.catch",
    "pouring": "bench.pouring",
    "finishes": "bench.finishes",
    "steady": "bench.steady",
    "first_hour": "bench.first_hour",
}


def main(wanted: list[str]) -> None:
    """Run the parts named, or all."""
    for part in wanted or PARTS:
        if part not in PARTS:
            sys.exit(f"there is no part {part!r}; known are {', '.join(PARTS)}")
        import_module(PARTS[part]).main()


if __name__ == "__main__":
    main(sys.argv[1:])

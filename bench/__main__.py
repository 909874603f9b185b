"""Print the figures: `make bench`, or `make bench ARGS="end_to_end"` for one part."""

import sys
from importlib import import_module

PARTS = {
    "end_to_end": "bench.end_to_end",
    "oracle": "bench.estimator_accuracy",
    "search": "bench.search",
    "catch": "bench.catch",
    "pouring": "bench.pouring",
    "finishes": "bench.finishes",
    "long_run": "bench.long_run",
    "first_hour": "bench.first_hour",
    "other_paints": "bench.other_paints",
    "over_wood": "bench.over_wood",
    "over_search": "bench.over_search",
    "plans": "bench.plans",
    "record": "bench.record",
    "patterns": "bench.patterns",
    "weight": "bench.weight",
    "load": "bench.load",
    "walks": "bench.walks",
    "hostile": "bench.hostile",
}


def main(wanted: list[str]) -> None:
    """Run the parts named, or all."""
    for part in wanted or PARTS:
        if part not in PARTS:
            sys.exit(f"there is no part {part!r}; known are {', '.join(PARTS)}")
        import_module(PARTS[part]).main()


if __name__ == "__main__":
    main(sys.argv[1:])

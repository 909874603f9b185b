"""The nouns of the API: each a module with its routes, and a line here."""

import re
from collections.abc import Mapping
from typing import Any, Final

from fastapi.routing import APIRoute

from jug_mingle.api import (
    accents,
    archives,
    batches,
    bin,
    choices,
    colours,
    devices,
    entries,
    events,
    find,
    finishes,
    jobs,
    jugs,
    looks,
    measuring,
    mixes,
    ombres,
    over,
    pairing,
    patterns,
    photos,
    pieces,
    plans,
    practice,
    preparations,
    prints,
    recipes,
    remix,
    settings,
    shelf,
    strips,
    targets,
)

NOUNS: Final = (
    accents,
    archives,
    batches,
    bin,
    choices,
    colours,
    devices,
    entries,
    events,
    find,
    finishes,
    jobs,
    jugs,
    looks,
    measuring,
    mixes,
    ombres,
    over,
    pairing,
    patterns,
    photos,
    pieces,
    plans,
    practice,
    preparations,
    prints,
    recipes,
    remix,
    settings,
    shelf,
    strips,
    targets,
)


def marked(mark: Mapping[str, Any]) -> list[APIRoute]:
    """Return the routes that carry a mark among what is said of them (`openapi_extra`)."""
    routes = [route for noun in NOUNS for route in noun.router.routes if isinstance(route, APIRoute)]
    return [route for route in routes if mark.items() <= (route.openapi_extra or {}).items()]


def marked_paths(mark: Mapping[str, Any]) -> tuple[re.Pattern[str], ...]:
    """Return the addresses of the routes that carry a mark."""
    return tuple(one.path_regex for one in marked(mark))

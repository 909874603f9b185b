"""The nouns of the API: each a folder with its routes, and a line here."""

import re
from collections.abc import Mapping
from typing import Any, Final

from fastapi.routing import APIRoute

from jug_mingle.api.accents import routes as accents
from jug_mingle.api.archives import routes as archives
from jug_mingle.api.batches import routes as batches
from jug_mingle.api.bin import routes as bin
from jug_mingle.api.choices import routes as choices
from jug_mingle.api.colours import routes as colours
from jug_mingle.api.demo_job import routes as demo_job
from jug_mingle.api.devices import routes as devices
from jug_mingle.api.entries import routes as entries
from jug_mingle.api.events import routes as events
from jug_mingle.api.find import routes as find
from jug_mingle.api.finishes import routes as finishes
from jug_mingle.api.jobs import routes as jobs
from jug_mingle.api.jugs import routes as jugs
from jug_mingle.api.lights import routes as lights
from jug_mingle.api.looks import routes as looks
from jug_mingle.api.measuring import routes as measuring
from jug_mingle.api.mixes import routes as mixes
from jug_mingle.api.ombres import routes as ombres
from jug_mingle.api.over import routes as over
from jug_mingle.api.pairing import routes as pairing
from jug_mingle.api.patterns import routes as patterns
from jug_mingle.api.photos import routes as photos
from jug_mingle.api.pieces import routes as pieces
from jug_mingle.api.plans import routes as plans
from jug_mingle.api.practice import routes as practice
from jug_mingle.api.preparations import routes as preparations
from jug_mingle.api.prints import routes as prints
from jug_mingle.api.recipes import routes as recipes
from jug_mingle.api.remix import routes as remix
from jug_mingle.api.settings import routes as settings
from jug_mingle.api.shelf import routes as shelf
from jug_mingle.api.strips import routes as strips
from jug_mingle.api.targets import routes as targets

NOUNS: Final = (
    accents,
    archives,
    batches,
    bin,
    choices,
    colours,
    demo_job,
    devices,
    entries,
    events,
    find,
    finishes,
    jobs,
    jugs,
    lights,
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
    return [one for one in routes if mark.items() <= (one.openapi_extra or {}).items()]


def marked_paths(mark: Mapping[str, Any]) -> tuple[re.Pattern[str], ...]:
    """Return the addresses of the routes that carry a mark."""
    return tuple(one.path_regex for one in marked(mark))

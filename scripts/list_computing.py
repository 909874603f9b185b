"""Print the addresses that are asked by POST and change nothing, for the pages (`make api`)."""

import json

from jug_mingle.api.context import COMPUTES
from jug_mingle.api.nouns import marked

print(json.dumps(sorted(route.path for route in marked(COMPUTES)), indent=2))

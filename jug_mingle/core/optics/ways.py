"""How a film is laid: what a brush, a roller, a spray gun and a rag make of a coat. Values of common
practice."""

from collections.abc import Mapping
from dataclasses import dataclass
from typing import Final

import numpy as np


@dataclass(frozen=True, slots=True, kw_only=True)
class Way:
    """A way of laying.

    Attributes
    ----------
    thick : float
        How thick one coat lies, of a brushed one.
    lost : float
        Share of the paint that does not reach the piece. [0..1)
    streaks : float
        How much thinner a coat is between the marks of its tool, of its mean. Marks of several coats do not
        lie on one another, so of n coats the thinnest places lack `streaks` × √n of one.
    forgives : float
        By how much more than a streaky film an even one may differ from the hiding film and pass for covered:
        no thinner place stands beside it to tell. 1..
    """

    key: str
    title: str
    thick: float = 1.0
    lost: float = 0.0
    streaks: float = 0.0
    forgives: float = 1.0

    def coats_for(self, needed: float) -> int:
        """Return the least number of coats of which the thinnest places are as thick as `needed` brushed
        coats.

        ValueError where none would do, because so much is needed that nobody lays it.
        """
        if not 0.0 <= needed <= _MOST:
            raise ValueError(f"from 0 to {_MOST:g} coats can be asked for, got {needed:g}")
        n = np.arange(1, 4 * int(_MOST) + 9)
        enough = self.thick * (n - self.streaks * np.sqrt(n)) >= needed - 1e-9
        return int(n[np.argmax(enough)])


_MOST: Final = 400.0

EVEN: Final = Way(key="even", title="drawn down evenly")
"""As a film is measured: by a drawdown bar."""

WAYS: Final[Mapping[str, Way]] = {
    way.key: way
    for way in (
        Way(key="brush", title="by brush", streaks=0.5),
        Way(key="roller", title="by roller", thick=0.9, lost=0.05, streaks=0.35),
        Way(key="spray", title="by spray", thick=0.95, lost=0.25, forgives=2.0),
        Way(key="rag", title="by rag", thick=0.6, streaks=0.5),
    )
}
"""White takes three to five brushed coats and two sprayed ones, a middle colour two, a strong dark one or
two; two sprayed coats on a dresser's carcass take half a quart or a little less. What is lost to the air is
assumed."""

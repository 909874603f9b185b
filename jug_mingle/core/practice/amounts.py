"""How much paint a piece takes, and what it costs."""

from collections.abc import Iterable

from jug_mingle.core.evidence.fitted_shelf import Shelf
from jug_mingle.core.measuring.pouring import Pour


def paint_needed(area: float, *, coats: int, spread_rate: float, margin: float) -> float:
    """Return the paint that an area takes. [ml]

    Parameters
    ----------
    area : float
        [m²]
    coats : int
        1..10.
    spread_rate : float
        Area that a litre covers in one coat. [m²/L]
    margin : float
        Kept for the brush, the jug and touching up, as a share. [0..1]

    Raises
    ------
    ValueError
        If a number is out of range.
    """
    if not (0.0 < area < 1000.0 and 1 <= coats <= 10 and spread_rate > 0.0 and 0.0 <= margin <= 1.0):
        raise ValueError(
            f"an area above 0 m², 1 to 10 coats, a spread rate above 0 and a margin up to 100 % are needed, "
            f"got {area:g} m², {coats} coats, {spread_rate:g} m²/l and {100 * margin:g} %"
        )
    return 1000.0 * area * coats / spread_rate * (1.0 + margin)


def coats_within(pot_life: float, *, coats: int, recoat: float) -> int:
    """Return how many of so many coats can be laid on before a mixed pot spoils, at least one.

    Parameters
    ----------
    pot_life : float
        How long it keeps once mixed. [days]
    recoat : float
        Wait between two coats. [minutes]
    """
    if recoat <= 0.0:
        return coats
    return int(min(coats, 1 + pot_life * 24.0 * 60.0 // recoat))


def cost_of(shelf: Shelf, pours: Iterable[Pour]) -> float:
    """Return what a recipe's paints cost, in the currency of their prices."""
    return sum(shelf.materials[shelf.index(pour.key)].price * pour.ml / 1000.0 for pour in pours)

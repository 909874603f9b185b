"""How much of each material lies in many films at once."""

import unittest

import numpy as np
from numpy.testing import assert_allclose

from jug_mingle.core.evidence.laid import LaidFilm, body_over, coat_of
from jug_mingle.core.optics.uptake import shares_kept
from jug_mingle.core.recipes.over_kinds import alike, palettes
from jug_mingle.core.recipes.over_search import OverSearch, grid
from tests.core.evidence.test_laid import OAK, PRIMER, SHELF
from tests.core.recipes.test_over import ALL, wanted


class FilmAmountsTest(unittest.TestCase):
    def test_as_one_film_laid(self) -> None:
        """Of every way to lay a film, the amounts and the surface are those of the same film laid alone."""
        for ground in (OAK, PRIMER):
            for group in alike(palettes(SHELF, ALL, takes=bool(ground.takes))):
                search = OverSearch(SHELF, group, ground, wanted(50, 8, 20).goal)
                k = min(2, len(search.colours))
                films = grid(list(range(k)), np.arange(search.starts[-1]))
                x, veil = search.amounts.of(films)
                for at in np.linspace(0, len(x) - 1, 12).astype(int):
                    how = [one for palette in group for one in palette.kind.hows][films[2][at]]
                    keys = [SHELF.materials[place].key for place in search.colours[:k]]
                    volumes = [(key, float(part)) for key, part in zip(keys, films[1][at], strict=True)]
                    if group[0].carrier is not None:
                        carrier = SHELF.materials[group[0].carrier].key
                        volumes.append((carrier, how.carrier * float(films[1][at].sum())))
                    film = LaidFilm(volumes=tuple(volumes), laying=how.laying, water=how.water)
                    tins = [SHELF.materials[SHELF.index(key)] for key, _ in volumes]
                    coat = coat_of(tins, np.array([share for _, share in volumes]), how.water)
                    kept = [
                        float(shares_kept(SHELF.uptake(ground.takes, tin.key), [how.laying])[0])
                        for tin in tins
                    ]
                    with self.subTest(group[0].kind.key, at=at):
                        assert_allclose(x[at], (coat * kept)[:k], rtol=1e-9)
                        assert_allclose(veil[at], body_over(SHELF, [film], ground).veil, rtol=1e-9)

"""Layers as they are said, resolved to films; what is in them."""

from jug_mingle.documents.look import LayerIn
from jug_mingle.errors import NotFoundError, UnfitError
from jug_mingle.services import finish_resolver, jobs, materials, shelf_fit
from tests.services.support import LookCase


class ResolverTest(LookCase):
    def test_layers_that_cannot_be(self) -> None:
        """What is wrong, and in which layer."""
        for changes, words in (
            ({"colours": []}, "layer 2: paint needs a colour, got 0"),
            ({"colours": ["gold leaf"]}, "there is no colour 'gold leaf': name a jug"),
            ({"kind": "blend", "colours": ["gold"]}, "layer 2: blend needs 2 to 3 colours"),
            ({"colours": ["mix:x"]}, "there is no colour 'mix:x'"),
        ):
            with self.subTest(words), self.assertRaisesRegex(UnfitError, words):
                finish_resolver.resolved(self.session, self.job.id, [self.paint(), self.paint(**changes)])
        for colour in ("mix:99", "pot:gone"):
            with self.assertRaises(NotFoundError):
                finish_resolver.resolved(self.session, self.job.id, [self.paint(colours=[colour])])

    def test_another_jobs_jug(self) -> None:
        other = jobs.add_job(self.session, name="Other")
        with self.assertRaisesRegex(UnfitError, "belongs to another job"):
            finish_resolver.resolved(self.session, other.id, [self.paint()])

    def test_films(self) -> None:
        """A jug's film is that of its paints, a generic wax has one of its own, and the same film is made once."""
        layers = [self.paint(), LayerIn(kind="wax", colours=["brown wax"]), self.paint(coats=1)]
        first, wax, again = finish_resolver.resolved(self.session, self.job.id, layers)
        self.assertEqual([one.films[0].name for one in (first, wax)], ["Sky", "brown wax"])
        self.assertIs(first.films[0], again.films[0])
        self.assertEqual((first.coats, again.coats), (2, 1))
        self.assertEqual(first.films[0].base, "water")
        anew = finish_resolver.resolved(self.session, self.job.id, layers)[0]
        self.assertIs(anew.films[0], first.films[0])
        self.assertIs(shelf_fit.fitted_shelf(self.session).factor, shelf_fit.fitted_shelf(self.session).factor)

    def test_what_is_in_a_colour(self) -> None:
        """A jug's tins, a tin itself, nothing of a generic one; each is handled by its label, else as is usual."""
        self.assertEqual(
            [pot.key for pot in finish_resolver.tins_in(self.session, f"mix:{self.sky.id}")], ["white", "blue"]
        )
        self.assertEqual([pot.key for pot in finish_resolver.tins_in(self.session, "pot:ochre")], ["ochre"])
        self.assertEqual(finish_resolver.tins_in(self.session, "brown wax"), [])
        usual = finish_resolver.handlings_of(self.session, "pot:ochre")[0].recoat
        assert usual is not None
        materials.change_material(self.session, "ochre", {"handling": {"recoat": 7 * usual}})
        self.assertEqual(finish_resolver.handlings_of(self.session, "pot:ochre")[0].recoat, 7 * usual)
        self.assertEqual(finish_resolver.handlings_of(self.session, "pot:white")[0].recoat, usual)
        self.assertEqual(len(finish_resolver.handlings_of(self.session, "brown wax")), 1)

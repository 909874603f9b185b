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
        """A jug's film is that of its paints, a generic wax has one of its own, and the same film is made
        once."""
        layers = [self.paint(), LayerIn(kind="wax", colours=["brown wax"]), self.paint(coats=1)]
        first, wax, again = finish_resolver.resolved(self.session, self.job.id, layers)
        self.assertEqual([one.films[0].name for one in (first, wax)], ["Sky", "brown wax"])
        self.assertIs(first.films[0], again.films[0])
        self.assertEqual((first.coats, again.coats), (2, 1))
        self.assertEqual(first.films[0].base, "water")
        anew = finish_resolver.resolved(self.session, self.job.id, layers)[0]
        self.assertIs(anew.films[0], first.films[0])
        self.assertIs(
            shelf_fit.fitted_shelf(self.session).factor, shelf_fit.fitted_shelf(self.session).factor
        )

    def test_facts_by_the_label(self) -> None:
        """A film carries how what is in it is handled: another label is another film, of jugs too."""
        paint = LayerIn(kind="paint", colours=["pot:white"])

        def recoat(layer: LayerIn) -> float | None:
            facts = finish_resolver.resolved(self.session, self.job.id, [layer])[0].films[0].facts
            return None if facts is None else facts.recoat

        self.assertEqual((recoat(paint), recoat(self.paint())), (60.0, 60.0))
        materials.change_material(self.session, "white", {"handling": {"recoat": 420.0}})
        self.assertEqual((recoat(paint), recoat(self.paint())), (420.0, 420.0))

"""Tins on the shelf: put there, changed, weighed, taken off and brought back."""

from datetime import timedelta

from jug_mingle.errors import ConflictError, NotFoundError, UnfitError
from jug_mingle.services import materials
from tests.services.support import ServiceCase


class MaterialsTest(ServiceCase):
    def names(self) -> list[str]:
        return [row.name for row in materials.material_rows(self.session)]

    def test_keys_are_made_of_names_and_free(self) -> None:
        names = ("Old  Gold!", "old gold", "Öl")
        keys = [
            materials.add_material(self.session, name=n, kind="chalk_paint", left_ml=1).key for n in names
        ]
        self.assertEqual(keys, ["old-gold", "old-gold-2", "l"])

    def test_by_kind_and_name(self) -> None:
        materials.add_material(self.session, name="Amber", kind="clear_wax", left_ml=1)
        self.assertEqual(self.names(), ["Blue", "Ochre", "White", "Amber"])

    def test_a_tin_holds_what_is_in_it(self) -> None:
        """What is left is never more than full; a tin without a size is half a litre, or as much as is in
        it."""
        sizes = [
            materials.add_material(self.session, name=str(left), kind="chalk_paint", left_ml=left).full_ml
            for left in (20.0, 800.0)
        ]
        self.assertEqual(sizes, [500.0, 800.0])
        self.assertEqual(materials.change_material(self.session, "blue", {"left_ml": 900.0}).full_ml, 900.0)

    def test_weighed(self) -> None:
        """Chalk-type paint of 1.25 g/ml: 325 g in a tin of 75 g are 200 ml."""
        materials.change_material(self.session, "blue", {"density": 1.25})
        row = materials.weigh_material(self.session, "blue", grams=325.0, tin_grams=75.0)
        self.assertEqual(row.left_ml, 200.0)
        with self.assertRaisesRegex(UnfitError, "weigh them again"):
            materials.weigh_material(self.session, "blue", grams=70.0, tin_grams=75.0)

    def test_facts_of_the_label_and_back(self) -> None:
        materials.change_material(self.session, "blue", {"spread_rate": 9.0, "handling": {"recoat": 3.0}})
        told = {
            name: (now, usual)
            for name, now, usual, _ in materials.facts_of(materials.get_material(self.session, "blue"))
        }
        self.assertEqual((told["spread_rate"][0], told["recoat"][0]), (9.0, 3.0))
        materials.change_material(self.session, "blue", {"spread_rate": None, "handling": {"recoat": None}})
        for name, now, usual, why in materials.facts_of(materials.get_material(self.session, "blue")):
            with self.subTest(name):
                self.assertEqual(now, usual)
                self.assertTrue(why)

    def test_taken_off_and_brought_back(self) -> None:
        materials.remove_material(self.session, "blue")
        self.assertEqual(self.names(), ["Ochre", "White"])
        self.assertEqual(materials.keys_on_shelf(self.session), {"white", "ochre"})
        self.assertEqual(len(materials.material_rows(self.session, removed=True)), 3)
        other = materials.add_material(self.session, name="Blue", kind="chalk_paint", left_ml=1)
        with self.assertRaisesRegex(ConflictError, "rename that first"):
            materials.restore_material(self.session, "blue")
        materials.change_material(self.session, other.key, {"name": "Sky"})
        materials.restore_material(self.session, "blue")
        self.assertEqual(self.names(), ["Blue", "Ochre", "Sky", "White"])

    def test_keeps_until(self) -> None:
        """A tin mixed on the day keeps as many days as it was made to, or as its owner says."""
        row = materials.get_material(self.session, "blue")
        self.assertIsNone(materials.keeps_until(row))
        row.made = {"pot_life": 2.0}
        self.assertEqual(materials.keeps_until(row), row.created + timedelta(days=2))
        row.handling = {"pot_life": 0.5}
        self.assertEqual(materials.keeps_until(row), row.created + timedelta(hours=12))

    def test_refused(self) -> None:
        self.session.commit()
        for changes, error, words in (
            ({"name": "White"}, ConflictError, "call this one something else"),
            ({"kind": "varnish-o"}, UnfitError, "there is no kind of material"),
            ({"volume_solids": 40.0}, UnfitError, "from 0 to 1"),
            ({"sheen": "glittery"}, UnfitError, "glittery"),
            ({"handling": {"mood": 1.0}}, UnfitError, "no handling fact mood"),
        ):
            with self.subTest(words), self.assertRaisesRegex(error, words):
                materials.change_material(self.session, "blue", changes)
            self.session.rollback()
        with self.assertRaisesRegex(NotFoundError, "no tin 'gone'"):
            materials.get_material(self.session, "gone")

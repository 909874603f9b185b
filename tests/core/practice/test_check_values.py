"""Values of common practice by their ids, against the facts, the rules and the texts of the program.

None of them is read from the facts themselves. Where each fact is answered, and what holds it, stands in
docs/trade.md.
"""

import re
import unittest
from pathlib import Path
from typing import ClassVar, Final

from jug_mingle.core.finishes import KINDS
from jug_mingle.core.finishes.layer_settings import COATS, DWELL
from jug_mingle.core.materials.kinds import kind_of
from jug_mingle.core.measuring.pouring import shared_out
from jug_mingle.core.optics.ways import WAYS
from jug_mingle.core.pieces import usual_piece
from jug_mingle.core.practice.hardware import ACTS, Hardware, count_of
from jug_mingle.core.practice.mishaps import MISHAPS
from jug_mingle.core.practice.techniques import CARDS
from jug_mingle.core.recipes.preparation_table import PREPARATIONS

TESTS: Final = Path(__file__).parents[2]
COUNTS: Final = {"J": 82, "D": 38, "H": 25, "V": 227, "W": 37}


class FactsTest(unittest.TestCase):
    def test_waits(self) -> None:
        """Minutes until the next thin layer, the next full coat; days until a tin spoils or a film is
        hard."""
        for ids, key, name, low, high in (
            ("V003", "milk_paint", "pot_life", 14, 14), ("V004", "milk_paint", "dry", 10, 15),
            ("V007", "crackle_gesso", "dry", 15, 15), ("V010 V216 V217 V120", "light_wax", "dry", 30, 60),
            ("V011", "coloured_wax", "dry", 20, 30), ("V012", "coloured_wax", "cure", 3, 60),
            ("V038", "oil_stain", "dry", 720, 900), ("V039", "gel_stain", "dry", 0, 1440),
            ("V040 V041", "chalk_paint", "dry", 0, 60), ("V043", "tinting_wax", "open_time", 10, 60),
            ("V088", "primer", "recoat", 1440, 1440), ("V093 V094", "gilding_wax", "dry", 480, 1440),
            ("V146", "enamel", "recoat", 120, 120), ("V150", "spray_enamel", "recoat", 1440, 1440),
            ("V154 V155", "oil_varnish", "recoat", 720, 720), ("V162 V208", "clear_coat", "dry", 15, 15),
            ("V163", "chalk_paint", "dry", 15, 15), ("V190", "oil_wax_butter", "open_time", 20, 20),
        ):  # fmt: skip
            with self.subTest(ids):
                self.assertTrue(low <= getattr(kind_of(key).handling, name) <= high)

    def test_rankings(self) -> None:
        """V222: wax stays open longer than glaze. V223: paint stain dries before ordinary before gel."""
        opens = [kind_of(key).handling.open_time or 0.0 for key in ("tinting_wax", "glaze")]
        self.assertGreater(*opens)
        dries = [kind_of(key).handling.dry or 0.0 for key in ("chalk_paint", "oil_stain", "gel_stain")]
        self.assertEqual(dries, sorted(dries))
        self.assertEqual(len(set(dries)), 3)

    def test_coats(self) -> None:
        """Usual coats, as the shelf says them and as a layer begins."""
        for ids, key, words in (
            ("V005", "milk_paint", "2"), ("V008", "crackle_gesso", "2"), ("V046", "chalk_paint", "2–3"),
            ("V061", "clear_primer", "1–2"), ("V087", "primer", "1"), ("V121", "clear_wax", "1–3"),
            ("V119", "light_wax", "1"), ("V151", "oil_stain", "2"), ("V153", "oil_varnish", "2–4"),
            ("V161", "clear_coat", "1 under wax"), ("V192", "clear_coat", "3 on a top"),
            ("V178", "chalk_paint", "white 3"),
        ):  # fmt: skip
            with self.subTest(ids):
                self.assertIn(words, kind_of(key).handling.coats)
        self.assertEqual(PREPARATIONS["wash"].coats, KINDS["wash"].usual["coats"])
        for ids, kind, coats in (("V047", "sealer", 2), ("V050", "blend", 2), ("V053", "wash", 2)):
            with self.subTest(ids):
                self.assertEqual(KINDS[kind].usual["coats"], coats)

    def test_what_can_be_set(self) -> None:
        """V075 an hour's soak, V140 half a minute, V141 three coats of stain; D035, D038: any way of laying,
        as many coats as are asked for."""
        self.assertTrue(DWELL.low <= 0.5 and DWELL.high >= 60)
        self.assertGreaterEqual(COATS.high, 4)
        self.assertLessEqual({"brush", "roller", "spray"}, set(WAYS))

    def test_words_of_the_kinds(self) -> None:
        """V109: paint lightened with primer peels after about three days. V152: stain 24 h before varnish.
        V186: a base with primer in it blocks. J032: oil goes on matte paint where a film is hard to lay."""
        self.assertIn("three days", kind_of("primer").handling.why["into"])
        self.assertIn("24 hours", kind_of("oil_stain").handling.over)
        self.assertTrue(kind_of("self_priming_paint").handling.blocks_stains)
        self.assertIn("matte paint", kind_of("oil").handling.under)


class RatiosTest(unittest.TestCase):
    def shares(self, key: str) -> dict[str, float]:
        roles = PREPARATIONS[key].roles
        return {role.key: role.parts / sum(one.parts for one in roles) for role in roles}

    def test_preparations(self) -> None:
        """Ratios of what is mixed by a rule, as shares of the volume."""
        for ids, key, role, share in (
            ("V001 V002 V197", "milk_paint", "powder", 1 / 2), ("V006", "crackle_gesso", "powder", 1 / 2),
            ("V159 V160", "wash", "paint", 1 / 3), ("V105 V106", "tinted_wax", "paint", 1 / 4),
            ("V168 V173", "home_chalk_paint", "paint", 0.6),
            ("V169 V174", "home_chalk_paint", "plaster", 0.2),
            ("V175", "home_chalk_paint", "water", 0.2), ("V029", "retarder_of_mixture", "glaze", 0.12),
        ):  # fmt: skip
            with self.subTest(ids):
                self.assertAlmostEqual(self.shares(key)[role], share)

    def test_scaled(self) -> None:
        """V170 to V172, V176, V198: two cups of paint take two thirds of plaster and of water; V195, V196 and
        V194:
        300 ml of wash, 200 of tinted wax, 500 of a 3 : 1; V181, V201: halves. V026 to V028: 75 and 25 %."""
        home = self.shares("home_chalk_paint")
        self.assertAlmostEqual(2.0 * home["plaster"] / home["paint"], 2 / 3)
        self.assertAlmostEqual(1.0 / home["paint"], 1.667, places=3)
        self.assertAlmostEqual(300 * self.shares("wash")["paint"], 100)
        self.assertAlmostEqual(200 * self.shares("tinted_wax")["wax"], 150)
        self.assertEqual(list(shared_out([3, 1], batch=500.0, unit=1.0)), [375.0, 125.0])
        self.assertEqual(list(shared_out([1, 1], batch=500.0, unit=1.0)), [250.0, 250.0])

    def test_two_readings_of_one_dose(self) -> None:
        """V199, V200: a dose of the mix and a dose on the paint differ as 10 % and 9.1 % do."""
        of, on = self.shares("retarder_of_mixture")["glaze"], self.shares("retarder_on_paint")["glaze"]
        self.assertAlmostEqual(on, of / (1.0 + of))
        self.assertAlmostEqual(0.10 / 1.10, 0.091, places=3)


class CardsTest(unittest.TestCase):
    def test_what_a_card_says(self) -> None:
        for ids, kind, line, words in (
            ("J038", "paint", "stop", "the first always looks poor"),
            ("J039", "sealer", "stop", "where things stand"),
            ("J042", "stain", "stop", "longer is darker"), ("J051", "wash", "stop", "looks aged"),
            ("J054", "wax", "stop", "take less"), ("J067", "blend", "practise", "small bedside table"),
            ("J069", "stain", "practise", "a strip of the same wood"),
            ("J070", "paint", "section", "insides first"),
            ("J071", "wash", "section", "one front"), ("J075", "wash", "right", "beside each other"),
            ("J078", "distress", "right", "wear follows use"), ("J079", "dry_brush", "load", "rubbed off"),
            ("J080", "stencil", "right", "over the edge"), ("J081", "wax", "tool", "a large one for faces"),
            ("J048 D029 V074", "distress", "tool", "damp rag soon after drying, paper later"),
            ("V104", "distress", "tool", "80 for bold wear"), ("V022", "fade", "tool", "320"),
            ("V014", "wax", "tool", "one for light wax, one for dark"),
            ("V048 V189", "blend", "tool", "a clean one"),
            ("V051", "blend", "section", "corner to corner"), ("V055", "stencil", "tool", "dense roller"),
            ("V057", "stencil", "stop", "one coat"), ("V193", "sealer", "stroke", "all one way"),
            ("V226", "stencil", "stop", "before it dries"), ("D008", "wax", "tool", "small stiff brush"),
            ("D010 D011", "blend", "water", "one light mist"), ("D013", "blend", "tool", "for each colour"),
        ):  # fmt: skip
            with self.subTest(ids):
                self.assertIn(words, getattr(CARDS[kind], line))

    def test_what_a_mishap_says(self) -> None:
        for ids, key, line, words in (
            ("J046", "tape_pulled", "cause", "not dry through"),
            ("J057", "join_seen", "again", "that face alone"),
            ("J058", "join_seen", "remedy", "second coat move it"),
            ("V054", "wash_too_white", "cause", "A coat too many"),
            ("D004", "wax_wrong", "remedy", "else spirits"),
        ):  # fmt: skip
            with self.subTest(ids):
                self.assertIn(words, getattr(MISHAPS[key], line))


class PiecesTest(unittest.TestCase):
    def test_hardware(self) -> None:
        """D037: kept, painted, or changed. V122 to V124: ten handles at 2.70 are 27."""
        self.assertLessEqual({"keep", "paint", "change"}, set(ACTS))
        ten = count_of(usual_piece("chest", rows=5, columns=1), Hardware(act="change", each=2, price=2.70))
        self.assertEqual(ten, 10)
        self.assertAlmostEqual(ten * 2.70, 27.0)

    def test_leaves(self) -> None:
        """V128: two leaves."""
        self.assertEqual(sum(kind == "leaf" for kind in usual_piece("table", leaves=2).parts.values()), 2)


class EveryFactTest(unittest.TestCase):
    """docs/trade.md says of each fact where the program answers it and what holds it there, or why it does
    not."""

    ROWS: ClassVar = re.findall(
        r"^\| ([JDHVW]\d{3}) \| (.+) \| (.+) \| (.+) \|$",
        (TESTS.parent / "docs" / "trade.md").read_text("utf-8"),
        re.M,
    )

    def test_none_is_forgotten(self) -> None:
        """Each fact has one row and says something; none is open."""
        every = [f"{letter}{n:03d}" for letter, most in COUNTS.items() for n in range(1, most + 1)]
        self.assertEqual([row[0] for row in self.ROWS], every)
        for fact, says, where, _ in self.ROWS:
            with self.subTest(fact):
                self.assertGreater(len(says), 8)
                self.assertNotRegex(where, r"\bissue\b|\?\?")

    def test_what_holds_it_is_there(self) -> None:
        """A fact that is answered names a test that is there; one that is not gives its reason."""
        for fact, _, where, held in self.ROWS:
            with self.subTest(fact):
                if where.startswith("not answered: "):
                    self.assertEqual(held, "–")
                    self.assertGreater(len(where), 40)
                else:
                    self.assertTrue((TESTS.parent / held.strip("`")).is_file(), held)

    def test_what_a_test_names_is_answered(self) -> None:
        """No test is of a fact that is said not to be answered."""
        named = set().union(*(ids_in(path.read_text(encoding="utf-8")) for path in TESTS.rglob("test_*.py")))
        self.assertEqual(
            [row[0] for row in self.ROWS if row[2].startswith("not answered") and row[0] in named], []
        )


def ids_in(text: str) -> set[str]:
    """Return the ids in a text: single ones, and all from the first to the last of a range."""
    found = set(re.findall(r"\b[JDHVW]\d{3}\b", text))
    for letter, first, last in re.findall(r"\b([JDHVW])(\d{3}) to [JDHVW](\d{3})\b", text):
        found |= {f"{letter}{n:03d}" for n in range(int(first), int(last) + 1)}
    return found

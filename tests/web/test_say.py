"""How pages say and read amounts, lengths, temperatures, money, times: each against Python's conversion."""

import string
from datetime import UTC, datetime, timedelta
from decimal import ROUND_HALF_UP, Decimal
from itertools import product
from typing import Any, Final
from zoneinfo import ZoneInfo

from hypothesis import HealthCheck, Phase, given, settings
from hypothesis import strategies as st

from jug_mingle.core.marked import marked, marked_range
from jug_mingle.core.measuring.saying import NUMBERS, Saying
from jug_mingle.core.measuring.units import SIZES, SQUARE_FOOT, TYPED, UNITS, US_GALLON
from tests.web.support import LogicCase

often = settings(
    max_examples=6, deadline=None, derandomize=True, phases=[Phase.explicit, Phase.generate],
    suppress_health_check=list(HealthCheck),
)  # fmt: skip
"""Each example is a list of a hundred cases or so, asked at once; it is not made smaller for hours."""

millilitres = st.one_of(
    st.floats(0.001, 20.0), st.floats(20.0, 20_000.0), st.integers(0, 4000).map(lambda n: n / 4)
)
METRES: Final = {
    "cm": 0.01, "mm": 0.001, "m": 1.0, **dict.fromkeys(("in", "inch", "inches", '"', "″"), 0.0254),
    **dict.fromkeys(("ft", "foot", "feet", "'", "′"), 0.3048),
}  # fmt: skip
"""Metres in a unit of lengths; inch and foot exactly (NIST Handbook 44, appendix C)."""


def places(value: float, many: int) -> str:
    """Return a number with so many places, ties away from zero, as ECMAScript's `toFixed` has them
    (ECMA-262, 21.1.3.3); nothing without a sign."""
    text = str(Decimal(value).quantize(Decimal(1).scaleb(-many), ROUND_HALF_UP))
    return text.removeprefix("-") if not text.strip("-0.") else text


def plain(value: float, many: int) -> str:
    """Return a number with at most so many places."""
    text = places(value, many)
    text = text.rstrip("0").rstrip(".") if "." in text else text
    return "0" if text in ("-0", "") else text


def written(saying: Saying, number: str) -> str:
    """Return a number as a person who set this writes it."""
    return number.replace(".", ",") if saying.numbers == "comma" else number


class AmountsTest(LogicCase):
    @often
    @given(st.lists(millilitres, min_size=60, max_size=120))
    def test_said_as_the_core_says_them(self, amounts: list[float]) -> None:
        """In every unit, with points and with commas; what has no weight here is said in millilitres."""
        for unit, numbers in product(UNITS, NUMBERS):
            saying = Saying(unit=unit, numbers=numbers)
            self.prefer(saying)
            self.assertEqual(
                self.ask("amounts", "sayAmount", [[ml] for ml in amounts]),
                [saying.amount(ml) for ml in amounts],
                (unit, numbers),
            )

    @often
    @given(st.lists(st.tuples(st.floats(0.1, 500.0), st.sampled_from(sorted(TYPED))), min_size=60))
    def test_typed_with_a_unit(self, typed: list[tuple[float, str]]) -> None:
        """A number with any unit that may be typed comes to its millilitres, however a person writes it."""
        self.prefer(Saying())
        for write in ("{} {}", "{}{}", " {}  {} ", "{} {}."):
            words = [write.format(f"{value:.2f}", unit) for value, unit in typed]
            words = [word.replace(".", ",", 1) if n % 2 else word for n, word in enumerate(words)]
            read = self.ask("amounts", "readAmount", [[word, 0.0001, 1e9] for word in words])
            for (value, unit), found, word in zip(typed, read, words, strict=True):
                self.assertAlmostEqual(
                    found.get("value", -1), float(f"{value:.2f}") * TYPED[unit], places=6, msg=word
                )

    @often
    @given(
        st.lists(st.tuples(st.integers(0, 12), st.integers(0, 7), st.sampled_from([2, 3, 4, 8])), min_size=50)
    )
    def test_fractions(self, typed: list[tuple[int, int, int]]) -> None:
        """ "1 1/2" is one and a half; the signs of a keyboard for quarters and thirds are, too."""
        words = [f"{whole} {over}/{under}" if whole else f"{over}/{under}" for whole, over, under in typed]
        read = self.ask("amounts", "readFraction", [[word] for word in words])
        for (whole, over, under), found in zip(typed, read, strict=True):
            self.assertAlmostEqual(found["value"], whole + over / under, places=9)
        signs = {"¼": 0.25, "½": 0.5, "¾": 0.75, "⅓": 1 / 3, "⅔": 2 / 3, "1½": 1.5, "2 ¾": 2.75}
        for found, value in zip(
            self.ask("amounts", "readFraction", [[sign] for sign in signs]), signs.values(), strict=True
        ):
            self.assertAlmostEqual(found["value"], value)

    def test_limits_and_what_is_asked(self) -> None:
        """What is outside its limits is asked for in the unit of the field; what is no amount, with an
        example."""
        for unit in UNITS:
            self.prefer(Saying(unit=unit))
            name = self.ask("amounts", "typedUnitName", [[]])[0]
            size = SIZES[self.ask("amounts", "typedUnit", [[]])[0]][1]
            low, high, words, none, within = self.ask(
                "amounts", "readAmount",
                [["0.00001", 10, 1000], ["99999", 10, 1000], ["some", 10, 1000], ["", 10, 1000],
                 [f"{100 / size}", 10, 1000]],
            )  # fmt: skip
            for found in (low, high):
                self.assertRegex(found["ask"], rf"^From .+ to .+ {name}\.$")
            for found in (words, none):
                self.assertIn("Give a", found["ask"])
            self.assertAlmostEqual(within["value"], 100.0, places=6)
            to_type = self.ask("amounts", "amountToType", [[473.2]])[0]
            self.assertEqual(to_type, plain(473.2 / size, 1 if size == 1.0 else 2))


class LengthsTest(LogicCase):
    @often
    @given(st.lists(st.floats(0.0004, 30.0), min_size=60))
    def test_said(self, metres: list[float]) -> None:
        for length, numbers in product(("cm", "in"), NUMBERS):
            saying = Saying(length=length, numbers=numbers)
            self.prefer(saying)
            many = 2 if length == "in" else 1
            wanted = [written(saying, plain(m / METRES[length], many)) for m in metres]
            # A double divided by another may lie an ulp from a tie: Python divides alike.
            self.assertEqual(self.ask("lengths", "inUnit", [[m] for m in metres]), wanted)
            self.assertEqual(
                self.ask("lengths", "sayLength", [[m] for m in metres]), [f"{one} {length}" for one in wanted]
            )

    @often
    @given(st.lists(st.tuples(st.floats(0.1, 400.0), st.sampled_from(sorted(METRES))), min_size=60))
    def test_typed(self, typed: list[tuple[float, str]]) -> None:
        """In the unit typed with it, else in that of the field."""
        self.prefer(Saying(length="in"))
        cases = [[f"{value:.2f} {unit}", "cm"] for value, unit in typed]
        bare = [[f"{value:.2f}".replace(".", ","), "mm"] for value, _ in typed]
        for (value, unit), found, plainly in zip(
            typed,
            self.ask("lengths", "readLength", cases),
            self.ask("lengths", "readLength", bare),
            strict=True,
        ):
            self.assertAlmostEqual(found["value"], float(f"{value:.2f}") * METRES[unit], places=9)
            self.assertAlmostEqual(plainly["value"], float(f"{value:.2f}") * 0.001, places=9)

    @often
    @given(st.lists(st.tuples(st.integers(1, 12), st.integers(0, 11), st.integers(0, 7)), min_size=40))
    def test_feet_and_inches(self, typed: list[tuple[int, int, int]]) -> None:
        inch = 0.0254
        for write in ("{} ft {} {}/8 in", "{}' {} {}/8\"", "{} feet {} {}/8 inches", "{}ft {} {}/8"):
            found = self.ask("lengths", "readLength", [[write.format(*one), "cm"] for one in typed])
            for (feet, inches, eighths), read in zip(typed, found, strict=True):
                self.assertAlmostEqual(read["value"], (12 * feet + inches + eighths / 8) * inch, places=9)

    @often
    @given(st.lists(st.floats(0.0001, 60.0), min_size=60))
    def test_areas_and_spread_rates(self, areas: list[float]) -> None:
        """A small area has a place more; a spread rate of square metres a litre is one of square feet a
        gallon."""
        rate = US_GALLON / 1000.0 / SQUARE_FOOT
        for length, numbers in product(("cm", "in"), NUMBERS):
            saying = Saying(length=length, numbers=numbers)
            self.prefer(saying)
            feet = length == "in"
            wanted = [
                f"{written(saying, places(a / SQUARE_FOOT, 2 if a < 0.1 else 1))} sq ft" if feet
                else f"{written(saying, places(a, 3 if a < 0.1 else 2))} m²"
                for a in areas
            ]  # fmt: skip
            self.assertEqual(self.ask("lengths", "sayArea", [[a] for a in areas]), wanted)
            typed = self.ask("lengths", "rateToType", [[a] for a in areas])
            self.assertEqual(
                typed, [written(saying, plain(a * rate, 0) if feet else plain(a, 1)) for a in areas]
            )
            for a, back in zip(areas, self.ask("lengths", "readRate", [[a] for a in areas]), strict=True):
                self.assertAlmostEqual(back, a / rate if feet else a)
            self.assertEqual(
                self.ask("lengths", "rateUnit", [[]]), ["sq ft a gallon" if feet else "m² a litre"]
            )

    def test_limits(self) -> None:
        self.prefer(Saying(length="in"))
        low, high, fits, none = self.ask(
            "lengths", "readLengthWithin",
            [["1 cm", 0.1, 2.0], ["3 m", 0.1, 2.0], ["3 ft", 0.1, 2.0], ["3 ells", 0.1, 2.0]],
        )  # fmt: skip
        self.assertEqual((low["ask"], high["ask"]), ("From 3.94 to 78.74 in.",) * 2)
        self.assertAlmostEqual(fits["value"], 0.9144)
        self.assertIn("Give a length in in", none["ask"])


class NumbersTest(LogicCase):
    @often
    @given(st.lists(st.floats(-60.0, 60.0), min_size=60))
    def test_temperatures(self, celsius: list[float]) -> None:
        """What is said in °F is nine fifths and 32 more; what is typed comes back, in either unit."""
        for scale, numbers in product("CF", NUMBERS):
            saying = Saying(temperature=scale, numbers=numbers)
            self.prefer(saying)
            wanted = [plain(c * 1.8 + 32, 0) if scale == "F" else plain(c, 1) for c in celsius]
            said = self.ask("numbers", "sayTemperature", [[c] for c in celsius])
            self.assertEqual(said, [f"{written(saying, one)} °{scale}" for one in wanted])
            for typed in ("{:.2f}", "{:.2f} °F", "{:.2f} c", "{:.2f}F"):
                in_F = "F" in typed or ("c" not in typed and scale == "F")
                found = self.ask("numbers", "readTemperature", [[typed.format(c)] for c in celsius])
                for c, read in zip(celsius, found, strict=True):
                    value = float(f"{c:.2f}")
                    self.assertAlmostEqual(read["value"], (value - 32) / 1.8 if in_F else value)

    def test_as_typed(self) -> None:
        """What stands in a field, a colour's three numbers, and limits have the person's own sign; where that
        is a comma, it parts no numbers."""
        for numbers, words in (
            ("point", ["1.45", "Lab 60.3, 10, -46.8", "From 0.5 to 4 mm."]),
            ("comma", ["1,45", "Lab 60,3; 10; -46,8", "From 0,5 to 4 mm."]),
        ):
            self.prefer(Saying(numbers=numbers))
            (typed,) = self.ask("numbers", "toType", [[1.45]])
            (Lab,) = self.ask("numbers", "sayLab", [[[60.3, 10, -46.8]]])
            (limits,) = self.ask("numbers", "readWithin", [["9", 0.5, 4, "mm"]])
            self.assertEqual([typed, Lab, limits["ask"]], words)

    @often
    @given(st.lists(st.integers(-999_999, 999_999).map(lambda n: n / 100), min_size=80))
    def test_typed_numbers(self, values: list[float]) -> None:
        """With a point or a comma, with spaces or apostrophes between thousands."""
        for write in ("{:.2f}", "{:.1f}", "{:.0f}"):
            texts = [write.format(value) for value in values]
            grouped = [f"{float(text):,.2f}" for text in texts]
            cases = [
                *texts,
                *(text.replace(".", ",") for text in texts),
                *(text.replace(",", " ") for text in grouped),
                *(text.replace(",", "'").replace(".", ",") for text in grouped),
            ]
            found = self.ask("numbers", "readNumber", [[text] for text in cases])
            for text, read, value in zip(cases, found, [float(text) for text in texts] * 4, strict=True):
                self.assertAlmostEqual(read.get("value", 1e99), value, msg=text)

    @often
    @given(st.lists(st.text(string.ascii_letters + string.digits + ".,-+ '", max_size=8), min_size=80))
    def test_no_number(self, texts: list[str]) -> None:
        """What Python takes for no number is asked about, and nothing is thrown; "1,000" is asked about."""
        found = self.ask("numbers", "readNumber", [[text] for text in texts])
        for text, read in zip(texts, found, strict=True):
            if "value" in read:
                tidy = text.strip().replace(" ", "").replace("'", "")
                options = [tidy, tidy.replace(",", "."), tidy.replace(",", "").replace(".", "")]
                self.assertIn(
                    read["value"], [number for one in options if (number := as_float(one)) is not None]
                )
            else:
                self.assertTrue(read["ask"])
        asked = self.ask(
            "numbers", "readNumber", [["1,000"], ["12,345"], ["1,234,567"], ["1.234.567"], ["1.000"]]
        )
        self.assertIn("Is 1,000 1000 or 1?", asked[0]["ask"])
        self.assertIn("Is 12,345 12345 or 12.345?", asked[1]["ask"])
        self.assertEqual([one.get("value") for one in asked[2:]], [1234567, 1234567, 1])

    @often
    @given(st.lists(st.tuples(st.floats(-5000.0, 5000.0), st.integers(0, 3)), min_size=80))
    def test_places(self, values: list[tuple[float, int]]) -> None:
        """Exactly so many places, or at most; a comma stands for every point between digits."""
        for numbers in NUMBERS:
            saying = Saying(numbers=numbers, currency="kr")
            self.prefer(saying)
            exact = [written(saying, places(value, many)) for value, many in values]
            most = [written(saying, plain(value, many)) for value, many in values]
            self.assertEqual(self.ask("numbers", "sayPlaces", values), exact)
            self.assertEqual(self.ask("numbers", "sayNumber", values), most)
            money = [f"kr {written(saying, places(value, 2))}" for value, _ in values]
            self.assertEqual(self.ask("numbers", "sayMoney", [[value] for value, _ in values]), money)
            off = [written(saying, places(value, 1)) for value, _ in values]
            self.assertEqual(self.ask("numbers", "sayDifference", [[value] for value, _ in values]), off)
            shares = [f"{written(saying, plain(100 * value, 0))} %" for value, _ in values]
            self.assertEqual(self.ask("numbers", "sayShare", [[value] for value, _ in values]), shares)
            drawn = self.ask("numbers", "drawn", [[value] for value, _ in values])
            self.assertEqual([float(one) for one in drawn], [float(places(value, 1)) for value, _ in values])

    def test_counts(self) -> None:
        """One of something is one, nothing and many are many."""
        cases: list[list[Any]] = [[n, "tin"] for n in range(40)]
        wanted = [f"{n} tin" if n == 1 else f"{n} tins" for n in range(40)]
        self.assertEqual(self.ask("numbers", "sayCount", cases), wanted)
        self.assertEqual(
            self.ask("numbers", "sayCount", [[1, "box", "boxes"], [2, "box", "boxes"], [0, "box", "boxes"]]),
            ["1 box", "2 boxes", "0 boxes"],
        )

    def test_limits(self) -> None:
        found = self.ask(
            "numbers",
            "readWithin",
            [["4", 5, 9, "ml"], ["5", 5, 9, "ml"], ["9", 5, 9, ""], ["9,1", 5, 9, ""]],
        )
        self.assertEqual(
            found, [{"ask": "From 5 to 9 ml."}, {"value": 5}, {"value": 9}, {"ask": "From 5 to 9."}]
        )
        found = self.ask("numbers", "typedOrNothing", [[""], ["  "], ["2,5"], ["x"]])
        self.assertEqual(found, [None, None, 2.5, {"threw": "Give a number."}])


def as_float(text: str) -> float | None:
    try:
        return float(text)
    except ValueError:
        return None


def least(value: float, unit: str) -> float:
    """Return a value as there is one of its unit: no amount is below nothing, none of 100 litres."""
    return abs(value) / (100.0 if unit == "l" else 1.0) if unit in ("ml", "l") else value


class MarkedTest(LogicCase):
    @often
    @given(
        st.lists(
            st.tuples(
                st.sampled_from(["m", "cm", "mm", "ml", "l", "°C", "", "g", "nm"]),
                st.sampled_from([".0f", ".1f", ".2f", "g"]),
                st.floats(-2.0, 900.0).map(lambda n: round(n, 3) + 0.0),
                st.floats(0.0, 90.0).map(lambda n: round(n, 3) + 0.0),
            ),
            min_size=60,
        )
    )  # fmt: skip
    def test_sentences(self, values: list[tuple[str, str, float, float]]) -> None:
        """A page says the values of a sentence as the core does, and touches nothing else in it."""
        sentences = [
            f"Over 1.5 of “tin 0.2” {marked(least(low, unit), spec, unit)} is laid, or "
            f"{marked_range(high, high + 1.25, spec, unit)}."
            for unit, spec, low, high in values
        ]
        for unit, length, scale, numbers in product(("ml", "fl_oz", "spoons"), ("cm", "in"), "CF", NUMBERS):
            saying = Saying(unit=unit, length=length, temperature=scale, numbers=numbers)
            self.prefer(saying)
            wanted = [saying.told(one) for one in sentences]
            self.assertEqual(self.ask("marked", "inOwnWords", [[one] for one in sentences]), wanted)
        self.prefer(Saying(numbers="comma"))
        said = {
            "words": f"about {marked(1.5)}",
            "many": [1, 2.5],
            "within": [{"why": marked(2.25, "g", "g")}],
        }
        found = self.ask("marked", "inOwnWords", [[said]])[0]
        self.assertEqual(found, {"words": "about 1,5", "many": [1, 2.5], "within": [{"why": "2,25 g"}]})


class TimesTest(LogicCase):
    @often
    @given(
        st.lists(
            st.tuples(
                st.datetimes(datetime(2020, 1, 1), datetime(2035, 1, 1)),
                st.sampled_from(["Europe/Berlin", "America/New_York", "Asia/Kolkata", "UTC"]),
            ),
            min_size=40,
        )
    )
    def test_by_the_clock_of_a_place(self, moments: list[tuple[datetime, str]]) -> None:
        """Clock, day and date are those of the zone, also where a clock was just changed (IANA time zones, by
        zoneinfo)."""
        there = [when.replace(microsecond=0, tzinfo=UTC).astimezone(ZoneInfo(zone)) for when, zone in moments]
        cases = [[when.isoformat(), zone] for when, (_, zone) in zip(there, moments, strict=True)]
        self.assertEqual(self.ask("times", "clock", cases), [f"{one:%H:%M}" for one in there])
        self.assertEqual(self.ask("times", "isoDay", cases), [f"{one:%Y-%m-%d}" for one in there])
        said = self.ask("times", "day", cases)
        self.assertEqual(
            [one.replace(",", "") for one in said], [f"{one:%A} {one.day} {one:%B}" for one in there]
        )
        later = [
            [(one + timedelta(hours=30)).isoformat(), one.isoformat(), zone]
            for one, (_, zone) in zip(there, moments, strict=True)
        ]
        for one, found in zip(there, self.ask("times", "when", later), strict=True):
            self.assertIn(f"{one + timedelta(hours=30):%H:%M}"[-2:], found)
            self.assertGreater(len(found), 5)

    @often
    @given(st.lists(st.floats(-5.0, 20_000.0), min_size=60))
    def test_durations(self, minutes: list[float]) -> None:
        self.prefer(Saying())

        def wanted(exactly: float) -> str:
            whole = max(0, int(Decimal(exactly).quantize(Decimal(1), ROUND_HALF_UP)))
            if whole < 60:
                return f"{whole} min"
            if whole >= 2880:
                return f"{plain(whole / 1440, 1)} days"
            return f"{whole // 60} h{f' {whole % 60}' if whole % 60 else ''}"

        self.assertEqual(
            self.ask("times", "long", [[one] for one in minutes]), [wanted(one) for one in minutes]
        )
        from_noon = [["2026-12-01T12:00:00Z", 1796126400000 - 1000 * one] for one in range(0, 200_000, 997)]
        self.assertEqual(
            self.ask("times", "left", from_noon),
            self.ask("times", "countdown", [[one] for one in range(0, 200_000, 997)]),
        )
        seconds = [round(one) for one in minutes]
        for one, found in zip(
            seconds, self.ask("times", "countdown", [[one] for one in seconds]), strict=True
        ):
            if one <= 0:
                self.assertEqual(found, "now")
            elif one < 5400:
                self.assertEqual(found, f"{one // 60}:{one % 60:02d}")
            else:
                self.assertEqual(found, wanted(one / 60))

"""How a kind of material is handled: times, pot life, what goes under, over and into it, each with its reason.

All of it is common practice at ordinary room conditions, to be overridden by the label of the tin in hand. Where
practice has no figure there is none here either, and the person is asked.
"""

from collections.abc import Iterable, Mapping
from dataclasses import dataclass, replace
from typing import Final

from jug_mingle.core.materials.kinds import Kind


@dataclass(frozen=True, slots=True, kw_only=True)
class Handling:
    """Usual handling of a kind.

    Attributes
    ----------
    dry : float or None
        Until it can be touched and the next thin layer follows. [minutes]
    recoat : float or None
        Until the next full coat. [minutes]
    cure : float or None
        Until it is as hard as it gets. [days]
    open_time : float or None
        How long it can be worked or wiped. [minutes]
    pot_life : float or None
        How long it keeps once mixed or opened for use. [days]
    coats : str
        How many are usual.
    under, over, into : str
        What may lie under it, what goes over it, and what may be stirred into it.
    why : mapping
        Field name → reason of its default.
    """

    dry: float | None = None
    recoat: float | None = None
    cure: float | None = None
    open_time: float | None = None
    pot_life: float | None = None
    coats: str = ""
    under: str = ""
    over: str = ""
    into: str = ""
    why: Mapping[str, str]


TIMES: Final = ("dry", "recoat", "cure", "open_time", "pot_life")
WORDS: Final = ("coats", "under", "over", "into")

_SOLVENT_WAX: Final = "Not water-based paint over it: paint does not hold on wax"

_HANDLING: Final[Mapping[str, Handling]] = {
    "chalk_paint": Handling(
        dry=15, recoat=60, cure=21, open_time=10, coats="2–3; white 3–5",
        under="Bare or scuffed wood; primer where the wood bleeds or the old finish is slick",
        over="Wax, oil or clear coat: it must be sealed", into="Water, its own kind, clear coat, tinting wax",
        why={
            "dry": "15 minutes before the next stencil or clear coat is usual",
            "recoat": "workers wait by feel; an hour is on the safe side",
            "cure": "about three weeks for water-based paint; the label knows better",
            "open_time": "it stays re-wettable for a while; mist reopens it",
            "coats": "the first looks patchy, two to three are normal, white takes three to five",
            "over": "unsealed it rubs off and washes off",
            "into": "paints of one kind and base mix; never primer as a white",
            "under": "it grips better than enamel, but wood that bleeds still needs primer",
        },
    ),
    "mineral_paint": Handling(
        dry=30, recoat=120, cure=21, open_time=10, coats="1–2",
        under="Most painted or raw surfaces without primer", over="Nothing needed, or a clear coat",
        into="Water, its own kind",
        why={
            "coats": "sold as covering in one coat on most surfaces; two are usual for pale colours",
            "recoat": "no figure is usual: two hours is on the safe side", "under": "sold as needing no primer",
        },
    ),
    "milk_paint": Handling(
        dry=15, recoat=15, cure=30, open_time=5, pot_life=14, coats="2",
        under="Bare wood, gesso; on an old finish an opaque self-priming paint first",
        over="Glaze while it is unsealed, then wax: it must be sealed", into="Water 1 : 1",
        why={
            "dry": "10 to 15 minutes a coat", "pot_life": "about two weeks once mixed; the powder keeps",
            "coats": "one covers decently on white, two are usual", "over": "leaving it unsealed is not an option",
            "into": "equal volumes of powder and water", "under": "it does not hold on an old finish",
            "recoat": "as soon as it is dry",
        },
    ),
    "home_chalk_paint": Handling(
        dry=60, recoat=120, pot_life=0.25, coats="2; 3 in white over dark",
        under="Straight over an old finish, damaged faces sanded", over="Wax or clear coat",
        into="Nothing more: plaster, water and paint are in it",
        why={
            "pot_life": "plaster begins to set at once and no hours are agreed: mix for the job and use it up",
            "coats": "two in a strong colour, three in white over dark brown",
            "into": "plaster and water are stirred first, the paint last, never in the parent tin",
        },
    ),
    "self_priming_paint": Handling(
        dry=60, recoat=120, coats="2", under="Anything clean", over="Nothing needed", into="Water, its own kind",
        why={"under": "it is its own primer", "over": "it is its own seal; it does not rub back"},
    ),
    "acrylic": Handling(
        dry=20, recoat=60, open_time=5, coats="1–2", under="Clean wood or primer", over="Clear matte spray locks it",
        into="Water, its own kind",
        why={"coats": "one where it is painted over, two where it stays visible",
             "over": "a light clear coat keeps later water from lifting it"},
    ),
    "enamel": Handling(
        dry=60, recoat=120, cure=30, open_time=5, coats="2", under="Primer", over="Nothing needed",
        into="Water, its own kind",
        why={"recoat": "two hours between sprayed coats", "under": "it grips less well than chalk-type paint",
             "coats": "two sprayed coats cover raw wood"},
    ),
    "oil_enamel": Handling(
        dry=360, recoat=1440, cure=30, coats="2", under="Primer", over="Nothing needed", into="Its own kind, spirits",
        why={"recoat": "a night and a day is usual for oil", "under": "primer is part of the system"},
    ),
    "spray_enamel": Handling(
        dry=60, recoat=1440, coats="2", under="Primer or a sanded coat", over="Clear coat", into="Nothing: it is a can",
        why={"recoat": "24 hours at least before it is rubbed back"},
    ),
    "tint": Handling(into="A paint of its base, drop by drop", why={"into": "strong, with little body"}),
    "primer": Handling(
        dry=60, recoat=1440, coats="1", under="Clean, scuffed wood or old finish", over="Paint",
        into="Nothing: never use it as a white",
        why={"recoat": "at least 24 hours before paint, by the label workers follow", "coats": "one is common",
             "into": "paint lightened with primer peeled as a skin after about three days"},
    ),
    "bonding_primer": Handling(
        dry=60, recoat=1440, coats="1 thin", under="Baked-on white, coated board: what will not sand", over="Paint",
        into="Nothing: never use it as a white",
        why={"coats": "a thin film on the parts that will not sand",
             "into": "paint lightened with it peeled as a sticky skin after about three days"},
    ),
    "clear_primer": Handling(
        dry=60, recoat=1440, coats="1–2", under="Clean, bare or scuffed wood", over="Paint, clear coat",
        into="Nothing",
        why={"recoat": "at least 24 hours before paint, as for every stain-blocking primer",
             "coats": "one is common; two thin ones where it is sprayed"},
    ),
    "crackle_gesso": Handling(
        dry=15, recoat=15, pot_life=1, coats="2", under="Bare or sanded wood", over="Milk paint, which it cracks",
        into="Water 1 : 1",
        why={"dry": "about 15 minutes a coat", "coats": "two", "into": "one part powder to one of water",
             "pot_life": "no figure is agreed: mix for the day"},
    ),
    "water_stain": Handling(
        dry=120, recoat=240, open_time=3, coats="2", under="Bare sanded wood", over="Clear coat, oil or wax",
        into="Stain of the same maker and base",
        why={"coats": "at least two for evenness", "into": "stains of one maker and base may be blended, others not",
             "under": "all of the old finish must be gone"},
    ),
    "oil_stain": Handling(
        dry=900, recoat=900, cure=1, open_time=10, coats="2", under="Bare sanded wood",
        over="Clear coat after 24 hours, when quite dry", into="Stain of the same maker and base, spirits",
        why={"dry": "12 to 15 hours to dry right through", "over": "varnish over damp stain fails: 24 hours at least",
             "coats": "at least two for evenness"},
    ),
    "gel_stain": Handling(
        dry=1440, recoat=1440, open_time=10, coats="1–2", under="Bare or scuffed wood", over="Clear coat when dry",
        into="Oil and wax butter, stain of the same maker and base",
        why={"dry": "up to 24 hours", "into": "both are oil-based, so they may be mixed"},
    ),
    "glaze": Handling(
        dry=60, recoat=120, open_time=8, coats="1", under="A sealed surface, so that it wipes", over="Clear coat",
        into="Paint of its base; itself 10–15 % into paint to hold it open",
        why={"open_time": "short, shorter than wax", "under": "on a seal it wipes, on raw paint it stays"},
    ),
    "coloured_glaze": Handling(
        dry=60, recoat=120, open_time=8, coats="1", under="A seal, or unsealed milk paint that it tints and rubs away",
        over="Wax or clear coat", into="Paint of its base",
        why={"open_time": "short, shorter than wax", "under": "on a seal it wipes, on raw milk paint it works in"},
    ),
    "clear_coat": Handling(
        dry=15, recoat=120, cure=21, open_time=5, coats="1 under wax, 2 usual, 3 on a top", under="Dry paint or stain",
        over="Coloured wax, another coat", into="A little paint of its base: that makes a glaze",
        why={"coats": "one as a barrier, two for ordinary work, three on a top",
             "into": "the parent tin is never tinted: other colours will be wanted later",
             "dry": "it looks milky over black until it is dry"},
    ),
    "oil_varnish": Handling(
        dry=360, recoat=720, cure=14, coats="2–4", under="Quite dry stain or paint", over="Wax", into="Spirits",
        why={"coats": "four, sanded between, for a table and chairs in use", "under": "damp stain below makes it fail"},
    ),
    "tinting_wax": Handling(
        dry=60, recoat=60, open_time=10, coats="1", under="A seal, or raw paint to which it bonds", over="Clear coat",
        into="Paint 3 : 1",
        why={"into": "three parts wax to one of paint", "open_time": "wipeable for ten minutes or more"},
    ),
    "clear_wax": Handling(
        dry=30, recoat=1440, cure=21, open_time=15, coats="1–3", under="Dry paint or clear coat", over="Coloured wax",
        into="Coloured wax of the same kind",
        why={"coats": "water resistance rises with the number of coats", "over": _SOLVENT_WAX,
             "cure": "several days to weeks to harden"},
    ),
    "light_wax": Handling(
        dry=30, recoat=60, cure=14, open_time=10, coats="1", under="Dry paint or clear coat", over="Dark wax",
        into="Nothing",
        why={"dry": "30 minutes, up to an hour when humid, before dark wax follows", "over": _SOLVENT_WAX},
    ),
    "coloured_wax": Handling(
        dry=30, recoat=30, cure=7, open_time=10, coats="1", under="A seal or clear wax when it should wipe off again",
        over="Clear wax", into="Clear wax of the same kind",
        why={"dry": "20 to 30 minutes before further work", "cure": "several days to harden",
             "under": "on raw wood or raw paint it soaks in and mostly stays", "over": _SOLVENT_WAX},
    ),
    "gilding_wax": Handling(
        dry=720, cure=1, coats="1", under="Finished paint", over="Nothing needed", into="Nothing",
        why={"dry": "left overnight and buffed", "over": "once cured it protects itself"},
    ),
    "ageing_powder": Handling(
        coats="1", under="Wax that is dry to the touch", over="Buffed with a dry rag", into="Home-made wax",
        why={"under": "brushed into crevices after the wax has dried to the touch"},
    ),
    "oil": Handling(
        dry=480, recoat=1440, cure=30, open_time=20, coats="1–2", under="Bare wood, stain, matte paint",
        over="Nothing needed",         into="Oil-based stain", why={"coats": "it deepens the tone; one coat shows it"},
    ),
    "oil_wax_butter": Handling(
        dry=20, recoat=1440, open_time=20, coats="1", under="Dry interiors, matte paint", over="Nothing needed",
        into="Gel stain", why={"open_time": "about 20 minutes, then wipe completely or it stays sticky",
                                "into": "both are oil-based, so they may be mixed"},
    ),
    "extender": Handling(
        pot_life=0.25, into="Water first, then paint: 1 : 1 : 3",
        why={"pot_life": "plaster begins to set once it is wet; no hours are agreed: use it up",
             "into": "added to paint directly it leaves lumps and spoils the tin"},
    ),
    "spirits": Handling(into="Oil-based paint, stain and wax", why={"into": "oil with oil, water with water"}),
    "thinner": Handling(into="Anything water-based", why={"into": "oil with oil, water with water"}),
}  # fmt: skip


def handling_of(kind: Kind) -> Handling:
    """Return the usual handling of a kind."""
    return _HANDLING[kind.key]


def in_force(kind: Kind, own: Mapping[str, object]) -> Handling:
    """Return the handling of a pot: what its own label says, and what is usual for its kind where it says nothing.

    Parameters
    ----------
    own : mapping
        Names of `TIMES` and `WORDS` → what the label says.
    """
    known = {name: value for name, value in own.items() if name in (*TIMES, *WORDS) and value is not None}
    return replace(handling_of(kind), **known)  # type: ignore[arg-type]


def wait_after_coat(handlings: Iterable[Handling]) -> float | None:
    """Return how long a coat dries before the next one, or the next layer, may follow [minutes].

    Of what is mixed the slowest counts: its next full coat, or, of what is laid once, when it is dry. None where
    practice has no figure for any of it and no label was read.
    """
    known = [wait for one in handlings if (wait := one.dry if one.recoat is None else one.recoat) is not None]
    return max(known, default=None)


def time_words(minutes: float) -> str:
    """Return a time as a person says it: "45 min", "2 h", "3 days"."""
    if minutes < 60.0:
        return f"{minutes:.0f} min"
    if minutes < 48.0 * 60.0:
        return f"{minutes / 60.0:.3g} h"
    return f"{minutes / 1440.0:.3g} days"


def wait_words(minutes: float | None, coats: int) -> str:
    """Return the wait of a layer, each coat counted: "24 h", "2 coats, 1 h after each"."""
    if minutes is None:
        return "by its label: no usual figure"
    return time_words(minutes) if coats == 1 else f"{coats} coats, {time_words(minutes)} after each"


def pot_life(kinds: Iterable[Kind]) -> float | None:
    """Return how long a mix of these kinds keeps [days]: the shortest of them; None where practice has no figure."""
    known = [life for kind in kinds if (life := handling_of(kind).pot_life) is not None]
    return min(known, default=None)

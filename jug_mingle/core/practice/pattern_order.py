"""In which order a pattern is laid, by the schools of the trade. Common practice."""

from collections.abc import Mapping
from typing import Final

from jug_mingle.core.pattern.sheets import Edge

_STENCIL: Final[Mapping[str, tuple[str, ...]]] = {
    "barrier": (
        "Hold it with tape, or a little adhesive: any movement blurs the print.",
        "Clear coat through the windows and pushed under their edges, 15 min: nothing creeps under.",
        "Unload the brush on the lid, dab nearly dry, push down rows that curl.",
        "Lift it; 15 min before the next position lies on the print.",
    ),
    "lifted_wet": (
        "Hold it with tape, or a little adhesive: any movement blurs the print.",
        "Unload the brush on the lid, dab nearly dry, push down rows that curl.",
        "Lift it while it is wet: an edge that sets leaves a line. 15 min before the next position.",
    ),
    "dry": (
        "Hold it with tape, or a little adhesive: any movement blurs the print.",
        "A small dense roller, flat gentle passes, one coat; then lift. 15 min before the next position.",
    ),
}

_MESH: Final = "Press the mesh on: it sticks by itself. Paint, peel, wash at once: about ten uses."

_GLUE: Final[Mapping[str, str]] = {
    "": "A thin film of clear coat on one area, lay the paper, smooth it with a plastic bag, then the next "
    "area.",
    "flat": "A generous flat clear coat on the face, slide the paper to its place, more on top.",
    "satin": "A thin satin clear coat on one area, lay the paper, smooth it, then the next area.",
    "white_glue": "White glue with a little water brushed on the paper: it relaxes and wrinkles less. Smooth "
    "from the "
    "middle outwards.",
}

_TRIM: Final[Mapping[str, str]] = {
    "": "Cut it with a little over; rub what stands over the edge off with 80 grit while it is damp.",
    "before": "Cut to the measures of the list before it is pasted.",
    "after": "Paste it larger, and rub what stands over the edge off with 80 grit while it is damp.",
}


def edge_by(said: str, schools: Mapping[str, str]) -> Edge:
    """Return how a stencil's edge is kept clean: as its layout says, else as the person does it, else by a
    barrier."""
    chosen = said or schools.get("stencil_edge", "")
    return "lifted_wet" if chosen == "lifted_wet" else "dry" if chosen == "dry" else "barrier"


def order_of(
    kind: str, *, edge: str = "barrier", mesh: bool = False, schools: Mapping[str, str]
) -> list[str]:
    """Return the steps of laying a kind of pattern, in their order; none of what is not laid out."""
    if kind == "stencil":
        steps = list(_STENCIL[edge])
        return [_MESH, *steps[1:]] if mesh else steps
    if kind == "raised":
        return [
            "Stir the paste, spread it thin with a spatula, scrape it level with the sheet.",
            "About five minutes, then lift. What is scraped off goes back into its tub.",
            "Rinse the sheet out of doors: paste hardens in drains.",
        ]
    if kind == "lettering":
        return [
            "Print it at true size, rub chalk on its back, trace it on.",
            "A small brush with a decent load, within the lines; lift the stroke while it is wet.",
        ]
    if kind == "transfer":
        between = schools.get("transfer", "") == "between"
        return [
            *(["One clear coat first, dried."] if between else []),
            "Cut it out along the print, the clear border off where the pattern begins; check that there is "
            "enough.",
            "Arrange all of it in place with painter's tape. Motifs that may move are cut apart now, not "
            "later.",
            "Take the backing off and lower it: contact is final. Rub with the stick, lift the film slowly.",
            "Press every part with a soft cloth, on a rough ground especially; then two clear coats.",
        ]
    if kind in ("paper", "collage"):
        glue = _GLUE["white_glue" if kind == "collage" else schools.get("paper_glue", "")]
        first = (
            ["The border first, then from the middle outwards, edge to edge."] if kind == "collage" else []
        )
        return [
            *first,
            glue,
            _TRIM[schools.get("paper_trim", "")],
            "A coat over all of it; fragile until it is dry.",
        ]
    if kind == "ornament":
        return [
            "Cast as many as the list says; tape each over its curve while it still bends; let it set.",
            "Paint them, one colour after another, the rims darker.",
            "Glue them on by the measures; clear coat over all.",
        ]
    if kind == "lined":
        return [
            "Roll it out and let it lie. Cut each piece with its margin.",
            "Staple along the line behind the frame, the middle of each side first, then outwards.",
            "Trim what stands over with a blade, away from the hand.",
        ]
    return []

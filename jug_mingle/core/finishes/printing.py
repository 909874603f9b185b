"""What a laid pattern leaves on the samples of a zone: how far, and with which of its colours."""

from typing import TYPE_CHECKING, Final

import numpy as np

from jug_mingle.core.arrays import FloatArray
from jug_mingle.core.colour.recovery import recover_reflectance
from jug_mingle.core.colour.spaces import Lab_to_XYZ
from jug_mingle.core.finishes.textures import looked_up
from jug_mingle.core.optics.film import R_body, R_infinity
from jug_mingle.core.pattern.laying import lay
from jug_mingle.core.pattern.layout import Layout
from jug_mingle.core.pattern.masks import Pattern
from jug_mingle.core.pattern.motifs import motif
from jug_mingle.core.pattern.surfaces import surface_alone
from jug_mingle.core.pieces.faces import Samples

if TYPE_CHECKING:
    from jug_mingle.core.finishes.layer import Layer

_ALONE: Final = 0.6
"""How wide and high a face is taken to be of a layer that was laid out nowhere. [m]"""

_INKS: Final = ((38.0, -8.0, 8.0), (52.0, 22.0, 16.0))
"""CIELAB of the two colours of a print that has none of its own, assumed."""

_DABBED: Final = 0.3
"""How far two colours run into each other when one is dabbed into the other while wet."""


def pattern_of(layer: "Layer") -> Pattern:
    """Return the pattern of a layer; sprigs on a face of usual size where it was laid out nowhere."""
    if layer.laid_out is not None:
        return layer.laid_out
    width = 0.04 + 0.12 * layer.width
    layout = Layout(width=width, height=width, half_drop=True)
    spaces = lay(layout, [surface_alone("", _ALONE, _ALONE)])
    return Pattern(
        key=("alone", layer.width), layout=layout, spaces=spaces, arts=(motif("sprig", width).art(),)
    )


def printed(layer: "Layer", samples: Samples, zone: str) -> FloatArray:
    """Return how far each sample of a zone is printed, and with which colour (2, n)."""
    return _over(pattern_of(layer), samples, zone, "printed", alone=layer.laid_out is None)


def footed(layer: "Layer", samples: Samples, zone: str) -> FloatArray:
    """Return how close to the foot of what stands proud each sample of a zone lies (n,). [0..1]"""
    return np.asarray(_over(pattern_of(layer).foot, samples, zone, "foot", alone=layer.laid_out is None)[0])


def _over(pattern: Pattern, samples: Samples, zone: str, what: str, *, alone: bool) -> FloatArray:
    def look() -> FloatArray:
        whole = samples.zones[zone]
        u, v = samples.of("u", zone), samples.of("v", zone)
        out = np.zeros((2, u.size), dtype=np.float32)
        own = [(name, at) for name, at in samples.faces.items() if whole.start <= at.start < whole.stop]
        for name, at in own or [(zone, whole)]:
            here = slice(at.start - whole.start, at.stop - whole.start)
            out[0, here], out[1, here] = pattern.at("" if alone else name, u[here], v[here])
        return out

    return np.asarray(samples.remember(zone, (what, pattern.key), look))


def cover(layer: "Layer", samples: Samples, zone: str) -> FloatArray:
    """Return how far what is printed covers each sample of a zone. [0..1]"""
    return np.asarray(printed(layer, samples, zone)[0])


def second_dabbed_in(layer: "Layer", samples: Samples, zone: str) -> FloatArray:
    """Return the share of the second colour where it is dabbed into the first while that is wet. [0..1]"""
    rough = looked_up(samples, zone, "cloud", layer.seed)
    return np.asarray(np.clip(0.15 + 0.7 * printed(layer, samples, zone)[1] + _DABBED * rough, 0.0, 1.0))


def palette_of(layer: "Layer") -> FloatArray:
    """Return the body reflectances of a print (n, 36). [0..1]"""
    palettes = [art.palette for art in pattern_of(layer).arts if art.palette is not None]
    if palettes:
        # The last one is what edges are dabbed with: a colour of the layer's own, or its own ground.
        dab = layer.films[0] if layer.films else None
        last = palettes[0][0] if dab is None else R_infinity(K=dab.optics.K, S=dab.optics.S)
        return np.vstack([palettes[0], last[np.newaxis]])
    return np.stack([R_body(recover_reflectance(Lab_to_XYZ(Lab)), 0.0) for Lab in _INKS])


def ink_of(layer: "Layer", samples: Samples, zone: str) -> FloatArray:
    """Return which colour of its palette each sample has (n,)."""
    last = len(palette_of(layer)) - 1
    return np.asarray(np.minimum(printed(layer, samples, zone)[1], last))

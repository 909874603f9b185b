"""The gate through which numbers enter the core: arrays checked once, with errors that say what came."""

from typing import Any, Final, TypeAlias

import numpy as np
from numpy.typing import ArrayLike, NDArray

FloatArray: TypeAlias = NDArray[np.floating[Any]]


# Sums of shares may pass 1 by an ulp; that is no mistake of the caller.
_ROUNDING: Final = 1e-12


def as_floats(values: ArrayLike, name: str, *, last_axis: int | None = None) -> FloatArray:
    """Return `values` as a float array.

    Parameters
    ----------
    values : array_like
        Numbers; nan passes through.
    name : str
        What to call them in an error.
    last_axis : int, optional
        The length that the last axis must have.

    Raises
    ------
    ValueError
        If they are not numbers, or the last axis has another length.
    """
    try:
        array = np.asarray(values, dtype=np.float64)
    except (TypeError, ValueError) as error:
        raise ValueError(f"{name} must be numbers, got {values!r}") from error
    if last_axis is not None and (array.ndim == 0 or array.shape[-1] != last_axis):
        raise ValueError(f"the last axis of {name} must have {last_axis} values, got shape {array.shape}")
    return array


def check_range(array: FloatArray, name: str, low: float, high: float = np.inf) -> FloatArray:
    """Return `array` when each value that is not nan lies in low..high; ValueError names the first that does
    not."""
    outside = (array < low - _ROUNDING) | (array > high + _ROUNDING)
    if np.any(outside):
        worst = float(array[outside].flat[0])
        span = f"at least {low:g}" if high == np.inf else f"from {low:g} to {high:g}"
        raise ValueError(f"{name} must be {span}, got {worst:.6g}")
    return array


def check_finite(array: FloatArray, name: str) -> FloatArray:
    """Return `array` when every value is finite; ValueError otherwise."""
    if not np.all(np.isfinite(array)):
        raise ValueError(f"{name} must be finite numbers, got {float(array[~np.isfinite(array)].flat[0])}")
    return array


def read_only(values: ArrayLike) -> FloatArray:
    """Return a read-only copy of `values`."""
    array = np.array(values, dtype=np.float64)
    array.flags.writeable = False
    return array

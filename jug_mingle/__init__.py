"""Jug Mingle: a furniture painter's mixes, computed from the tins on the shelf."""

import os

# All matrices here are small: threads that wait for each other cost more than they bring (a shelf learns a
# tin in 0.14 s instead of 0.35). Set before NumPy is loaded, and only where the person has not said
# otherwise.
os.environ.setdefault("OPENBLAS_NUM_THREADS", "1")

__version__ = "0.2.0"

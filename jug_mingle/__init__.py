"""Jug Mingle: a furniture painter's mixes, computed from the pots on the shelf."""

__version__ = "0.1.0"

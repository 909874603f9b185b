"""Figures of the program; see `bench.__main__`. The package itself is loaded first, as the program does."""

import jug_mingle

__all__ = ["jug_mingle"]

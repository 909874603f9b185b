"""Tests; none of them goes by how fast the machine is."""

from hypothesis import settings

settings.register_profile("any machine", deadline=None)
settings.load_profile("any machine")

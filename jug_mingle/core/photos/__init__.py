"""Colours in photos: patches, the light made honest, the scheme, faces to lay a finish into."""

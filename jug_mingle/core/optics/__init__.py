"""Optics of dry films: Kubelka–Munk, the surface above them, the grounds below, how well they hide."""

"""Colour: spectra and lights, spaces, differences and their words, recovery of reflectances, steps and
names."""

"""Patterns over HTTP: motifs and layouts."""

"""Accents over HTTP."""

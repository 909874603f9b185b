"""Measuring: units, tools, jugs, and pours into them."""

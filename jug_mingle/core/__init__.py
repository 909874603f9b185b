"""The heart: colour, paint physics and the search for recipes. numpy in, numpy out; no web, no database."""

"""Recipes: what is wished, the search, how sure it is, why, and how a batch is rescued."""

"""Recipes over HTTP: routes, schemas, serializers."""

"""Colours over a ground over HTTP: routes, schemas, serializers."""

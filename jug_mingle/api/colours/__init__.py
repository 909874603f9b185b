"""Colours over HTTP: routes, schemas, serializers."""

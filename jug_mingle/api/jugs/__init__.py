"""Jugs over HTTP: routes, schemas, serializers."""

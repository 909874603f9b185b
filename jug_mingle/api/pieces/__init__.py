"""Pieces over HTTP: routes, schemas, serializers."""

"""Shelf over HTTP: routes, schemas, serializers."""

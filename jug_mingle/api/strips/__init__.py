"""Strips over HTTP: routes, schemas, serializers."""

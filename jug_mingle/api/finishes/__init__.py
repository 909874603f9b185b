"""Finishes over HTTP: routes, schemas, serializers."""

"""Prints over HTTP: routes, schemas, serializers."""

"""Lights over HTTP: routes, schemas, serializers."""

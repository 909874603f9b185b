"""Looks over HTTP: routes, schemas, serializers."""

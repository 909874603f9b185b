"""Targets over HTTP: routes, schemas, serializers."""

"""Mixes over HTTP: routes, schemas, serializers."""

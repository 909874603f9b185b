"""Preparations over HTTP: routes, schemas, serializers."""

"""Ombres over HTTP: routes, schemas, serializers."""

"""Remix over HTTP: routes, schemas, serializers."""

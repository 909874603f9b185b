"""Batches over HTTP: routes, schemas, serializers."""

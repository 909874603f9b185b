"""Devices over HTTP: routes, schemas, serializers."""

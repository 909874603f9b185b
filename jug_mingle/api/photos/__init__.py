"""Photos over HTTP: routes, schemas, serializers."""

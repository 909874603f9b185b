"""Jobs over HTTP: routes, schemas, serializers."""

"""Plans over HTTP: routes, schemas, serializers."""

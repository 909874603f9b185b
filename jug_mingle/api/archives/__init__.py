"""Archives over HTTP: routes and schemas."""

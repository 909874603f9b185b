"""Find over HTTP: routes and schemas."""

"""Settings over HTTP: routes and schemas."""

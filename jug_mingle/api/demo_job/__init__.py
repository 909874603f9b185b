"""The demo job over HTTP: routes and schemas."""

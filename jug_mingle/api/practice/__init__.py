"""The practice of the trade over HTTP: routes and schemas."""

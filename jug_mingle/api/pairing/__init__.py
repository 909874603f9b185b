"""Pairing over HTTP: routes and schemas."""

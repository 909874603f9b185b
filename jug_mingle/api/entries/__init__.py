"""Entries over HTTP: routes and schemas."""

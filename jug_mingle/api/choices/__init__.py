"""Choices over HTTP: routes and schemas."""

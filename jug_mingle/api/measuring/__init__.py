"""Measuring over HTTP: routes and schemas."""

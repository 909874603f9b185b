"""Bin over HTTP: routes and schemas."""

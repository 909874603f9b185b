"""Tests of the patterns."""

"""Tests of the plan."""

"""Tests that drive the front end's own."""

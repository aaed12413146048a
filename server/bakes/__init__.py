"""Bakes and their immutable versions."""

"""Households, their people, signing in."""

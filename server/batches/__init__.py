"""Batches: bakes being made, and what was seen."""

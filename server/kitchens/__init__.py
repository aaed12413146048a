"""Kitchens: where bakes are made and what they have taught."""

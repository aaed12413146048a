"""Weighing and mixing: baker's percentages, scaling, the order things go into the bowl."""

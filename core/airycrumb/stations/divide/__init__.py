"""Dividing: a dough shared out, and the running correction while it is cut."""

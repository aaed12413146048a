"""Simulated instruments. Each is a small program that speaks the documented open endpoint, as a real bridge would."""

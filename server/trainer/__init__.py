"""Judging a dough by its picture: questions the core draws, and the score."""

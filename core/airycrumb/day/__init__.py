"""The day: several bakes, what the kitchen has, and who is there: one plan for all of them, judged with its doubt."""

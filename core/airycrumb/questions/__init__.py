"""The tool's questions about a bake: each a doubt with its reason and its one-press answers."""

"""The core, on its own: no database."""

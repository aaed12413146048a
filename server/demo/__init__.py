"""The made-up demo household."""

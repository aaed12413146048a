"""Commands of upkeep."""

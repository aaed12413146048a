"""Days: several bakes for one table, planned together, followed while they are made."""

"""Values from outside the project; each file names its source."""

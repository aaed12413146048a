"""What each station makes of one bake in one kitchen: the trays of a sheet."""

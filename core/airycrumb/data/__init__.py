"""Tables of constants, each value with its unit, range, source and kind."""

"""Commands of the devices."""

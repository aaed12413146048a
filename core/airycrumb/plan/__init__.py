"""What there is to go by (a bake, a kitchen, what was seen) and when each thing happens."""

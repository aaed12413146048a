"""Instruments of a kitchen: room and oven thermometers, scales, probes; all speak the same open endpoint."""

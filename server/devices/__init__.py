"""Instruments of a kitchen: thermometers today, a scale and probes next; all speak the same open endpoint."""

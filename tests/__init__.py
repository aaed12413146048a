"""The tests of Airy Crumb: core, published references, server, browser."""

"""The tests of Airy Crumb: core, published references, server, browser."""

from hypothesis import settings

# A drawn example may be slow on a busy machine: no test is timed.
settings.register_profile("untimed", deadline=None)
settings.load_profile("untimed")

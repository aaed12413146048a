"""WSGI entry point: gunicorn project.wsgi."""

import gc
import os

from django.core.wsgi import get_wsgi_application

os.environ.setdefault("DJANGO_SETTINGS_MODULE", "project.settings")
application = get_wsgi_application()

from gateway.compute import warm_up  # noqa: E402  (only once the settings are known)

# Before the workers are made: each of them has it, and none of their first askers waits a second for it.
warm_up()
# What is there by now stays: looking through it for garbage takes longer than a sheet does.
gc.collect()
gc.freeze()

"""WSGI entry point: gunicorn project.wsgi."""

import gc
import os

from django.core.wsgi import get_wsgi_application

os.environ.setdefault("DJANGO_SETTINGS_MODULE", "project.settings")
application = get_wsgi_application()

from django.urls import get_resolver  # noqa: E402  (only once the settings are known)

from gateway.compute import warm_up  # noqa: E402
from guards.services import refuse_newer  # noqa: E402

# Pages of an old version over a newer database would lose what it knows of.
refuse_newer()

# Before the workers are made: each of them has both, and none of their first askers waits seconds for them.
warm_up()
get_resolver().url_patterns  # noqa: B018  (the routes are read when first asked for)
# What is there by now stays: looking through it for garbage takes longer than a sheet does.
gc.collect()
gc.freeze()

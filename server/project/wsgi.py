"""WSGI entry point: gunicorn project.wsgi."""

import os

from django.core.wsgi import get_wsgi_application

os.environ.setdefault("DJANGO_SETTINGS_MODULE", "project.settings")
application = get_wsgi_application()

from gateway.compute import warm_up  # noqa: E402  (only once the settings are known)

# Before the workers are made: each of them has it, and none of their first askers waits a second for it.
warm_up()

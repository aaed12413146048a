"""WSGI entry point: gunicorn kitchenside.wsgi."""

import os

from django.core.wsgi import get_wsgi_application

os.environ.setdefault("DJANGO_SETTINGS_MODULE", "kitchenside.settings")
application = get_wsgi_application()

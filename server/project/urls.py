"""Addresses: the API, and the page for everything that is not a file."""

from django.conf import settings
from django.http import HttpRequest, HttpResponse
from django.urls import path, re_path
from django.views.decorators.cache import never_cache
from django.views.decorators.csrf import ensure_csrf_cookie

from project.api import api


@never_cache
@ensure_csrf_cookie
def page(_request: HttpRequest) -> HttpResponse:
    """The built front end; every view's address leads here."""
    index = settings.WEB_DIST / "index.html"
    if not index.is_file():
        return HttpResponse(
            "The pages are not built yet: run make build.", status=503, content_type="text/plain; charset=utf-8"
        )
    return HttpResponse(index.read_bytes(), content_type="text/html; charset=utf-8")


urlpatterns = [path("api/", api.urls), re_path(r"^(?!api/|assets/).*$", page)]

"""Addresses: the API, and the page for everything that is not a file."""

from django.conf import settings
from django.http import HttpRequest, HttpResponse
from django.urls import path, re_path
from django.views.decorators.cache import never_cache
from django.views.decorators.csrf import ensure_csrf_cookie

from project.api import api

# What a browser could lend a page and this one never asks for; the screen is kept awake in Hands.
UNUSED = "camera=(), microphone=(), geolocation=(), payment=(), usb=(), screen-wake-lock=(self)"


@never_cache
@ensure_csrf_cookie
def page(request: HttpRequest) -> HttpResponse:
    """The built front end; every view's address leads here."""
    index = settings.WEB_DIST / "index.html"
    if not index.is_file():
        return HttpResponse(
            "The pages are not built yet: run make build.", status=503, content_type="text/plain; charset=utf-8"
        )
    nonce: object = request.csp_nonce  # type: ignore[attr-defined]
    html = index.read_text(encoding="utf-8").replace('content="NONCE"', f'content="{nonce}"')
    response = HttpResponse(html, content_type="text/html; charset=utf-8")
    response["Permissions-Policy"] = UNUSED
    return response


urlpatterns = [path("api/", api.urls), re_path(r"^(?!api/|assets/).*$", page)]

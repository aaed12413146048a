"""What a late answer may not undo: signing in again while an older request is still under way."""

from collections.abc import Callable

from django.conf import settings
from django.http import HttpRequest, HttpResponse

SIGN_OUT = ("DELETE", "/api/session")


def keep_a_newer_sign_in(answer: Callable[[HttpRequest], HttpResponse]) -> Callable[[HttpRequest], HttpResponse]:
    """Only signing out takes the session's cookie away.

    Django takes it away with every answer to a session it does not know. Where such an answer arrives after its
    page has signed in again, it would sign that page out: what the cookie names then is another session already.
    A cookie that names no session does no harm.
    """

    def answered(request: HttpRequest) -> HttpResponse:
        response = answer(request)
        cookie = response.cookies.get(settings.SESSION_COOKIE_NAME)
        if cookie is not None and not cookie.value and (request.method, request.path) != SIGN_OUT:
            del response.cookies[settings.SESSION_COOKIE_NAME]
        return response

    return answered

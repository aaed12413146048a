"""A refusal that reaches whoever is still sending."""

import contextlib
from collections.abc import Callable

from django.http import HttpRequest, HttpResponse, UnreadablePostError

PIECE, MOST = 65_536, 50_000_000  # bytes


def heard_out(answer: Callable[[HttpRequest], HttpResponse]) -> Callable[[HttpRequest], HttpResponse]:
    """Take in the rest of a body that was refused unread: a browser cut off while it sends sees a lost line, and never
    the sentence that says why.
    """

    def answered(request: HttpRequest) -> HttpResponse:
        response = answer(request)
        if response.status_code >= 400:
            with contextlib.suppress(UnreadablePostError, OSError):
                for _ in range(MOST // PIECE):
                    if not request.read(PIECE):
                        break
        return response

    return answered

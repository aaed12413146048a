"""Who am I, sign in, sign out, open the demo."""

from datetime import datetime
from typing import Annotated

from django.http import HttpRequest, HttpResponse
from django.middleware.csrf import get_token
from django.utils import timezone
from ninja.utils import check_csrf
from pydantic import Field

from accounts import services
from accounts.limits import DOOR
from gateway.contract import Failure, Refusal, Strict, routes
from gateway.words import say

router = routes("accounts")


class Me(Strict):
    """user and household are null for someone not signed in. now: this server's clock, to hold a device's against."""

    user: str | None
    household: str | None
    demo_open: bool
    now: datetime


class Credentials(Strict):
    """Longer than any name there is, or with a NUL in it, is refused before it is looked for."""

    username: Annotated[str, Field(max_length=150, pattern=r"^[^\x00]*$")]
    password: Annotated[str, Field(max_length=4096)]


def _guard(request: HttpRequest) -> None:
    # Operations without auth are exempt from ninja's own CSRF check.
    if check_csrf(request) is not None:
        raise Refusal(403, say("This page is out of date: reload it and try again."))


def _me(request: HttpRequest) -> Me:
    known = request.user.is_authenticated
    name = request.user.get_username() if known else None
    return Me(
        user=name,
        household=services.home_of(request).name if known else None,
        demo_open=services.demo_is_open(request),
        now=timezone.now(),
    )


@router.get("/me", auth=None, response={200: Me, 403: Failure, 429: Failure}, operation_id="who_am_i", throttle=[DOOR])
def who_am_i(request: HttpRequest) -> Me:
    """Who is signed in."""
    # A page kept in the browser asks this first: the answer brings the token that its own coming would have.
    get_token(request)
    return _me(request)


@router.post(
    "/session",
    auth=None,
    response={200: Me, 401: Failure, 403: Failure, 422: Failure, 429: Failure},
    operation_id="sign_in",
    throttle=[DOOR],
)
def sign_in(request: HttpRequest, payload: Credentials, response: HttpResponse) -> Me:
    """Sign in with a name and a password."""
    _guard(request)
    services.sign_in(request, payload.username, payload.password)
    services.keep_known(request, response)
    return _me(request)


@router.post(
    "/session/demo",
    auth=None,
    response={200: Me, 403: Failure, 429: Failure},
    operation_id="open_demo",
    throttle=[DOOR],
)
def open_demo(request: HttpRequest) -> Me:
    """Open the demo household, in demo mode on this machine only."""
    _guard(request)
    services.open_demo(request)
    return _me(request)


@router.delete("/session", response={204: None, 401: Failure}, operation_id="sign_out")
def sign_out(request: HttpRequest) -> tuple[int, None]:
    """Sign out."""
    services.sign_out(request)
    return 204, None

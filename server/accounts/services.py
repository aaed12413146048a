"""Signing in and out, and the household of a request."""

import ipaddress
import uuid
from collections.abc import Callable
from datetime import timedelta
from typing import TypeVar
from urllib.parse import unquote

from axes.handlers.proxy import AxesProxyHandler
from django.conf import settings
from django.contrib.auth import authenticate, get_user_model, login, logout
from django.db import OperationalError, transaction
from django.http import HttpRequest, HttpResponse
from psycopg.errors import DeadlockDetected, LockNotAvailable, SerializationFailure

from accounts.backends import WithHousehold
from accounts.limits import KNOWN_DEVICE
from accounts.models import Household, Member, Receipt
from gateway import compute
from gateway.contract import Refusal
from gateway.words import in_minutes, say

DEMO_USER = "ferry-house"
T = TypeVar("T")
GIVEN_UP = (DeadlockDetected, LockNotAvailable, SerializationFailure)
SIGNS_IN = "accounts.backends.WithHousehold"
MEANT_FOR = "X-Meant-For"  # a header: whose browser a request was made in, by name
SOMEBODY_ELSE = say("Somebody else is signed in on this browser: sign in as yourself, and what waits here is sent.")


def household_of(request: HttpRequest) -> Household:
    """The signed-in person's household; Refusal 403 for someone who has none, 409 for a request made for another
    person than the one signed in: a tab that was left open never writes into their household.
    """
    meant_for = request.headers.get(MEANT_FOR)
    if meant_for is not None and unquote(meant_for) != request.user.get_username():
        raise Refusal(409, SOMEBODY_ELSE, [compute.Problem("somebody_else", MEANT_FOR, SOMEBODY_ELSE)])
    return home_of(request)


def home_of(request: HttpRequest) -> Household:
    """The signed-in person's household, looked up once a request, whomever the page was open for: who signs in on a
    page that was somebody else's is answered as themselves. Refusal 403 for someone who has none."""
    found: Household | None = getattr(request, "household", None)
    if found is None:
        member: Member | None = getattr(request.user, "member", None)
        if member is None:
            raise Refusal(403, say("You belong to no household yet: ask whoever runs this server to add you to one."))
        found = member.household
        request.household = found  # type: ignore[attr-defined]
    return found


def tried_twice(do: Callable[[], T]) -> T:
    """What `do` gives; once more where the database gave it up for another that stood in its way. It begins a
    transaction of its own."""
    try:
        return do()
    except OperationalError as error:
        if not isinstance(error.__cause__, GIVEN_UP) or transaction.get_connection().in_atomic_block:
            raise
    return do()


@transaction.atomic
def once(household: Household, what: str, client_id: uuid.UUID | None, do: Callable[[], int]) -> int:
    """The key of what `do` makes; done once for each id, whichever worker takes it and however often it is sent.

    what: the kind of thing, up to 16 letters; an id stands for one of each kind. What fails is not taken: it may be
    sent again. Without an id it is done each time.
    """
    if client_id is None:
        return do()
    # Two workers with one id: the second waits here until the first has ended, well or badly.
    receipt, new = Receipt.objects.get_or_create(household=household, what=what, client_id=client_id)
    if new:
        receipt.made = do()
        receipt.save(update_fields=["made"])
    if receipt.made is None:
        raise RuntimeError(f"receipt {receipt.pk} was taken without a result")
    return receipt.made


def made_by(household: Household, what: str, client_id: uuid.UUID) -> int | None:
    """The key of what was made when this id was taken; None where it never was."""
    receipt = Receipt.objects.filter(household=household, what=what, client_id=client_id).first()
    return receipt.made if receipt else None


KNOWN = "known-here"  # a cookie: who was signed in on this device before, signed
KNOWN_FOR = timedelta(days=400)  # the longest a browser keeps one


def sign_in(request: HttpRequest, username: str, password: str) -> None:
    """Open a session, or Refusal 401. The same words for a wrong name and a wrong password.

    A name tried too often is shut to the address it was tried from: not to a device on which it was signed in before,
    which may try slowly, so that no stranger shuts anybody out of their own kitchen.
    """
    tried = {"username": username}
    if AxesProxyHandler.is_allowed(request, tried):
        user = authenticate(request, username=username, password=password)
    elif is_known_here(request, username):
        if KNOWN_DEVICE.counted(username) > KNOWN_DEVICE.most:
            raise _tried_too_often(KNOWN_DEVICE.wait() / 60)
        user = WithHousehold().authenticate(request, username=username, password=password)
    else:
        raise _tried_too_often(settings.AXES_COOLOFF_TIME.total_seconds() / 60)
    if user is None:
        raise Refusal(401, say("That name and password do not belong together: check both and try again."))
    login(request, user, backend=SIGNS_IN)


def _tried_too_often(minutes: float) -> Refusal:
    wait = in_minutes(max(1, round(minutes)))
    return Refusal(429, say("This name was tried too often: wait {wait}, then try again.", wait=wait))


def is_known_here(request: HttpRequest, username: str) -> bool:
    """Whether this device has signed in as them before."""
    name = request.get_signed_cookie(KNOWN, default="", salt=KNOWN, max_age=KNOWN_FOR)
    return bool(name) and name == username


def keep_known(request: HttpRequest, response: HttpResponse) -> None:
    """Let this device be known as theirs who has just signed in."""
    how = {"secure": settings.SESSION_COOKIE_SECURE, "httponly": True, "samesite": "Lax"}
    name = request.user.get_username()
    response.set_signed_cookie(KNOWN, name, salt=KNOWN, max_age=KNOWN_FOR, **how)


def sign_out(request: HttpRequest) -> None:
    """Close the session."""
    logout(request)


def demo_is_open(request: HttpRequest) -> bool:
    """Whether the demo household opens without a password: demo mode, and a caller on this machine."""
    try:
        nearby = ipaddress.ip_address(request.META.get("REMOTE_ADDR", "")).is_loopback
    except ValueError:
        nearby = False
    return bool(settings.DEMO) and nearby


def open_demo(request: HttpRequest) -> None:
    """Sign in to the demo household; Refusal 403 where that is not offered."""
    user = get_user_model().objects.filter(username=DEMO_USER).first()
    if not demo_is_open(request) or user is None:
        raise Refusal(403, say("The demo kitchen is not open here: sign in instead."))
    login(request, user, backend=SIGNS_IN)

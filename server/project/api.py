"""The API: every router, one error shape, sessions with CSRF."""

import logging
import secrets

from django.core.exceptions import RequestDataTooBig
from django.db import InterfaceError, OperationalError
from django.http import HttpRequest, HttpResponse, RawPostDataException
from ninja import NinjaAPI
from ninja.errors import AuthenticationError, HttpError, Throttled, ValidationError
from ninja.security import django_auth

from accounts.api import router as accounts
from bakes.api import router as bakes
from batches.api import router as batches
from computing.api import router as computing
from days.api import router as days
from devices.api import router as devices
from gateway.compute import InputError, OutOfTime, Problem
from gateway.contract import FiniteParser, FiniteRenderer, Refusal
from gateway.words import in_minutes, joined, say, verbatim
from kitchens.api import router as kitchens
from trainer.api import router as trainer

log = logging.getLogger("airycrumb")
api = NinjaAPI(
    title="Airy Crumb",
    version="1",
    auth=django_auth,
    parser=FiniteParser(),
    renderer=FiniteRenderer(),
    docs_url=None,
)
for router in (accounts, kitchens, bakes, computing, batches, days, devices, trainer):
    api.add_router("", router)


def _answer(request: HttpRequest, refusal: Refusal) -> HttpResponse:
    return api.create_response(request, refusal.body(), status=refusal.status)


@api.exception_handler(Refusal)
def _refused(request: HttpRequest, error: Refusal) -> HttpResponse:
    return _answer(request, error)


@api.exception_handler(InputError)
def _bad_input(request: HttpRequest, error: InputError) -> HttpResponse:
    return _answer(request, Refusal(422, joined(p.message for p in error.problems), error.problems))


@api.exception_handler(HttpError)
def _unreadable(request: HttpRequest, error: HttpError) -> HttpResponse:
    # The framework hides what the parser said behind a general error; the cause is the sentence.
    if isinstance(error.__cause__, InputError):
        return _bad_input(request, error.__cause__)
    return _answer(request, Refusal(error.status_code, verbatim(str(error))))


@api.exception_handler(Throttled)
def _too_often(request: HttpRequest, error: Throttled) -> HttpResponse:
    wait = in_minutes(max(1, round((error.wait or 0) / 60)))
    said = say("This is asked too often just now: wait {wait}, then go on. Nothing you typed is lost.", wait=wait)
    return _answer(request, Refusal(429, said))


@api.exception_handler(RequestDataTooBig)
def _too_much(request: HttpRequest, _error: RequestDataTooBig) -> HttpResponse:
    return _answer(request, Refusal(413, say("This is more than can be read at once: send less of it.")))


@api.exception_handler(RawPostDataException)
def _a_form(request: HttpRequest, _error: RawPostDataException) -> HttpResponse:
    # Its body was read on the way here, to look for a token in it.
    return _answer(request, Refusal(422, say("The request is not JSON: send it as application/json.")))


@api.exception_handler(OutOfTime)
def _too_long(request: HttpRequest, _error: OutOfTime) -> HttpResponse:
    log.error("out of time at %s %s", request.method, request.path, extra={"path": request.path})
    said = say(
        "This takes longer to work than anybody here may have to themselves: nothing you typed is lost. Ask for less "
        "of it at once."
    )
    return _answer(request, Refusal(500, said))


@api.exception_handler(OperationalError)
@api.exception_handler(InterfaceError)
def _database_away(request: HttpRequest, error: Exception) -> HttpResponse:
    # Gone, or busy for longer than anybody may wait: a line and no traceback. What asked keeps what it has.
    log.error("no database at %s %s: %s", request.method, request.path, str(error).splitlines()[0:1])
    said = say("The server cannot reach its database just now: nothing is lost, and it is tried again.")
    return _answer(request, Refusal(503, said))


@api.exception_handler(Exception)
def _fault(request: HttpRequest, error: Exception) -> HttpResponse:
    # The number stands in the answer and in the log: whoever tells it leads us to the fault.
    number = secrets.token_hex(4)
    version = request.headers.get("X-Version", "")[:40]
    told = {"fault": number, "method": request.method, "path": request.path, "page": version}
    log.error("fault %s at %s %s", number, request.method, request.path, exc_info=error, extra=told)
    said = say(
        "This cannot be worked just now: the fault is ours, and nothing you typed is lost. Its number is {number}.",
        number=verbatim(number),
    )
    return _answer(request, Refusal(500, said))


@api.exception_handler(AuthenticationError)
def _not_signed_in(request: HttpRequest, _error: AuthenticationError) -> HttpResponse:
    if request.headers.get("Authorization", "").startswith("Bearer"):
        said = say("No device has this token: add the device under “my kitchen” and send the token shown then.")
        return _answer(request, Refusal(401, said))
    return _answer(
        request, Refusal(401, say("You are not signed in: sign in and try again. Nothing you typed is lost."))
    )


@api.exception_handler(ValidationError)
def _not_as_agreed(request: HttpRequest, error: ValidationError) -> HttpResponse:
    problems = [
        Problem(
            str(e["type"]),
            _place(e["loc"]),
            say("{place}: {trouble}.", place=verbatim(_place(e["loc"])), trouble=verbatim(e["msg"])),
        )
        for e in error.errors
    ]
    return _answer(request, Refusal(422, joined(p.message for p in problems), problems))


def _place(steps: tuple[str | int, ...]) -> str:
    return ".".join(str(s) for s in steps if s not in ("body", "payload"))

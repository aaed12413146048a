"""How often what is costly may be asked: by a household, and by an address nobody has signed in from."""

import time

from django.conf import settings
from django.db import connection
from django.http import HttpRequest
from ninja.throttling import BaseThrottle

WINDOW_S = 60
# Counted where every worker sees it, in one statement; what is a window old begins anew.
COUNTED = """
    INSERT INTO accounts_asked (scope, who, since, times) VALUES (%s, %s, %s, 1)
    ON CONFLICT (scope, who) DO UPDATE SET
        times = CASE WHEN accounts_asked.since = EXCLUDED.since THEN accounts_asked.times + 1 ELSE 1 END,
        since = EXCLUDED.since
    RETURNING times
"""


def address_of(request: HttpRequest) -> str:
    """Where a request came from: as the proxies that stand in front were told it, and no header beyond them."""
    passed = [part.strip() for part in request.headers.get("X-Forwarded-For", "").split(",") if part.strip()]
    through = settings.PROXIES
    if through and passed:
        return passed[-min(through, len(passed))]
    return str(request.META.get("REMOTE_ADDR", ""))


class Pace(BaseThrottle):
    """So many asks of one kind a minute, for each household, or for each address without one; over all workers."""

    def __init__(self, scope: str, a_minute: int) -> None:
        self.scope, self.most = scope, int(a_minute * settings.LIMITS)

    def allow_request(self, request: HttpRequest) -> bool:
        """Whether this one may be answered; it counts either way."""
        return self.counted(_who(request)) <= self.most

    def counted(self, who: str) -> int:
        """How often this was asked in the minute that runs, this time included."""
        with connection.cursor() as cursor:
            cursor.execute(COUNTED, [self.scope, who[:80], int(time.time() // WINDOW_S)])
            return int(cursor.fetchone()[0])

    def wait(self) -> float:
        """s until it may be asked again."""
        return WINDOW_S - time.time() % WINDOW_S


def _who(request: HttpRequest) -> str:
    # Somebody may be signed in and belong to no household yet: that is told by what answers, not here.
    member = getattr(request.user, "member", None)
    if member is not None:
        return f"household-{member.household_id}"
    return f"user-{request.user.pk}" if request.user.is_authenticated else f"address-{address_of(request)}"


# A drag works a sheet with every move of the pointer; several in a house may drag at once.
SHEETS = Pace("sheets", 1200)
# Each of these takes the server from a tenth of a second to a whole one.
COSTLY = Pace("costly", 120)
# What somebody asks who only knows a private address: a calendar, once in a while.
STRANGERS = Pace("strangers", 60)
# Asking who one is, and at the door.
DOOR = Pace("door", 240)
# Passwords tried for one name from a device on which it was signed in before: slow, and never shut.
KNOWN_DEVICE = Pace("known-device", 6)

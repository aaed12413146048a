"""How often what is costly may be asked: by a household, and by an address nobody has signed in from."""

from django.conf import settings
from django.http import HttpRequest
from ninja.throttling import SimpleRateThrottle


class Pace(SimpleRateThrottle):
    """So many asks of one kind a minute, for each household, or for each address without one.

    Counted by each worker for itself: a site of so many workers allows up to so many times as much.
    """

    def __init__(self, scope: str, a_minute: int) -> None:
        self.scope = scope
        super().__init__(f"{int(a_minute * settings.LIMITS)}/m")

    def get_cache_key(self, request: HttpRequest) -> str:
        """Who asks, as the cache knows them."""
        # Somebody may be signed in and belong to no household yet: that is told by what answers, not here.
        member = getattr(request.user, "member", None)
        if member is not None:
            who = f"household-{member.household_id}"
        elif request.user.is_authenticated:
            who = f"user-{request.user.pk}"
        else:
            who = f"address-{self.get_ident(request)}"
        return self.cache_format % {"scope": self.scope, "ident": who}


# A drag works a sheet with every move of the pointer; several in a house may drag at once.
SHEETS = Pace("sheets", 1200)
# Each of these takes the server from a tenth of a second to a whole one.
COSTLY = Pace("costly", 120)
# What somebody asks who only knows a private address: a calendar, once in a while.
STRANGERS = Pace("strangers", 60)
# Asking who one is, and at the door.
DOOR = Pace("door", 240)

"""How often what is costly may be asked: by a household, and by an address nobody has signed in from."""

from django.conf import settings
from django.http import HttpRequest
from ninja.throttling import SimpleRateThrottle

from accounts.services import household_of


class Pace(SimpleRateThrottle):
    """So many asks of one kind a minute, for each household, or for each address without one.

    Counted by each worker for itself: a site of so many workers allows up to so many times as much.
    """

    def __init__(self, scope: str, a_minute: int) -> None:
        self.scope = scope
        super().__init__(f"{int(a_minute * settings.LIMITS)}/m")

    def get_cache_key(self, request: HttpRequest) -> str:
        """Who asks, as the cache knows them."""
        known = request.user.is_authenticated
        who = f"household-{household_of(request).pk}" if known else f"address-{self.get_ident(request)}"
        return self.cache_format % {"scope": self.scope, "ident": who}


# A drag works a sheet with every move of the pointer; several in a house may drag at once.
SHEETS = Pace("sheets", 1200)
# Each of these takes the server from a tenth of a second to a whole one.
COSTLY = Pace("costly", 120)
# What somebody asks who only knows a private address: a calendar, once in a while.
STRANGERS = Pace("strangers", 60)
# Asking who one is, and at the door.
DOOR = Pace("door", 240)

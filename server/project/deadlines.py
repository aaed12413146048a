"""How long each kind of request may compute, before it is told that it takes too long."""

from collections.abc import Callable

from django.http import HttpRequest, HttpResponse

from gateway.compute import within

# s of computing, by how an address begins; an honest bake's sheet takes some hundredths, its costliest question one.
DEADLINES = (("/api/sheet", 5.0), ("/api/recipe", 10.0), ("/api/", 15.0))


def deadline(answer: Callable[[HttpRequest], HttpResponse]) -> Callable[[HttpRequest], HttpResponse]:
    """Give each request its time."""

    def answered(request: HttpRequest) -> HttpResponse:
        seconds = next((s for start, s in DEADLINES if request.path.startswith(start)), None)
        if seconds is None:
            return answer(request)
        with within(seconds):
            return answer(request)

    return answered

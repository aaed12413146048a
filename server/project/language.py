"""Which language a request is answered in."""

from collections.abc import Callable

from django.http import HttpRequest, HttpResponse

from gateway.words import speaking


def language(answer: Callable[[HttpRequest], HttpResponse]) -> Callable[[HttpRequest], HttpResponse]:
    """Speak the first language the request asks for, English where nobody here knows it."""

    def answered(request: HttpRequest) -> HttpResponse:
        first = request.headers.get("Accept-Language", "").split(",")[0].split(";")[0].strip()
        with speaking(first):
            return answer(request)

    return answered

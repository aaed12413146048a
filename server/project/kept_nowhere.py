"""Answers of the API are kept by no browser and by no proxy: they are a household's own, and change with every mark."""

from collections.abc import Callable

from django.http import HttpRequest, HttpResponse
from django.utils.cache import patch_cache_control


def kept_nowhere(answer: Callable[[HttpRequest], HttpResponse]) -> Callable[[HttpRequest], HttpResponse]:
    """Say so, where the answer itself says nothing else."""

    def answered(request: HttpRequest) -> HttpResponse:
        response = answer(request)
        if request.path.startswith("/api/") and not response.has_header("Cache-Control"):
            patch_cache_control(response, no_store=True, private=True)
        return response

    return answered

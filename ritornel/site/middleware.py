"""What holds for every answer."""

from collections.abc import Callable

from django.http import HttpRequest, HttpResponseBase


def keep_private(get_response: Callable[[HttpRequest], HttpResponseBase]) -> Callable[[HttpRequest], HttpResponseBase]:
    """Let nobody keep a page: neither what a signed-in user sees, nor an edition that may be withdrawn."""

    def answered(request: HttpRequest) -> HttpResponseBase:
        response = get_response(request)
        if not response.has_header("Cache-Control"):
            response["Cache-Control"] = "private, no-store"
        return response

    return answered

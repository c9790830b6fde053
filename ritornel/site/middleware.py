"""What holds for every answer."""

from collections.abc import Callable

from django.http import HttpRequest, HttpResponseBase
from django.shortcuts import render

from ritornel.jobs.turns import Busy
from ritornel.site.answering import refused
from ritornel.site.rates import TooOften

SOON_S = 2


def keep_private(get_response: Callable[[HttpRequest], HttpResponseBase]) -> Callable[[HttpRequest], HttpResponseBase]:
    """Let nobody keep a page: neither what a signed-in user sees, nor an edition that may be withdrawn."""

    def answered(request: HttpRequest) -> HttpResponseBase:
        response = get_response(request)
        if not response.has_header("Cache-Control"):
            response["Cache-Control"] = "private, no-store"
        return response

    return answered


class SayWhen:
    """Answer 429 with a sentence, and when to try again, where there is no turn, or something is asked too often."""

    def __init__(self, get_response: Callable[[HttpRequest], HttpResponseBase]) -> None:
        """Wrap what answers."""
        self.get_response = get_response

    def __call__(self, request: HttpRequest) -> HttpResponseBase:
        """Pass the request on."""
        return self.get_response(request)

    def process_exception(self, request: HttpRequest, exception: Exception) -> HttpResponseBase | None:
        """Answer pages with a page, and their scripts with JSON."""
        if not isinstance(exception, Busy | TooOften):
            return None
        if request.headers.get("Sec-Fetch-Dest") == "document":
            response = render(request, "site/later.html", {"sentence": str(exception)}, status=429)
        else:
            response = refused(str(exception), 429)
        response["Retry-After"] = str(exception.wait_s if isinstance(exception, TooOften) else SOON_S)
        return response

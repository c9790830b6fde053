"""How often one may ask for what costs something: so many times in a window of time, for each account or address.

Counted in a cache that all processes share. Two that count at the same instant may count as one: a limit is there to
stop floods, not to be exact.
"""

import time
from collections.abc import Callable
from functools import wraps
from typing import Any

from django.conf import settings
from django.core.cache import caches
from django.http import HttpRequest, HttpResponseBase

View = Callable[..., HttpResponseBase]


class TooOften(Exception):
    """Somebody asks more often than they may; ``wait_s`` seconds from now they may again."""

    def __init__(self, wait_s: int) -> None:
        """State when it may be asked again."""
        super().__init__(wait_s)
        self.wait_s = wait_s

    def __str__(self) -> str:
        return f"this was asked too often; try again in {self.wait_s} s"


def count(kind: str, who: str) -> None:
    """Count one more; ``TooOften`` if that is more than ``settings.RATES`` allow of that kind."""
    if kind not in settings.RATES:
        return
    most, window_s = settings.RATES[kind]
    now = time.time()
    window = int(now // window_s)
    key = f"{kind}/{who}/{window}"
    counted = caches["limits"].get(key, 0) + 1
    caches["limits"].set(key, counted, window_s)
    if counted > most:
        raise TooOften(max(1, round((window + 1) * window_s - now)))


def at_most(kind: str, methods: tuple[str, ...] = ("POST",)) -> Callable[[View], View]:
    """Wrap a view that whoever is signed in may ask so often; a HEAD costs what its GET does, and counts as one."""

    def decorated(view: View) -> View:
        @wraps(view)
        def wrapped(request: HttpRequest, *args: Any, **values: Any) -> HttpResponseBase:
            if ("GET" if request.method == "HEAD" else request.method) in methods:
                count(kind, str(request.user.pk))
            return view(request, *args, **values)

        return wrapped

    return decorated

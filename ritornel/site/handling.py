"""How requests are handled under ASGI: views that are not asynchronous run, whole, in a pool of threads that stay.

Django's own handler gives every such request a thread of its own, and goes from thread to thread on the way through
the middleware; each of these threads opens the database anew. In a pool a request is one piece of work, on a connection
that is open already: several times as many are answered.
"""

import asyncio
from concurrent.futures import ThreadPoolExecutor

from django.core.handlers.asgi import ASGIHandler
from django.core.handlers.base import BaseHandler
from django.db import close_old_connections
from django.http import HttpRequest, HttpResponseBase

THREADS = 128
"""Most of them wait: for a turn, for a file to be looked through, for the collection outside."""

_ASYNCHRONOUS = "/events"


class Handler(ASGIHandler):
    """Django's handler, with the pool."""

    def __init__(self) -> None:
        """Load the middleware twice: as it is for asynchronous views, and plain for all others."""
        super().__init__()
        self.plain = BaseHandler()
        self.plain.load_middleware(is_async=False)
        self.pool = ThreadPoolExecutor(THREADS, thread_name_prefix="request")

    async def get_response_async(self, request: HttpRequest) -> HttpResponseBase:
        """Answer a request."""
        if request.path.endswith(_ASYNCHRONOUS):
            return await super().get_response_async(request)
        return await asyncio.get_running_loop().run_in_executor(self.pool, self._answered, request)

    def _answered(self, request: HttpRequest) -> HttpResponseBase:
        close_old_connections()
        return self.plain.get_response(request)

"""Pages learn at once of what is done to a show elsewhere: server-sent events (HTML, section 9.2).

One task in each process asks the database for the revisions of all shows that are being followed, however many follow.
"""

import asyncio
from collections.abc import AsyncIterator
from uuid import UUID

from asgiref.sync import sync_to_async
from django.core.handlers.asgi import ASGIRequest
from django.db import DatabaseError, connections
from django.http import HttpRequest, HttpResponse, HttpResponseBase, StreamingHttpResponse

from ritornel.shows.access import own_show
from ritornel.shows.models import Show
from ritornel.site.answering import log, refused

EVERY_S = 0.6
QUIET_S = 15.0
"""A line without meaning goes out this often, so that what lies between does not take the connection for dead."""
LASTS_S = 600.0
"""Then the page connects anew."""


class Following:
    """Who follows which show, and the task that looks for them."""

    def __init__(self) -> None:
        """Begin with nobody."""
        self._waiting: dict[UUID, set[asyncio.Queue[int]]] = {}
        self._task: asyncio.Task[None] | None = None

    def join(self, show_id: UUID) -> "asyncio.Queue[int]":
        """Return a queue of the show's revisions from now on."""
        queue: asyncio.Queue[int] = asyncio.Queue()
        self._waiting.setdefault(show_id, set()).add(queue)
        if self._task is None or self._task.done():
            self._task = asyncio.create_task(self._look())
        return queue

    def leave(self, show_id: UUID, queue: "asyncio.Queue[int]") -> None:
        """Follow no longer."""
        self._waiting.get(show_id, set()).discard(queue)
        if not self._waiting.get(show_id):
            self._waiting.pop(show_id, None)

    async def _look(self) -> None:
        last: dict[UUID, int] = {}
        while self._waiting:
            try:
                now = await asyncio.to_thread(_revisions, list(self._waiting))
            except DatabaseError:
                log.exception("the revisions could not be looked up; pages learn of them later")
                await asyncio.sleep(EVERY_S)
                continue
            for show_id, revision in now.items():
                if last.get(show_id) != revision:
                    for queue in self._waiting.get(show_id, ()):
                        queue.put_nowait(revision)
            last = now
            await asyncio.sleep(EVERY_S)


def _revisions(ids: list[UUID]) -> dict[UUID, int]:
    try:
        return dict(Show.objects.filter(pk__in=ids).values_list("pk", "revision"))
    finally:
        connections.close_all()


_following = Following()


async def events(request: HttpRequest, show_id: UUID) -> HttpResponseBase:
    """The revisions of a show as they are made; 204 where no connection can be kept open, and pages must ask."""
    if not (await request.auser()).is_authenticated:
        return refused("you are not signed in any more; sign in again and go on", 401)
    await sync_to_async(own_show)(request, show_id)
    if not isinstance(request, ASGIRequest):
        return HttpResponse(status=204)  # EventSource then asks no more, and the page asks for the revision
    if request.method != "GET":  # nobody listens
        return HttpResponse(status=204)
    return StreamingHttpResponse(_told(show_id), content_type="text/event-stream")


async def _told(show_id: UUID) -> AsyncIterator[str]:
    queue = _following.join(show_id)
    end = asyncio.get_running_loop().time() + LASTS_S
    try:
        yield "retry: 1000\n\n"
        for revision in (await asyncio.to_thread(_revisions, [show_id])).values():
            yield f"data: {revision}\n\n"  # what was done while nobody followed
        while asyncio.get_running_loop().time() < end:
            try:
                yield f"data: {await asyncio.wait_for(queue.get(), QUIET_S)}\n\n"
            except TimeoutError:
                yield ": still here\n\n"
    finally:
        _following.leave(show_id, queue)

"""Pages learn at once of what is done to a show elsewhere: server-sent events (HTML, section 9.2).

One task in each process asks the database for the revisions of all shows that are being followed, however many follow.
"""

import asyncio
from collections.abc import AsyncIterator
from typing import Annotated, Any, NamedTuple
from uuid import UUID

import msgspec
from asgiref.sync import sync_to_async
from django.core.handlers.asgi import ASGIRequest
from django.db import DatabaseError, connections
from django.http import Http404, HttpRequest, HttpResponse, HttpResponseBase, StreamingHttpResponse
from django.views.decorators.http import require_POST

from ritornel.shows.access import Act, show_for
from ritornel.shows.models import Show
from ritornel.shows.presence import Here, presence
from ritornel.site.answering import answer, answering, asked, log, refused, signed_in
from ritornel.site.rates import at_most

EVERY_S = 0.6
QUIET_S = 15.0
"""A line without meaning goes out this often, so that what lies between does not take the connection for dead."""
MOST_HELD_BYTES = 64 * 1024
LASTS_S = 600.0
"""Then the page connects anew."""


class _Now(NamedTuple):
    """What a show is at an instant: its revision, how often it was shared with others, or with fewer, and how often
    something was said about it.
    """

    revision: int
    people: int
    comments: int


class Following:
    """Who follows which show, and the task that looks for them."""

    def __init__(self) -> None:
        """Begin with nobody."""
        self._waiting: dict[UUID, set[asyncio.Queue[_Now | Here]]] = {}
        self._task: asyncio.Task[None] | None = None

    def join(self, show_id: UUID) -> "asyncio.Queue[_Now | Here]":
        """Return a queue of what the show is from now on."""
        queue: asyncio.Queue[_Now | Here] = asyncio.Queue()
        self._waiting.setdefault(show_id, set()).add(queue)
        if self._task is None or self._task.done():
            self._task = asyncio.create_task(self._look())
        return queue

    def leave(self, show_id: UUID, queue: "asyncio.Queue[_Now | Here]") -> None:
        """Follow no longer."""
        self._waiting.get(show_id, set()).discard(queue)
        if not self._waiting.get(show_id):
            self._waiting.pop(show_id, None)

    async def _look(self) -> None:
        last: dict[UUID, _Now] = {}
        while self._waiting:
            try:
                now = await asyncio.to_thread(_revisions, list(self._waiting))
                await asyncio.to_thread(presence.look_elsewhere)
            except DatabaseError:
                log.exception("the revisions could not be looked up; pages learn of them later")
                await asyncio.sleep(EVERY_S)
                continue
            for show_id, one in now.items():
                if last.get(show_id) != one:
                    for queue in self._waiting.get(show_id, ()):
                        queue.put_nowait(one)
            last = now
            await asyncio.sleep(EVERY_S)


def _revisions(ids: list[UUID]) -> dict[UUID, _Now]:
    try:
        rows = Show.objects.filter(pk__in=ids).values_list("pk", "revision", "people_changed", "comments_changed")
        return {pk: _Now(*counts) for pk, *counts in rows}
    finally:
        connections.close_all()


_following = Following()


async def events(request: HttpRequest, show_id: UUID) -> HttpResponseBase:
    """The revisions of a show as they are made; 204 where no connection can be kept open, and pages must ask."""
    if not (await request.auser()).is_authenticated:
        return refused("you are not signed in any more; sign in again and go on", 401)
    await sync_to_async(show_for)(request, show_id, Act.LOOK)
    if not isinstance(request, ASGIRequest):
        return HttpResponse(status=204)  # EventSource then asks no more, and the page asks for the revision
    if request.method != "GET":  # nobody listens
        return HttpResponse(status=204)
    return StreamingHttpResponse(_told(request, show_id), content_type="text/event-stream")


class IsHere(msgspec.Struct, forbid_unknown_fields=True):
    """Where a page is: on a slide (none: it leaves), and the command that is in its hand."""

    page: Annotated[str, msgspec.Meta(min_length=1, max_length=80)]
    slide: Annotated[str, msgspec.Meta(max_length=80)] | None = None
    holding: dict[str, Any] | None = None


@signed_in
@require_POST
@answering
@at_most("here")
def here(request: HttpRequest, show_id: UUID) -> HttpResponse:
    """Let others at a show know where one is, and what one holds."""
    if len(request.body) > MOST_HELD_BYTES:
        return refused("this is more than a hand holds", 413)
    show_for(request, show_id, Act.LOOK)
    told = asked(request, IsHere)
    presence.tell(show_id, Here(told.page, request.user.get_username(), told.slide, told.holding))
    return answer({})


def _may_look(request: HttpRequest, show_id: UUID) -> bool:
    try:
        show_for(request, show_id, Act.LOOK)
    except Http404:
        return False
    finally:
        connections.close_all()
    return True


async def _told(request: HttpRequest, show_id: UUID) -> AsyncIterator[str]:
    queue = _following.join(show_id)
    leave_presence = presence.on(show_id, queue.put_nowait)
    end = asyncio.get_running_loop().time() + LASTS_S
    try:
        yield "retry: 1000\n\n"
        people = comments = None
        for now in (await asyncio.to_thread(_revisions, [show_id])).values():
            people, comments = now.people, now.comments
            yield f"event: comments\ndata: {comments}\n\n"
            yield f"data: {now.revision}\n\n"  # what was done while nobody followed
        while asyncio.get_running_loop().time() < end:
            try:
                now = await asyncio.wait_for(queue.get(), QUIET_S)
            except TimeoutError:
                yield ": still here\n\n"
                continue
            if isinstance(now, Here):
                yield f"event: here\ndata: {msgspec.json.encode(now).decode()}\n\n"
                continue
            if now.people != people and not await asyncio.to_thread(_may_look, request, show_id):
                yield "event: gone\ndata: 0\n\n"
                return
            if now.comments != comments:
                yield f"event: comments\ndata: {now.comments}\n\n"
            people, comments = now.people, now.comments
            yield f"data: {now.revision}\n\n"
    finally:
        leave_presence()
        if page := request.GET.get("page", ""):  # its line is cut: it says again where it is once it is back
            presence.tell(show_id, Here(page[:80], "", None))
        _following.leave(show_id, queue)

"""Bodies of requests, bounded as they arrive, by who sends them: nobody can fill the disk with one, or keep it open.

Who is not signed in sends little, and soon; who is, at most what their account has room for, all they send at once
taken together. What is too large is answered before it is read.
"""

import asyncio
from collections import Counter
from collections.abc import Awaitable, Callable, MutableMapping
from http.cookies import CookieError, SimpleCookie
from importlib import import_module
from typing import Any, NamedTuple

from asgiref.sync import sync_to_async
from django.conf import settings
from django.contrib.auth import SESSION_KEY, get_user_model
from django.utils.module_loading import import_string

Scope = MutableMapping[str, Any]
Message = MutableMapping[str, Any]
Receive = Callable[[], Awaitable[Message]]
Send = Callable[[Message], Awaitable[None]]

STRANGERS_BYTES = 64 * 1024
STRANGERS_S = 15.0
"""A body of somebody who is not signed in has come by then."""

SMALL_BYTES = 16 * 1024 * 1024
LARGE = ("/shows/import",)
"""Addresses that take whole documents; every other body is small."""
SILENT_S = 30.0
"""The longest that somebody who is signed in may be silent in the middle of a body."""

_TOO_LARGE = (413, b'{"error": "this is larger than one request may be"}')
_NO_ROOM = (413, b'{"error": "your account has no room for this; delete what is not needed any more"}')
_STRANGER = (401, b'{"error": "you are not signed in any more; sign in again and go on"}')
_GONE: Message = {"type": "http.disconnect"}


class _Sender(NamedTuple):
    """Who sends, and how many bytes their account has room for."""

    pk: int
    room: int


class BoundedBodies:
    """Answers 413 or 401 to a body that is too large, and stops listening to one that becomes so, or does not come."""

    def __init__(self, application: Callable[[Scope, Receive, Send], Awaitable[None]], most_bytes: int) -> None:
        """Wrap an ASGI application."""
        self.application = application
        self.most_bytes = most_bytes
        self.arriving: Counter[int] = Counter()

    async def __call__(self, scope: Scope, receive: Receive, send: Send) -> None:
        """Pass a request on, its body bounded."""
        if scope["type"] != "http" or scope["method"] in ("GET", "HEAD"):
            await self.application(scope, receive, send)
            return
        headers = dict(scope["headers"])
        told = headers.get(b"content-length")
        if told is not None and not (told.isdigit() and len(told) < 19):
            await _refuse(send, *_TOO_LARGE)
            return
        stated = None if told is None else int(told)
        if stated is not None and stated <= STRANGERS_BYTES:
            await self.application(scope, _Body(receive, stated, STRANGERS_S), send)
            return
        sender = await sync_to_async(_sender)(headers.get(b"cookie", b"").decode("latin-1"))
        if sender is None and stated is not None:
            await _refuse(send, *_STRANGER)
        elif sender is None:
            await self.application(scope, _Body(receive, STRANGERS_BYTES, STRANGERS_S), send)
        else:
            await self._from(sender, stated, scope, receive, send)

    async def _from(self, sender: _Sender, stated: int | None, scope: Scope, receive: Receive, send: Send) -> None:
        large = scope["path"] in LARGE
        most = self.most_bytes if large else SMALL_BYTES
        if stated is not None and stated > most:
            await _refuse(send, *_TOO_LARGE)
            return
        room = sender.room + SMALL_BYTES - self.arriving[sender.pk]
        if large and (stated or 0) > room:
            await _refuse(send, *_NO_ROOM)
            return
        body = _Body(receive, min(most, max(room, SMALL_BYTES)), None, lambda n: self.arriving.update({sender.pk: n}))
        try:
            await self.application(scope, body, send)
        finally:
            self.arriving[sender.pk] -= body.arrived
            self.arriving += Counter()  # forget who sends nothing


class _Body:
    """What listens to a body: as ``receive``, until it has come whole; then as if nothing stood between."""

    def __init__(
        self, receive: Receive, most: int, within_s: float | None, counted: Callable[[int], None] = lambda _: None
    ) -> None:
        self.receive, self.most, self.counted = receive, most, counted
        self.end = None if within_s is None else asyncio.get_running_loop().time() + within_s
        self.arrived = 0
        self.whole = False

    async def __call__(self) -> Message:
        if self.whole:
            return await self.receive()
        patience = SILENT_S if self.end is None else max(0.0, self.end - asyncio.get_running_loop().time())
        try:
            message = await asyncio.wait_for(self.receive(), patience)
        except TimeoutError:
            self.whole = True
            return _GONE
        size = len(message.get("body", b""))
        self.arrived += size
        self.counted(size)
        self.whole = message["type"] != "http.request" or not message.get("more_body", False)
        if self.arrived > self.most:
            self.whole = True
            return _GONE
        return message


def _sender(cookies: str) -> _Sender | None:
    """Return who is signed in by these cookies; None for a stranger."""

    try:
        named = SimpleCookie(cookies).get(settings.SESSION_COOKIE_NAME)
    except CookieError:
        return None
    if named is None or not named.value:
        return None
    session = import_module(settings.SESSION_ENGINE).SessionStore(named.value)
    user = get_user_model().objects.filter(pk=session.get(SESSION_KEY) or 0, is_active=True).first()
    return None if user is None else _Sender(user.pk, import_string(settings.ROOM_LEFT)(user))


async def _refuse(send: Send, status: int, sentence: bytes) -> None:
    headers = [(b"content-type", b"application/json"), (b"connection", b"close")]
    await send({"type": "http.response.start", "status": status, "headers": headers})
    await send({"type": "http.response.body", "body": sentence})

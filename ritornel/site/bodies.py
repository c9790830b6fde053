"""Bodies of requests, bounded as they arrive: nobody can fill the disk with one."""

from collections.abc import Awaitable, Callable, MutableMapping
from typing import Any

Scope = MutableMapping[str, Any]
Receive = Callable[[], Awaitable[MutableMapping[str, Any]]]
Send = Callable[[MutableMapping[str, Any]], Awaitable[None]]

SMALL_BYTES = 16 * 1024 * 1024
LARGE = ("/shows/import",)
"""Addresses that take whole documents; every other body is small."""
_SENTENCE = b'{"error": "this is larger than one request may be"}'


class BoundedBodies:
    """Answers 413 to a body that says it is too large, and stops listening to one that becomes so."""

    def __init__(self, application: Callable[[Scope, Receive, Send], Awaitable[None]], most_bytes: int) -> None:
        """Wrap an ASGI application."""
        self.application = application
        self.most_bytes = most_bytes

    async def __call__(self, scope: Scope, receive: Receive, send: Send) -> None:
        """Pass a request on, its body bounded."""
        if scope["type"] != "http":
            await self.application(scope, receive, send)
            return
        most = self.most_bytes if scope["path"] in LARGE else SMALL_BYTES
        stated = dict(scope["headers"]).get(b"content-length", b"0")
        if not stated.isdigit() or int(stated[:19]) > most:
            await self._refuse(send)
            return
        arrived = 0

        async def bounded() -> MutableMapping[str, Any]:
            nonlocal arrived
            message = await receive()
            arrived += len(message.get("body", b""))
            return {"type": "http.disconnect"} if arrived > most else message

        await self.application(scope, bounded, send)

    @staticmethod
    async def _refuse(send: Send) -> None:
        headers = [(b"content-type", b"application/json"), (b"connection", b"close")]
        await send({"type": "http.response.start", "status": 413, "headers": headers})
        await send({"type": "http.response.body", "body": _SENTENCE})

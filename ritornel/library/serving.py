"""Serving stored files with byte ranges (RFC 9110, sections 13 and 14), so that players can seek.

A browser may keep what it got, but asks each time whether it may still show it: what is withdrawn is gone at once.
"""

import asyncio
import logging
import re
from collections.abc import AsyncIterator, Iterator
from pathlib import Path
from typing import NamedTuple
from urllib.parse import quote

from django.conf import settings
from django.core.handlers.asgi import ASGIRequest
from django.http import Http404, HttpRequest, HttpResponse, HttpResponseBase, StreamingHttpResponse

from ritornel.library import tiling
from ritornel.library.describing import on_stage
from ritornel.library.models import Asset, derived_path

log = logging.getLogger("ritornel")
CACHING = "private, no-cache"
_BLOCK = 256 * 1024
_RANGE = re.compile(r"bytes=([0-9]*)-([0-9]*)")
_FAR = 10**18


DERIVED = {
    "peaks": ("peaks", "application/octet-stream"),
    "strip": ("strip.jpg", "image/jpeg"),
    "poster": ("poster.jpg", "image/jpeg"),
    "stage": ("stage.webp", "image/webp"),
    "small": ("small.webp", "image/webp"),
    "tiles": ("tiles.zip", "application/zip"),
}
"""What is served of what was computed from a file: by its name in addresses the ending it lies under, and its type."""


class Stretch(NamedTuple):
    """Bytes of a file, first and last included, and whether they are sent as a part of it."""

    first: int
    last: int
    partial: bool


def derived_response(request: HttpRequest, sha256: str, what: str) -> HttpResponseBase:
    """Answer with something computed from a file; 404 if there is nothing of that name."""
    if what not in DERIVED:
        raise Http404
    ending, mime = DERIVED[what]
    return file_response(request, derived_path(sha256, ending), mime)


def derived_of(request: HttpRequest, asset: Asset, what: str) -> HttpResponseBase:
    """Answer with something computed from a file; 204 while its tiles are made: whoever asks again gets them."""
    if what == tiling.TILES and tiling.tiles_of(asset) is None:
        if not on_stage(asset) or not tiling.begin(asset):
            raise Http404
        return HttpResponse(status=204, headers={"Cache-Control": "no-store"})
    return derived_response(request, asset.sha256, what)


def file_response(request: HttpRequest, path: Path, mime: str, size: int | None = None) -> HttpResponseBase:
    """Answer with the file at ``path``, or the one range that was asked for.

    416 for a range that it does not have; the whole file for several ranges, or for a range of what the file was before
    (``If-Range``); 304 if the page has it. 404, and a line in the log, if the file is gone or not ``size`` bytes long.
    """
    there = path.stat().st_size if path.is_file() else -1
    if there < 0 or (size is not None and there != size):
        log.error("%s is %s; it is put back when its content arrives again", path, "short" if there >= 0 else "gone")
        raise Http404
    tag = f'"{path.name}-{there}"'
    headers = {"Accept-Ranges": "bytes", "ETag": tag, "Cache-Control": CACHING, "X-Content-Type-Options": "nosniff"}
    known = {t.strip().removeprefix("W/") for t in request.headers.get("If-None-Match", "").split(",")}
    if known & {tag, "*"}:
        return HttpResponse(status=304, headers=headers)
    current = request.headers.get("If-Range", tag) == tag
    stretch = asked_stretch(request.headers.get("Range", "") if current else "", there)
    if stretch is None:
        return HttpResponse(status=416, headers={**headers, "Content-Range": f"bytes */{there}"})
    first, last, partial = stretch
    if partial:
        headers["Content-Range"] = f"bytes {first}-{last}/{there}"
    if settings.FRONT_SENDS and request.method != "HEAD":
        return _by_the_front(path, mime, headers)
    headers["Content-Length"] = str(last - first + 1)
    status = 206 if partial else 200
    if request.method == "HEAD":
        return HttpResponse(status=status, content_type=mime, headers=headers)
    blocks = _blocks(path, first, last - first + 1)
    if last - first < _BLOCK:  # one block costs no more than a place in a buffer
        return HttpResponse(b"".join(blocks), content_type=mime, headers=headers, status=status)
    return streamed(request, blocks, mime, headers, status)


def _by_the_front(path: Path, mime: str, headers: dict[str, str]) -> HttpResponse:
    """Let the front send a stored file, the range that it was asked for as well: see ``docs/running.md``."""
    kept = {name: value for name, value in headers.items() if name not in ("Accept-Ranges", "Content-Range")}
    inside = path.relative_to(settings.MEDIA_ROOT).as_posix()
    return HttpResponse(
        content_type=mime, headers={**kept, "X-Accel-Redirect": quote(f"{settings.FRONT_SENDS}{inside}")}
    )


def streamed(
    request: HttpRequest, blocks: Iterator[bytes], mime: str, headers: dict[str, str], status: int = 200
) -> StreamingHttpResponse:
    """Answer with blocks as they are made; whoever reads slowly keeps no thread waiting."""
    content = _apart(blocks) if isinstance(request, ASGIRequest) else blocks
    return StreamingHttpResponse(content, status=status, content_type=mime, headers=headers)


def attachment(title: str, ending: str) -> str:
    """Return the header (Content-Disposition, RFC 6266) of what is fetched as a file named after a title."""
    words = "".join(c if c.isascii() and c.isalnum() else "-" for c in title.lower()).strip("-")[:60]
    return f'attachment; filename="{words or "show"}{ending}"'


def asked_stretch(header: str, size: int) -> Stretch | None:
    """Return what a Range header asks of a file of ``size`` bytes; None if the file does not have it.

    The whole file if nothing is asked, or several ranges, or something that is no range.
    """
    match = _RANGE.fullmatch(header.strip())
    if match is None or not (match[1] or match[2]):
        return Stretch(0, size - 1, False)
    first, last = _number(match[1]), _number(match[2])
    if first is None:
        return Stretch(max(0, size - (last or 0)), size - 1, True) if last else None
    if last is not None and last < first:
        return Stretch(0, size - 1, False)
    return Stretch(first, size - 1 if last is None else min(last, size - 1), True) if first < size else None


def _number(digits: str) -> int | None:
    return (int(digits) if len(digits) < 19 else _FAR) if digits else None


def _blocks(path: Path, first: int, length: int) -> Iterator[bytes]:
    with path.open("rb") as file:
        file.seek(first)
        while length > 0 and (block := file.read(min(_BLOCK, length))):
            length -= len(block)
            yield block


async def _apart(blocks: Iterator[bytes]) -> AsyncIterator[bytes]:
    """Take each block in a thread of its own, only for as long as it is being made."""
    while (block := await asyncio.to_thread(next, blocks, None)) is not None:
        yield block

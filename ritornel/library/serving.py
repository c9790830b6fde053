"""Serving stored files with byte ranges (RFC 9110, section 14), so that players can seek."""

import re
from collections.abc import Iterator
from pathlib import Path

from django.http import Http404, HttpRequest, HttpResponse, HttpResponseBase, StreamingHttpResponse

_BLOCK = 256 * 1024
_YEAR = 365 * 24 * 3600


def file_response(request: HttpRequest, path: Path, mime: str) -> HttpResponseBase:
    """Answer with the file at ``path``, or the one range that was asked for; 416 for a range it does not have."""
    if not path.is_file():
        raise Http404
    size = path.stat().st_size
    first, last = 0, size - 1
    status = 200
    asked = re.fullmatch(r"bytes=(\d*)-(\d*)", request.headers.get("Range", "").strip())
    if asked and (asked[1] or asked[2]):
        if asked[1]:
            first, last = int(asked[1]), min(int(asked[2]), last) if asked[2] else last
        else:
            first = max(0, size - int(asked[2]))
        if first >= size or first > last:
            return HttpResponse(status=416, headers={"Content-Range": f"bytes */{size}"})
        status = 206
    response = StreamingHttpResponse(_blocks(path, first, last - first + 1), status=status, content_type=mime)
    response["Accept-Ranges"] = "bytes"
    response["Content-Length"] = str(last - first + 1)
    if status == 206:
        response["Content-Range"] = f"bytes {first}-{last}/{size}"
    response["Cache-Control"] = f"private, max-age={_YEAR}, immutable"
    response["X-Content-Type-Options"] = "nosniff"
    return response


def _blocks(path: Path, first: int, length: int) -> Iterator[bytes]:
    with path.open("rb") as file:
        file.seek(first)
        while length > 0:
            block = file.read(min(_BLOCK, length))
            if not block:
                return
            length -= len(block)
            yield block

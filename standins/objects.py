"""A stand-in for a store of objects as S3 is: what Ritornel asks of one, kept in memory, for everybody who asks.

    python -m standins.objects --port 9900

Objects are put (whole or in parts), fetched, looked at and deleted by their paths; nobody's signature is looked at.
"""

import argparse
import hashlib
import threading
from collections import defaultdict
from http.server import BaseHTTPRequestHandler, ThreadingHTTPServer
from typing import Any
from urllib.parse import parse_qs, unquote, urlsplit
from uuid import uuid4

_XML = '<?xml version="1.0" encoding="UTF-8"?>'


class Objects(ThreadingHTTPServer):
    """The store: ``objects`` by their paths (/bucket/name), on a port of this machine (0: a free one)."""

    daemon_threads = True

    def __init__(self, port: int = 0) -> None:
        """Begin empty."""
        super().__init__(("127.0.0.1", port), _Asked)
        self.objects: dict[str, bytes] = {}
        self.parts: dict[str, dict[int, bytes]] = defaultdict(dict)

    @property
    def url(self) -> str:
        """Where it is."""
        return f"http://127.0.0.1:{self.server_address[1]}"

    def begin(self) -> "Objects":
        """Answer, in a thread of its own."""
        threading.Thread(target=self.serve_forever, daemon=True).start()
        return self


class _Asked(BaseHTTPRequestHandler):
    protocol_version = "HTTP/1.1"
    server: Objects

    def do_PUT(self) -> None:
        """Keep an object, or a part of one."""
        path, asked = self._place()
        content = self._content()
        if "uploadId" in asked:
            self.server.parts[asked["uploadId"]][int(asked["partNumber"])] = content
        else:
            self.server.objects[path] = content
        self._answer(200, etag=content)

    def do_POST(self) -> None:
        """Begin an object in parts, or put it together."""
        path, asked = self._place()
        self._content()
        _, bucket, key = path.split("/", 2)
        names = f"<Bucket>{bucket}</Bucket><Key>{key}</Key>"
        if "uploads" in asked:
            words = f"{names}<UploadId>{uuid4().hex}</UploadId>"
            self._answer(200, f"{_XML}<InitiateMultipartUploadResult>{words}</InitiateMultipartUploadResult>".encode())
            return
        parts = self.server.parts.pop(asked["uploadId"])
        self.server.objects[path] = b"".join(parts[number] for number in sorted(parts))
        self._answer(200, f"{_XML}<CompleteMultipartUploadResult>{names}</CompleteMultipartUploadResult>".encode())

    def do_GET(self) -> None:
        """Give an object, or a stretch of it."""
        content = self.server.objects.get(self._place()[0])
        if content is None:
            self._answer(404, f"{_XML}<Error><Code>NoSuchKey</Code></Error>".encode())
            return
        stretch = self.headers.get("Range")
        if stretch is None:
            self._answer(200, content, etag=content)
            return
        first, _, last = stretch.removeprefix("bytes=").partition("-")
        start, end = int(first), int(last) if last else len(content) - 1
        there = {"Content-Range": f"bytes {start}-{min(end, len(content) - 1)}/{len(content)}"}
        self._answer(206, content[start : end + 1], etag=content, more=there)

    def do_HEAD(self) -> None:
        """Tell of an object."""
        self.do_GET()

    def do_DELETE(self) -> None:
        """Forget an object."""
        self.server.objects.pop(self._place()[0], None)
        self._answer(204)

    def _place(self) -> tuple[str, dict[str, str]]:
        parts = urlsplit(self.path)
        asked = parse_qs(parts.query, keep_blank_values=True)
        return unquote(parts.path), {name: values[0] for name, values in asked.items()}

    def _content(self) -> bytes:
        """Return what was sent: plain, or in chunks that are signed (aws-chunked) or not."""
        if self.headers.get("Transfer-Encoding") == "chunked":
            content = b""
            while size := int(self.rfile.readline().split(b";")[0], 16):
                content += self.rfile.read(size)
                self.rfile.readline()
            while self.rfile.readline().strip():
                pass
        else:
            content = self.rfile.read(int(self.headers.get("Content-Length", 0)))
        return _unwrapped(content) if "aws-chunked" in self.headers.get("Content-Encoding", "") else content

    def _answer(
        self, status: int, content: bytes = b"", etag: bytes | None = None, more: dict[str, str] | None = None
    ) -> None:
        self.send_response(status)
        if etag is not None:
            self.send_header("ETag", f'"{hashlib.md5(etag, usedforsecurity=False).hexdigest()}"')
            self.send_header("Last-Modified", "Sun, 29 Nov 2026 12:00:00 GMT")
        for name, value in (more or {}).items():
            self.send_header(name, value)
        self.send_header("Content-Length", str(len(content)))
        self.end_headers()
        if self.command != "HEAD":
            self.wfile.write(content)

    def log_message(self, format: str, *args: Any) -> None:
        """Say nothing."""


def _unwrapped(content: bytes) -> bytes:
    whole, at = b"", 0
    while True:
        line = content.index(b"\r\n", at)
        size = int(content[at:line].split(b";")[0], 16)
        if not size:
            return whole
        whole += content[line + 2 : line + 2 + size]
        at = line + 2 + size + 2


if __name__ == "__main__":
    arguments = argparse.ArgumentParser(description=__doc__.splitlines()[0])
    arguments.add_argument("--port", type=int, default=9900)
    store = Objects(arguments.parse_args().port)
    print(f"A store of objects is at {store.url}")
    store.serve_forever()

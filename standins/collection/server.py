"""The collection's own small server: a search page, JSON answers, previews and files.

    python -m standins.collection.server [--port 8001]

    GET /                                 a page to search on
    GET /search.json?words=&kind=&page=   {"found": n, "items": [...]}, twelve to a page
    GET /items/ID.json                    one of them
    GET /previews/ID                      its small picture
    GET /files/NAME                       its file

It is as the outside is: every fifth search takes its time, every ninth is refused for now, and some things are given
out slowly, have moved, or are not given out at all.
"""

import argparse
import html
import json
import mimetypes
import sys
import time
from collections.abc import Callable
from http.server import BaseHTTPRequestHandler, ThreadingHTTPServer
from itertools import count
from pathlib import Path
from typing import Any
from urllib.parse import parse_qs, unquote, urlsplit

from standins.collection.shelf import Item, found, shelf

TO_A_PAGE = 12
SLOW_EACH, REFUSED_EACH = 5, 9
SLOW_S = 1.5
DRIPS = 12
"""What is given out slowly comes in so many pieces, a little apart."""

_PAGE = """<!doctype html><html lang="en"><meta charset="utf-8"><title>The open shelf</title>
<style>body{{font:16px/1.5 Georgia,serif;max-width:44rem;margin:3rem auto;padding:0 1rem}}li{{margin:.6rem 0}}
small{{color:#555}}</style><h1>The open shelf</h1>
<p>Things that are given out for nothing, by people who are made up.</p>
<form><input name="words" value="{words}" aria-label="Words"><button>Find</button></form><ul>{items}</ul></html>"""
_ROW = '<li><a href="{file}">{title}</a> <small>{kind}, {author}, {licence}</small></li>'


class Collection(ThreadingHTTPServer):
    """The server, with its shelf; ``moody`` if it is slow and refusing now and then."""

    daemon_threads = True

    def __init__(self, port: int = 0, moody: bool = True, drip_s: float = 0.25) -> None:
        """Begin to listen on the loopback address; ``drip_s`` lies between pieces of what comes slowly."""
        super().__init__(("127.0.0.1", port), _Handler)
        self.items = shelf()
        self.moody = moody
        self.drip_s = drip_s
        self.searches = count(1)

    @property
    def address(self) -> str:
        """Where it is asked."""
        return f"http://127.0.0.1:{self.server_port}"

    def handle_error(self, request: Any, client_address: Any) -> None:
        """Say nothing of those who have gone before all was said."""
        if not isinstance(sys.exc_info()[1], ConnectionError):
            super().handle_error(request, client_address)

    def told(self, item: Item) -> dict[str, Any]:
        """Return an item as it is answered."""
        where = "moved" if item.manner == "moved" else "files"
        return {
            "id": item.id,
            "title": item.title,
            "kind": item.kind,
            "author": item.author,
            "licence": item.licence,
            "file": f"{self.address}/{where}/{item.file}",
            "length": item.length,
            "width": item.width,
            "height": item.height,
            "bytes": item.path.stat().st_size,
        }


class _Handler(BaseHTTPRequestHandler):
    server: Collection
    protocol_version = "HTTP/1.1"

    def do_GET(self) -> None:
        """Answer one of the addresses that there are."""
        parts = urlsplit(self.path)
        first, _, rest = unquote(parts.path).lstrip("/").partition("/")
        asked = {name: values[0] for name, values in parse_qs(parts.query).items()}
        answers: dict[str, Callable[[str, dict[str, str]], None]] = {
            "": self.page,
            "search.json": self.search,
            "items": self.item,
            "previews": self.preview,
            "files": self.file,
            "moved": self.moved,
        }
        answers.get(first, self.nothing)(rest, asked)

    def page(self, rest: str, asked: dict[str, str]) -> None:
        items = [self.server.told(i) for i in found(self.server.items, asked.get("words", ""), "")]
        rows = "".join(_ROW.format(**{name: html.escape(str(value)) for name, value in i.items()}) for i in items)
        self.say(
            _PAGE.format(words=html.escape(asked.get("words", "")), items=rows).encode(), "text/html; charset=utf-8"
        )

    def search(self, rest: str, asked: dict[str, str]) -> None:
        number = next(self.server.searches)
        if self.server.moody and number % REFUSED_EACH == 0:
            self.say(b"too much to do", "text/plain", 503)
            return
        if self.server.moody and number % SLOW_EACH == 0:
            time.sleep(SLOW_S)
        items = found(self.server.items, asked.get("words", ""), asked.get("kind", ""))
        page = max(1, int(asked["page"])) if asked.get("page", "").isdecimal() else 1
        shown = items[(page - 1) * TO_A_PAGE : page * TO_A_PAGE]
        self.json({"found": len(items), "items": [self.server.told(i) for i in shown]})

    def item(self, rest: str, asked: dict[str, str]) -> None:
        item = self.server.items.get(rest.removesuffix(".json"))
        self.json(self.server.told(item)) if item else self.nothing(rest, asked)

    def preview(self, rest: str, asked: dict[str, str]) -> None:
        item = self.server.items.get(rest)
        self.say(item.preview.read_bytes(), "image/jpeg") if item else self.nothing(rest, asked)

    def file(self, rest: str, asked: dict[str, str]) -> None:
        item = next((i for i in self.server.items.values() if i.file == rest), None)
        if item is None:
            self.nothing(rest, asked)
        elif item.manner == "refused":
            self.say(b"only for those who ask in writing", "text/plain", 403)
        else:
            mime = mimetypes.guess_type(item.file)[0] or "application/octet-stream"
            self.say(item.path.read_bytes(), mime, slowly=item.manner == "slowly" and self.server.moody)

    def moved(self, rest: str, asked: dict[str, str]) -> None:
        self.send_response(302)
        self.send_header("Location", f"/files/{Path(rest).name}")
        self.send_header("Content-Length", "0")
        self.end_headers()

    def nothing(self, rest: str, asked: dict[str, str]) -> None:
        self.say(b"there is nothing here", "text/plain", 404)

    def json(self, said: Any) -> None:
        self.say(json.dumps(said).encode(), "application/json")

    def say(self, content: bytes, mime: str, status: int = 200, slowly: bool = False) -> None:
        self.send_response(status)
        self.send_header("Content-Type", mime)
        self.send_header("Content-Length", str(len(content)))
        self.end_headers()
        each = -(-len(content) // DRIPS) if slowly else max(1, len(content))
        for first in range(0, len(content), each):
            if first:
                time.sleep(self.server.drip_s)
            self.wfile.write(content[first : first + each])

    def log_message(self, *args: Any) -> None:
        """Say nothing: the demo's window is for Ritornel."""


def main() -> None:
    """Serve until stopped."""
    parser = argparse.ArgumentParser(description="A collection outside, as a stand-in.")
    parser.add_argument("--port", type=int, default=8001)
    Collection(parser.parse_args().port).serve_forever()


if __name__ == "__main__":
    main()

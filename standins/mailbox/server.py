"""The mailbox's own small server.

python -m standins.mailbox.server FOLDER [--port 8002]

GET /                 whose mail there is
GET /ADDRESS          their mail, the newest first, its plain words
GET /ADDRESS/N.html   one of them (the newest is 0) as its sender made it look
"""

import argparse
import html
import re
from http.server import BaseHTTPRequestHandler, ThreadingHTTPServer
from pathlib import Path
from urllib.parse import quote, unquote

from standins.mailbox.letters import Letter, letters_in

_PAGE = """<!doctype html><html lang="en"><meta charset="utf-8"><title>{title}</title>
<style>body{{font:16px/1.5 Georgia,serif;max-width:44rem;margin:3rem auto;padding:0 1rem}}
pre{{font:inherit;white-space:pre-wrap}}article{{border-top:1px solid #aaa;padding:.6rem 0}}small{{color:#555}}</style>
<h1>{title}</h1>{body}</html>"""
_LINK = re.compile(r"https?://[^\s<>&]+")


class Mailbox(ThreadingHTTPServer):
    """The server, of mails that lie in a folder."""

    daemon_threads = True

    def __init__(self, folder: Path, port: int = 0) -> None:
        """Begin to listen on the loopback address."""
        super().__init__(("127.0.0.1", port), _Handler)
        self.folder = folder

    @property
    def address(self) -> str:
        """Where it is read."""
        return f"http://127.0.0.1:{self.server_port}"


class _Handler(BaseHTTPRequestHandler):
    server: Mailbox

    def do_GET(self) -> None:
        letters = letters_in(self.server.folder)
        whose, _, which = unquote(self.path).strip("/").partition("/")
        theirs = [letter for letter in letters if letter.to == whose]
        number = which.removesuffix(".html")
        if number.isdigit() and int(number) < len(theirs) and theirs[int(number)].html:
            self._send(theirs[int(number)].html)
        elif which or (whose and not theirs):
            self._send(_PAGE.format(title="No such mail", body='<p><a href="/">All mail</a></p>'), 404)
        elif whose:
            body = "".join(_letter(number, letter) for number, letter in enumerate(theirs))
            self._send(_PAGE.format(title=html.escape(whose), body=f'<p><a href="/">All mail</a></p>{body}'))
        else:
            self._send(_PAGE.format(title="The mailbox", body=_everybody(letters)))

    def _send(self, page: str, status: int = 200) -> None:
        content = page.encode()
        self.send_response(status)
        self.send_header("Content-Type", "text/html; charset=utf-8")
        self.send_header("Content-Length", str(len(content)))
        self.send_header("Content-Security-Policy", "default-src 'none'; style-src 'unsafe-inline'")
        self.end_headers()
        self.wfile.write(content)

    def log_message(self, format: str, *args: object) -> None:
        """Say nothing."""


def _everybody(letters: list[Letter]) -> str:
    counts: dict[str, int] = {}
    for letter in letters:
        counts[letter.to] = counts.get(letter.to, 0) + 1
    if not counts:
        return "<p>Nothing has been sent yet.</p>"
    rows = (
        f'<li><a href="/{quote(to)}">{html.escape(to)}</a> <small>{n}</small></li>' for to, n in sorted(counts.items())
    )
    return f"<ul>{''.join(rows)}</ul>"


def _letter(number: int, letter: Letter) -> str:
    words = _LINK.sub(lambda found: f'<a href="{found[0]}">{found[0]}</a>', html.escape(letter.plain, quote=False))
    look = f' <a href="/{quote(letter.to)}/{number}.html">as it looks</a>' if letter.html else ""
    head = f"<b>{html.escape(letter.subject)}</b> <small>{letter.sent:%d %b %H:%M}{look}</small>"
    return f"<article>{head}<pre>{words}</pre></article>"


def main() -> None:
    """Serve the mails of a folder until it is ended."""
    asked = argparse.ArgumentParser(description="Read what was sent.")
    asked.add_argument("folder", type=Path)
    asked.add_argument("--port", type=int, default=8002)
    given = asked.parse_args()
    Mailbox(given.folder, given.port).serve_forever()


if __name__ == "__main__":
    main()

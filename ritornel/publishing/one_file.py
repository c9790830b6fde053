"""An edition that needs no server: one HTML file in which everything lies, or a folder where that would be too large.

Modules are found by an import map (WHATWG HTML, import maps) that leads to themselves as data; media become blobs as
the page opens. So it plays from a disk, where a page may fetch nothing.
"""

import base64
import posixpath
import re
import zipfile
from collections.abc import Collection, Iterator
from pathlib import Path
from typing import Any
from urllib.parse import quote

import msgspec
from django.conf import settings
from django.contrib.staticfiles import finders
from django.contrib.staticfiles.storage import staticfiles_storage
from django.template.loader import render_to_string
from django.utils.safestring import SafeString, mark_safe

from ritornel.formats.show_document import Outlet
from ritornel.library.models import derived_path, stored_path
from ritornel.library.serving import DERIVED
from ritornel.publishing.models import Edition
from ritornel.publishing.playing import played
from ritornel.site.templatetags.modules import imported

MOST_BYTES = 100_000_000
"""Media that are larger together lie in a folder beside the page."""
_SMALL_BYTES = 1_000_000
_SHORT_MS = 20_000
"""What is so small is in the page all the same; and what is so short: it is decoded as a whole (play/graph.js), and a
page from a disk may not fetch what lies beside it."""
_TOLD = {"url": DERIVED["stage"], "poster": DERIVED["poster"], "tiles": DERIVED["tiles"]}
"""What the player asks of an asset, and where that is computed from a file: its ending, and its media type."""
_ENTRY = "publishing/player.js"
_BLOCK = 3 * 256 * 1024
_IMPORT = re.compile(r"""((?:^|[\n;}])\s*(?:import|export)\b[^"'`;]*?|\bimport\()(["'])(\.{1,2}/[^"']+)\2""")
_FACE = re.compile(r"@font-face\s*{[^}]*}")
_FAMILY = re.compile(r"""font-family:\s*["']?([^;"']+)""")
_FONT_FILE = re.compile(r"""url\(["']?(?:\.\./)*(?:site/)?fonts/([a-z0-9-]+?)(?:\.[0-9a-f]{8,})?\.woff2["']?\)""")
_OURS = {"IBM Plex Sans", "Fraunces"}
_OTHER_SCRIPTS = "Other Scripts"
_LATIN_ENDS = 0x0370


def media_bytes(edition: Edition) -> int:
    """Return how many bytes the media of an edition have."""
    return sum(path.stat().st_size for path, _ in _media(edition).values())


def file_blocks(edition: Edition, kiosk: bool) -> Iterator[bytes]:
    """Yield an edition as one HTML file; a ``kiosk`` fills the screen and goes on and on."""
    media = _media(edition)
    head, tail = _page(edition, kiosk, media, {}).split(_HERE)
    yield head.encode()
    for name, (path, mime) in media.items():
        yield f'<script type="text/plain" data-media="{name}" data-mime="{mime}">'.encode()
        yield from _encoded(path)
        yield b"</script>\n"
    yield tail.encode()


def folder_blocks(edition: Edition, kiosk: bool) -> Iterator[bytes]:
    """Yield the zip of a folder with an edition: its page, and its media beside it."""
    media = _media(edition)
    short = {sha256 for sha256, asset in edition.assets.items() if 0 < asset["length"] <= _SHORT_MS}
    read = {_name(sha256, "tiles") for sha256 in edition.assets}  # by the page, which may not read what lies beside it
    beside = {
        name: path
        for name, (path, _) in media.items()
        if path.stat().st_size > _SMALL_BYTES and name not in short | read
    }
    out = Outlet()
    with zipfile.ZipFile(out, "w", zipfile.ZIP_STORED) as packed:
        head, tail = _page(edition, kiosk, media, {name: f"media/{name}" for name in beside}).split(_HERE)
        with packed.open("index.html", "w") as page:
            page.write(head.encode())
            for name, (path, mime) in media.items():
                if name in beside:
                    continue
                page.write(f'<script type="text/plain" data-media="{name}" data-mime="{mime}">'.encode())
                for block in _encoded(path):
                    page.write(block)
                page.write(b"</script>\n")
            page.write(tail.encode())
        yield out.taken()
        for name, path in beside.items():
            with path.open("rb") as file, packed.open(f"media/{name}", "w") as member:
                while block := file.read(_BLOCK):
                    member.write(block)
                    yield out.taken()
    yield out.taken()


_HERE = "<!-- media -->"


def _page(edition: Edition, kiosk: bool, media: Collection[str], beside: dict[str, str]) -> str:
    """Return the page of an edition without its media; ``beside`` are addresses of those that lie beside it."""
    play = {**played(edition), "loops": edition.loops or kiosk, "assets": _assets(edition, media, beside)}
    shown = msgspec.json.encode(play).decode()
    context = {
        "edition": edition,
        "page": {"play": play, "rest": "", "embedded": False, "kiosk": kiosk},
        "style": _verbatim(_style(shown), "style"),
        "clock": _as_data(_text("site/ticking_worker.js"), "text/javascript"),
        "limiter": _as_data(_text("play/limiter_worklet.js"), "text/javascript"),
        "opener": _verbatim(_text("publishing/opener.js"), "script"),
        "modules": _modules(),
        "entry": _named(_ENTRY),
        "here": mark_safe(_HERE),
    }
    return render_to_string("publishing/one_file.html", context)


def _assets(edition: Edition, media: Collection[str], beside: dict[str, str]) -> dict[str, Any]:
    """Return the assets of an edition with addresses in the page itself: “media:” and a name, until it opens."""
    found = {}
    for sha256, asset in edition.assets.items():
        told = {key: value for key, value in asset.items() if key not in ("strip", "peaks")}
        for what in _TOLD:
            name = _name(sha256, what)
            told[what] = beside.get(name, f"media:{name}") if name in media else ""
        found[sha256] = told
    return found


def _media(edition: Edition) -> dict[str, tuple[Path, str]]:
    """Return the files that an edition needs, with their media types, by the names that they have in it."""
    found = {}
    for sha256, asset in edition.assets.items():
        for what, (ending, mime) in _TOLD.items():
            if not asset.get(what):
                continue
            is_itself = what == "url" and not asset["url"].endswith("/stage")
            path = stored_path(sha256) if is_itself else derived_path(sha256, ending)
            if path.is_file():
                found[_name(sha256, what)] = (path, asset["mime"] if is_itself else mime)
    return found


def _name(sha256: str, what: str) -> str:
    return sha256 if what == "url" else f"{sha256}-{what}"


def _encoded(path: Path) -> Iterator[bytes]:
    with path.open("rb") as file:
        while block := file.read(_BLOCK):
            yield base64.b64encode(block)


def _style(shown: str) -> str:
    """Return the style sheet with the faces in it that a show is set in, and those of the player's words."""
    sheet = _text("site/app.css")
    families = _OURS | set(re.findall(r"""font-family=\\*"'([^']+)'""", shown))
    if any(ord(sign) >= _LATIN_ENDS for sign in shown):
        families.add(_OTHER_SCRIPTS)

    def face(found: re.Match[str]) -> str:
        family = _FAMILY.search(found[0])
        if family is None or family[1].strip() not in families:
            return ""
        return _FONT_FILE.sub(lambda file: f"url({_font(file[1])})", found[0])

    return _FACE.sub(face, sheet)


def _font(name: str) -> str:
    return f"data:font/woff2;base64,{base64.b64encode(_bytes(f'site/fonts/{name}.woff2')).decode()}"


def _modules() -> dict[str, str]:
    """Return the player's modules as data, by the names that an import map knows them by."""
    paths = [_ENTRY] if settings.IS_RELEASED else [_ENTRY, *imported(_ENTRY)]
    return {_named(path): _as_data(_with_names(path), "text/javascript") for path in paths}


def _with_names(path: str) -> str:
    """Return a module that imports others by their names instead of from where it lies."""

    def named(found: re.Match[str]) -> str:
        target = posixpath.normpath(posixpath.join(posixpath.dirname(path), found[3]))
        return f"{found[1]}{found[2]}{_named(target)}{found[2]}"

    return _IMPORT.sub(named, _text(path))


def _named(path: str) -> str:
    return f"ritornel/{path}"


def _as_data(text: str, mime: str) -> str:
    return f"data:{mime},{quote(text)}"


def _verbatim(text: str, element: str) -> SafeString:
    """Return what stands in a style or script element as it is; it must not end that."""
    return mark_safe(re.sub(f"</({element})", r"<\\/\1", text, flags=re.IGNORECASE))


def _text(path: str) -> str:
    return _bytes(path).decode("utf-8")


def _bytes(path: str) -> bytes:
    """Return a static file, as it is released or as it lies in a checkout."""
    if settings.IS_RELEASED:
        with staticfiles_storage.open(staticfiles_storage.stored_name(path)) as file:
            return bytes(file.read())
    found = finders.find(path)
    if found is None:
        raise FileNotFoundError(path)
    return Path(found).read_bytes()

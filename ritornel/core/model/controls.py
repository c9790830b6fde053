"""Characters that are no text: taken out wherever text comes in, as no XML 1.0 (section 2.2) may hold them."""

import re

_CONTROLS = re.compile("[\x00-\x08\x0b\x0c\x0e-\x1f\x7f-\x9f\ud800-\udfff\ufdd0-\ufdef\ufffe\uffff]")
_ESCAPE = re.compile(rb"\\(?:u[0-9a-fA-F]{4}|.)", re.DOTALL)
_PLAIN = re.compile(rb"\x7f|\xc2[\x80-\x9f]|\xef\xb7[\x90-\xaf]|\xef\xbf[\xbe\xbf]")


def without_controls(text: str) -> str:
    """Return a text without control characters but tabs and ends of lines, and without what is no character."""
    return _CONTROLS.sub("", text)


def json_without_controls(source: bytes) -> bytes:
    """Return a JSON text whose strings have none of them, written out or escaped; anything else stays as it is."""
    if b"\\" in source:
        source = _ESCAPE.sub(_kept, source)
    return _PLAIN.sub(b"", source)


def _kept(escape: re.Match[bytes]) -> bytes:
    written = escape[0]
    if written in (b"\\b", b"\\f"):
        return b""
    if len(written) != 6:
        return written
    code = int(written[2:], 16)
    surrogate = 0xD800 <= code <= 0xDFFF  # half of a character: its other half follows, or the text is refused
    return written if surrogate or not _CONTROLS.match(chr(code)) else b""

"""Names and lengths of OpenDocument."""

import re
from collections.abc import Mapping

from lxml import etree

from ritornel.formats.presentations.xml import Element

_OASIS = "urn:oasis:names:tc:opendocument:xmlns:"
NAMESPACES: Mapping[str, str] = {
    "office": f"{_OASIS}office:1.0",
    "style": f"{_OASIS}style:1.0",
    "text": f"{_OASIS}text:1.0",
    "table": f"{_OASIS}table:1.0",
    "draw": f"{_OASIS}drawing:1.0",
    "presentation": f"{_OASIS}presentation:1.0",
    "anim": f"{_OASIS}animation:1.0",
    "fo": f"{_OASIS}xsl-fo-compatible:1.0",
    "svg": f"{_OASIS}svg-compatible:1.0",
    "smil": f"{_OASIS}smil-compatible:1.0",
    "meta": f"{_OASIS}meta:1.0",
    "manifest": f"{_OASIS}manifest:1.0",
    "dc": "http://purl.org/dc/elements/1.1/",
    "xlink": "http://www.w3.org/1999/xlink",
    "xml": "http://www.w3.org/XML/1998/namespace",
}
MIME = "application/vnd.oasis.opendocument.presentation"
VERSION = "1.2"
PT = 0.75
"""Points of a stage unit: units are CSS pixels, 96 an inch."""

_DECLARED = {prefix: uri for prefix, uri in NAMESPACES.items() if prefix not in ("xml", "manifest")}
_PREFIXES = {uri: prefix for prefix, uri in NAMESPACES.items()}
_LENGTH = re.compile(r"\s*(-?(?:\d+\.?\d*|\.\d+))\s*(cm|mm|in|pt|pc|px|q|)\s*", re.IGNORECASE)
_POINTS = {"cm": 72 / 2.54, "mm": 72 / 25.4, "in": 72.0, "pt": 1.0, "pc": 12.0, "px": 0.75, "q": 72 / 101.6, "": 1.0}
_CLOCK = re.compile(r"\s*(?:(\d+):)?(?:(\d+):)?(\d+\.?\d*|\.\d+)\s*(h|min|s|ms|)\s*")
_DURATION = re.compile(r"P(?:(\d+)D)?(?:T(?:(\d+)H)?(?:(\d+)M)?(?:(\d+(?:[.,]\d+)?)S)?)?")
_CLOCK_MS = {"h": 3_600_000, "min": 60_000, "s": 1000, "ms": 1, "": 1000}


def qualified(name: str) -> str:
    """Return a prefixed name, “draw:page”, as lxml has it."""
    prefix, local = name.split(":", 1)
    return f"{{{NAMESPACES[prefix]}}}{local}"


def prefixed(name: object) -> str:
    """Return a name as lxml has it with its prefix; empty for one of another vocabulary, and for comments."""
    if not isinstance(name, str) or not name.startswith("{"):
        return ""
    uri, local = name[1:].split("}", 1)
    return f"{_PREFIXES[uri]}:{local}" if uri in _PREFIXES else ""


def made(name: str, told: Mapping[str, str] | None = None, *inside: Element, words: str = "") -> Element:
    """Return an element with attributes by their prefixed names, and what is in it."""
    element = etree.Element(qualified(name), {qualified(n): v for n, v in (told or {}).items()}, nsmap=_DECLARED)
    element.text = words or None
    element.extend(inside)
    return element


def told(element: Element, name: str, default: str = "") -> str:
    """Return an attribute by its prefixed name."""
    return element.get(qualified(name), default)


def pt(units: float) -> str:
    """Return a length in stage units as points."""
    return f"{_short(units * PT)}pt"


def share(part: float) -> str:
    """Return a share as a percentage."""
    return f"{_short(part * 100)}%"


def seconds(ms: float) -> str:
    """Return a time as SMIL's clock value."""
    return f"{_short(ms / 1000)}s"


def _short(number: float) -> str:
    return f"{number:.4f}".rstrip("0").rstrip(".") or "0"


def points(length: str, default: float = 0.0) -> float:
    """Return a length in points."""
    match = _LENGTH.fullmatch(length)
    return float(match[1]) * _POINTS[match[2].lower()] if match else default


def part_of(percentage: str, default: float = 1.0) -> float:
    """Return a percentage as a share; a plain number as it is."""
    try:
        return float(percentage[:-1]) / 100 if percentage.endswith("%") else float(percentage)
    except ValueError:
        return default


def ms(clock: str) -> float | None:
    """Return SMIL's clock value, or a duration (ISO 8601), in ms; None for “indefinite”, an event, or nothing."""
    if match := _DURATION.fullmatch(clock) if clock.startswith("P") else None:
        days, hours, minutes, rest = match.groups()
        whole = int(days or 0) * 86_400 + int(hours or 0) * 3600 + int(minutes or 0) * 60
        return (whole + float((rest or "0").replace(",", "."))) * 1000
    match = _CLOCK.fullmatch(clock)
    if match is None:
        return None
    one, two, rest, unit = match.groups()
    before = [int(n) for n in (one, two) if n is not None]
    minutes = sum(n * 60**place for place, n in enumerate(reversed(before)))
    return minutes * 60_000 + float(rest) * _CLOCK_MS[unit]

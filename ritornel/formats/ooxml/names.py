"""Names and lengths of ISO/IEC 29500."""

import re
from collections.abc import Iterator, Mapping
from functools import cache

from lxml import etree

from ritornel.formats.presentations.xml import Element

NAMESPACES: Mapping[str, str] = {
    "a": "http://schemas.openxmlformats.org/drawingml/2006/main",
    "p": "http://schemas.openxmlformats.org/presentationml/2006/main",
    "r": "http://schemas.openxmlformats.org/officeDocument/2006/relationships",
    "mc": "http://schemas.openxmlformats.org/markup-compatibility/2006",
    "p14": "http://schemas.microsoft.com/office/powerpoint/2010/main",
}
EMU = 9525
"""EMU of a stage unit: units are CSS pixels, 96 an inch (part 1, 20.1.10.16)."""

HUNDREDTHS = 75
"""Hundredths of a point of a stage unit, as sizes of letters are given."""

_PREFIX = re.compile(r"\b([a-z]\w*):(?=\w)")
_PREFIXES = {uri: prefix for prefix, uri in NAMESPACES.items()}


def qualified(name: str) -> str:
    """Return a prefixed name, “a:ln”, as lxml has it."""
    prefix, local = name.split(":", 1)
    return f"{{{NAMESPACES[prefix]}}}{local}"


def local(element: Element) -> str:
    """Return the prefixed name of an element; its bare one of another vocabulary; empty for a comment."""
    if not isinstance(element.tag, str):
        return ""
    uri, _, name = element.tag[1:].partition("}")
    return f"{_PREFIXES[uri]}:{name}" if uri in _PREFIXES else name


@cache
def _whole(path: str) -> str:
    """Return a path of prefixed names with the names in full."""
    return _PREFIX.sub(lambda match: f"{{{NAMESPACES[match[1]]}}}", path)


def found(element: Element | None, path: str) -> Element | None:
    """Return the element at a path of prefixed names, “p:spPr/a:ln”."""
    return None if element is None else element.find(_whole(path))


def all_in(element: Element | None, path: str) -> list[Element]:
    """Return the elements at a path of prefixed names."""
    return [] if element is None else element.findall(_whole(path))


def number(element: Element | None, name: str, default: float = 0.0) -> float:
    """Return an attribute as a number."""
    try:
        return default if element is None else float(element.get(name, default))
    except ValueError:
        return default


def is_on(element: Element | None, name: str, default: bool = False) -> bool:
    """Return an attribute that says yes or no."""
    words = None if element is None else element.get(name)
    return default if words is None else words in ("1", "true", "on")


def children(element: Element | None) -> Iterator[Element]:
    """Yield the elements in an element, of alternatives those that are plainest, without comments."""
    for child in () if element is None else element:
        name = local(child)
        if name == "mc:AlternateContent":
            fallback = found(child, "mc:Fallback")
            yield from children(fallback if fallback is not None and len(fallback) else found(child, "mc:Choice"))
        elif name:
            yield child


def made(name: str, told: Mapping[str, object] | None = None, *inside: Element) -> Element:
    """Return an element with attributes, those with a prefix qualified, and what is in it."""
    attributes = {qualified(n) if ":" in n else n: str(v) for n, v in (told or {}).items()}
    element = etree.Element(qualified(name), attributes, nsmap={name.split(":")[0]: NAMESPACES[name.split(":")[0]]})
    element.extend(inside)
    return element

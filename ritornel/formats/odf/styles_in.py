"""Styles of a presentation that is read: what holds for something, through all the styles it stands in."""

from collections.abc import Iterable, Iterator

from ritornel.core.model import Gradient
from ritornel.core.model.paint import Stop
from ritornel.formats.odf.names import Element, part_of, prefixed, qualified, told

Properties = dict[str, str]
"""Attributes by prefixed names."""

_DEEPEST = 40
_COLOURS = frozenset("0123456789abcdefABCDEF")


class Styles:
    """All styles of a document, by family and name."""

    def __init__(self, roots: Iterable[Element]) -> None:
        """Collect the styles below some roots."""
        self._styles: dict[tuple[str, str], Element] = {}
        self._defaults: dict[str, Element] = {}
        self._named: dict[tuple[str, str], Element] = {}
        for root in roots:
            for element in root.iter(qualified("style:style"), qualified("style:default-style")):
                family = told(element, "style:family")
                if element.tag == qualified("style:default-style"):
                    self._defaults[family] = element
                else:
                    self._styles[family, told(element, "style:name")] = element
            named = (
                "draw:gradient",
                "draw:fill-image",
                "text:list-style",
                "style:font-face",
                "style:page-layout",
                "style:master-page",
                "draw:marker",
                "draw:stroke-dash",
            )
            for element in root.iter(*map(qualified, named)):
                name = told(element, "draw:name") or told(element, "style:name")
                self._named.setdefault((prefixed(element.tag), name), element)

    def named(self, kind: str, name: str) -> Element | None:
        """Return something that is known by its name: a “draw:gradient”, a “text:list-style”."""
        return self._named.get((kind, name))

    def of(self, family: str, name: str, group: str) -> Properties:
        """Return the properties of a group, as “text”, that hold in a style: its own, and those it stands on."""
        found: Properties = {}
        for element in self._chain(family, name):
            for properties in element.iterchildren(qualified(f"style:{group}-properties")):
                for key, value in properties.attrib.items():
                    found.setdefault(prefixed(key), str(value))
        return found

    def level_of(self, family: str, name: str, level: int) -> str:
        """Return the style that holds for a level of an outline, where one stands on that of its first level."""
        for element in self._chain(family, name):
            own = told(element, "style:name")
            if own.endswith("outline1") and (family, f"{own[:-1]}{level + 1}") in self._styles:
                return f"{own[:-1]}{level + 1}"
        return name

    def inside(self, family: str, name: str, wanted: str) -> Element | None:
        """Return an element that the properties of a style hold, as “text:list-style”."""
        for element in self._chain(family, name):
            found = next(element.iter(qualified(wanted)), None)
            if found is not None:
                return found
        return None

    def _chain(self, family: str, name: str) -> Iterator[Element]:
        for _ in range(_DEEPEST):
            element = self._styles.get((family, name))
            if element is None:
                break
            yield element
            name = told(element, "style:parent-style-name")
        if family == "presentation":
            family = "graphic"
        if family in self._defaults:
            yield self._defaults[family]

    def font(self, properties: Properties) -> str:
        """Return the name of the family of letters that properties say."""
        face = self.named("style:font-face", properties.get("style:font-name", ""))
        if face is not None:
            return told(face, "svg:font-family").strip("'\"")
        return properties.get("fo:font-family", "").strip("'\"") or properties.get("style:font-name", "")

    def gradient(self, name: str) -> Gradient | None:
        """Return a gradient by its name."""
        element = self.named("draw:gradient", name)
        if element is None:
            return None
        first, last = (colour_of(told(element, f"draw:{end}-color")) or "#ffffff" for end in ("start", "end"))
        kind = told(element, "draw:style", "linear")
        if kind in ("radial", "ellipsoid", "square", "rectangular"):
            return Gradient(kind="radial", stops=(Stop(0, last), Stop(1, first)))
        angle = (90 - _degrees(told(element, "draw:angle", "0"))) % 360
        if kind == "axial":
            return Gradient(angle=angle, stops=(Stop(0, last), Stop(0.5, first), Stop(1, last)))
        return Gradient(angle=angle, stops=(Stop(0, first), Stop(1, last)))


def _degrees(angle: str) -> float:
    """Return an angle in degrees; a bare number is tenths of them, as documents of this version have it."""
    try:
        return float(angle[:-3]) if angle.endswith("deg") else float(angle) / 10
    except ValueError:
        return 0.0


def colour_of(words: str) -> str:
    """Return a colour as ``#rrggbb``; empty where there is none."""
    whole = len(words) == 7 and words[0] == "#" and set(words[1:]) <= _COLOURS
    return words.lower() if whole else ""


def opacity_in(properties: Properties, name: str) -> float:
    """Return a share between 0 and 1 that properties say."""
    return min(1.0, max(0.0, part_of(properties.get(name, "100%"))))

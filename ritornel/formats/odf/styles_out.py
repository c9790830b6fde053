"""Styles of a presentation that is written: each once, by what it says; fills, dashes and arrow heads by name."""

from collections.abc import Mapping

from lxml import etree

from ritornel.core.model import Gradient
from ritornel.core.model.paint import Dash, LineEnd
from ritornel.core.model.text import FamilyName
from ritornel.core.text.families import FAMILIES
from ritornel.formats.odf.names import Element, made, pt

_HEADS = {
    "arrow": ("0 0 20 30", "M10 0l-10 30h20z"),
    "dot": ("0 0 20 20", "M10 0a10 10 0 1 0 0.01 0z"),
    "bar": ("0 0 20 4", "M0 0h20v4h-20z"),
}


class Styles:
    """Collects what a document's styles part and its automatic styles must have."""

    def __init__(self) -> None:
        """Begin with none."""
        self._known: dict[tuple[str, bytes], str] = {}
        self.automatic: list[Element] = []
        self.common: list[Element] = []
        self.families: dict[FamilyName, None] = {}
        self._named: dict[tuple[str, object], str] = {}
        self._lists: dict[str, str] = {}

    def of(self, family: str, *properties: tuple[str, Mapping[str, str]], inside: Element | None = None) -> str:
        """Return the name of the automatic style of a family that has these properties, ``inside`` the last of them."""
        groups = [made(f"style:{group}-properties", p) for group, p in properties]
        if inside is not None:
            groups[-1].append(inside)
        key = family, b"".join(etree.tostring(group, method="c14n") for group in groups)
        if key not in self._known:
            self._known[key] = name = f"{family[:2]}{len(self._known) + 1}"
            self.automatic.append(made("style:style", {"style:name": name, "style:family": family}, *groups))
        return self._known[key]

    def letters(self, family: FamilyName) -> str:
        """Return the name of a font face."""
        self.families[family] = None
        return FAMILIES[family].css

    def gradient(self, gradient: Gradient) -> str:
        """Return the name of a gradient between the first and the last of its colours."""
        first, last = gradient.stops[0].colour, gradient.stops[-1].colour
        if gradient.kind == "radial":
            how = {"draw:style": "radial", "draw:cx": "50%", "draw:cy": "50%"}
            first, last = last, first  # a radial one begins outside
        else:
            how = {"draw:style": "linear", "draw:angle": f"{round((90 - gradient.angle) % 360 * 10)}"}
        return self._common(
            "gradient",
            (how["draw:style"], how.get("draw:angle"), first, last),
            {**how, "draw:start-color": first, "draw:end-color": last, "draw:border": "0%"},
        )

    def dash(self, dash: Dash, width: float) -> str:
        """Return the name of a dash."""
        length = pt(3 * width) if dash == "dashes" else pt(0.01)
        return self._common(
            "stroke-dash",
            (dash, width),
            {
                "draw:style": "round" if dash == "dots" else "rect",
                "draw:dots1": "1",
                "draw:dots1-length": length,
                "draw:distance": pt(2 * width),
            },
        )

    def head(self, end: LineEnd) -> str:
        """Return the name of what stands at a line's end."""
        box, path = _HEADS[end]
        return self._common("marker", end, {"svg:viewBox": box, "svg:d": path}, called=end)

    def picture(self, href: str) -> str:
        """Return the name of a picture that fills something."""
        link = {"xlink:href": href, "xlink:type": "simple", "xlink:show": "embed", "xlink:actuate": "onLoad"}
        return self._common("fill-image", href, link)

    def _common(self, kind: str, key: object, told: Mapping[str, str], called: str = "") -> str:
        if (kind, key) not in self._named:
            name = called or f"{kind}-{len(self._named) + 1}"
            self._named[kind, key] = name
            self.common.append(made(f"draw:{kind}", {"draw:name": name, **told}))
        return self._named[kind, key]

    def list_style(self, marker: str) -> str:
        """Return the name of the list style whose items have a marker: a bullet, a number, or none."""
        if marker not in self._lists:
            self._lists[marker] = name = f"list-{marker}"
            levels = [_level(marker, n) for n in range(1, 7)]
            self.automatic.insert(0, made("text:list-style", {"style:name": name}, *levels))
        return self._lists[marker]


def _level(marker: str, number: int) -> Element:
    properties = made(
        "style:list-level-properties",
        {"text:space-before": f"{number * 0.4 - 0.4:.1f}cm", "text:min-label-width": "0.6cm"},
    )
    level = {"text:level": str(number)}
    if marker == "bullet":
        return made("text:list-level-style-bullet", {**level, "text:bullet-char": "•"}, properties)
    form = "1" if marker == "number" else ""
    suffix = {"style:num-suffix": "."} if form else {}
    return made("text:list-level-style-number", {**level, "style:num-format": form, **suffix}, properties)

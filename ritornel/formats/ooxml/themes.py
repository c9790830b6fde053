"""Colours and fonts by their theme (DrawingML, part 1, 20.1.2.3), fills and lines."""

import colorsys
from collections.abc import Mapping, Sequence
from copy import deepcopy
from typing import NamedTuple

from ritornel.core.model import Gradient
from ritornel.core.model.paint import Stop
from ritornel.formats.ooxml.names import Element, all_in, children, found, local, made, number
from ritornel.formats.presentations.xml import parsed

_PLAIN = {"tx1": "dk1", "tx2": "dk2", "bg1": "lt1", "bg2": "lt2"}
_NAMED = {
    "black": "#000000",
    "white": "#ffffff",
    "red": "#ff0000",
    "green": "#008000",
    "blue": "#0000ff",
    "yellow": "#ffff00",
    "gray": "#808080",
    "grey": "#808080",
    "orange": "#ffa500",
    "purple": "#800080",
    "cyan": "#00ffff",
    "magenta": "#ff00ff",
    "navy": "#000080",
    "teal": "#008080",
    "maroon": "#800000",
    "olive": "#808000",
    "silver": "#c0c0c0",
    "lime": "#00ff00",
}


class Paint(NamedTuple):
    """A colour and how opaque it is."""

    colour: str
    opacity: float = 1.0


class Fill(NamedTuple):
    """What a surface is filled with: a colour, a gradient, the relationship of a picture; or nothing at all."""

    paint: Paint | None = None
    gradient: Gradient | None = None
    picture: str = ""
    pattern: bool = False


class Theme:
    """The colours and fonts of a master, with how its slides name them."""

    def __init__(self, theme: bytes | None, names: Mapping[str, str]) -> None:
        """Read a theme part; ``names`` is the colour map of the master or slide."""
        root = parsed(theme) if theme else None
        self._names = {**_PLAIN, **names}
        scheme = found(root, "a:themeElements/a:clrScheme")
        self._colours = {local(slot)[2:]: _plain(next(children(slot), None)) for slot in children(scheme)}
        self._fonts = {}
        for kind, short in (("major", "mj"), ("minor", "mn")):
            latin = found(root, f"a:themeElements/a:fontScheme/a:{kind}Font/a:latin")
            self._fonts[short] = "" if latin is None else latin.get("typeface", "")
        self._fills = list(children(found(root, "a:themeElements/a:fmtScheme/a:fillStyleLst")))
        self._grounds = list(children(found(root, "a:themeElements/a:fmtScheme/a:bgFillStyleLst")))
        self._lines = all_in(root, "a:themeElements/a:fmtScheme/a:lnStyleLst/a:ln")

    def font(self, name: str) -> str:
        """Return a family by its name, “+mj-lt” as the theme's for headings."""
        return self._fonts.get(name[1:3], "") if name.startswith("+") else name

    def paint(self, holder: Element | None, placeholder: str = "") -> Paint | None:
        """Return the colour that an element holds; ``placeholder`` stands for that of a style's reference."""
        for child in children(holder):
            colour = self._colour(child, placeholder)
            if colour:
                return _changed(colour, list(children(child)))
        return None

    def _colour(self, element: Element, placeholder: str) -> str:
        if local(element) == "a:schemeClr":
            name = element.get("val", "")
            if name == "phClr":
                return placeholder
            return self._colours.get(self._names.get(name, name), "")
        return _plain(element)

    def fill(self, holder: Element | None, placeholder: str = "") -> Fill | None:
        """Return what a properties element says of a fill; None where it says nothing."""
        for child in children(holder):
            name = local(child)
            if name == "a:noFill":
                return Fill()
            if name == "a:solidFill":
                return Fill(self.paint(child, placeholder) or Paint("#000000"))
            if name == "a:gradFill":
                return self._gradient(child, placeholder)
            if name == "a:blipFill":
                blip = found(child, "a:blip")
                return Fill(picture="" if blip is None else blip.get(_EMBED, ""))
            if name == "a:pattFill":
                return Fill(self.paint(found(child, "a:fgClr"), placeholder) or Paint("#808080"), pattern=True)
        return None

    def _gradient(self, element: Element, placeholder: str) -> Fill:
        stops = []
        for stop in all_in(element, "a:gsLst/a:gs")[:12]:
            paint = self.paint(stop, placeholder)
            if paint is not None:
                stops.append(Stop(min(1.0, max(0.0, number(stop, "pos") / 100_000)), paint.colour, paint.opacity))
        if len(stops) < 2:
            return Fill(Paint(stops[0].colour, stops[0].opacity) if stops else Paint("#808080"))
        stops.sort(key=lambda stop: stop.at)
        if found(element, "a:path") is not None:
            return Fill(gradient=Gradient(kind="radial", stops=tuple(stops)))
        angle = number(found(element, "a:lin"), "ang", 5_400_000) / 60_000 % 360
        return Fill(gradient=Gradient(angle=angle, stops=tuple(stops)))

    def styled_fill(self, reference: Element | None, grounds: bool = False) -> Fill | None:
        """Return the fill that a style's reference names: by its number in the theme, in its own colour."""
        if reference is None:
            return None
        index = int(number(reference, "idx"))
        own = self.paint(reference)
        listed: Sequence[Element] = self._grounds if index >= 1000 or grounds else self._fills
        place = index - 1001 if index >= 1000 else index - 1
        if index == 0 or not 0 <= place < len(listed):
            return Fill() if index == 0 else Fill(own) if own else None
        return self.fill_of(listed[place], own.colour if own else "")

    def fill_of(self, element: Element, placeholder: str) -> Fill | None:
        """Return the fill that a fill element itself says."""
        return self.fill(made("a:spPr", None, deepcopy(element)), placeholder)

    def styled_line(self, reference: Element | None) -> tuple[Paint | None, float]:
        """Return the colour and the width in EMU of the line that a style's reference names."""
        index = int(number(reference, "idx"))
        if reference is None or not 0 < index <= len(self._lines):
            return None, 0.0
        line = self._lines[index - 1]
        return self.paint(reference), number(line, "w", 9525)


_EMBED = "{http://schemas.openxmlformats.org/officeDocument/2006/relationships}embed"


def _plain(element: Element | None) -> str:
    """Return a colour that needs no theme; empty where it is none."""
    if element is None:
        return ""
    name, value = local(element), element.get("val", "")
    if name == "a:srgbClr" and len(value) == 6:
        return _safe(f"#{value.lower()}")
    if name == "a:sysClr":
        return _safe(f"#{element.get('lastClr', '000000').lower()}")
    if name == "a:prstClr":
        return _NAMED.get(value.lower(), "#808080")
    if name == "a:scrgbClr":
        return "#" + "".join(f"{round(_coded(number(element, c) / 100_000) * 255):02x}" for c in "rgb")
    if name == "a:hslClr":
        hue, sat, lum = number(element, "hue") / 21_600_000, number(element, "sat") / 1e5, number(element, "lum") / 1e5
        return _hex(colorsys.hls_to_rgb(hue % 1, min(1.0, lum), min(1.0, sat)))
    return ""


def _safe(colour: str) -> str:
    return colour if len(colour) == 7 and set(colour[1:]) <= set("0123456789abcdef") else ""


def _coded(linear: float) -> float:
    linear = min(1.0, max(0.0, linear))
    return 12.92 * linear if linear <= 0.0031308 else 1.055 * linear ** (1 / 2.4) - 0.055


def _light(code: float) -> float:
    return code / 12.92 if code <= 0.04045 else ((code + 0.055) / 1.055) ** 2.4


def _hex(rgb: Sequence[float]) -> str:
    return "#" + "".join(f"{round(min(1.0, max(0.0, part)) * 255):02x}" for part in rgb)


def _changed(colour: str, changes: Sequence[Element]) -> Paint:
    """Return a colour with its transforms carried out, one after another."""
    rgb = [int(colour[n : n + 2], 16) / 255 for n in (1, 3, 5)]
    opacity = 1.0
    for change in changes:
        name, value = local(change)[2:], number(change, "val", 100_000) / 100_000
        if name == "alpha":
            opacity = min(1.0, max(0.0, value))
        elif name in ("lumMod", "lumOff", "satMod", "satOff"):
            hue, lum, sat = colorsys.rgb_to_hls(*rgb)
            lum = lum * value if name == "lumMod" else lum + value if name == "lumOff" else lum
            sat = sat * value if name == "satMod" else sat + value if name == "satOff" else sat
            rgb = list(colorsys.hls_to_rgb(hue, min(1.0, max(0.0, lum)), min(1.0, max(0.0, sat))))
        elif name == "shade":
            rgb = [_coded(_light(part) * value) for part in rgb]
        elif name == "tint":
            rgb = [_coded(_light(part) * value + 1 - value) for part in rgb]
    return Paint(_hex(rgb), opacity)

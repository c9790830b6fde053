"""Objects of a slide as the shapes of a page, in OpenDocument's vocabulary."""

from collections.abc import Mapping
from math import cos, pi, radians, sin

from ritornel.core.drawing.forms import FORMS
from ritornel.core.drawing.framing import framed
from ritornel.core.drawing.lines import drawn_line
from ritornel.core.model import Asset, Clip, Line, Object, Picture, Shape, Sound, Text
from ritornel.core.model.box import Box
from ritornel.core.model.objects import Placed
from ritornel.core.model.paths import Path, path_data, placed
from ritornel.formats.odf.names import Element, made, pt, qualified, share
from ritornel.formats.odf.styles_out import Styles
from ritornel.formats.odf.words_out import paragraphs

CLASSES = {"title": "title", "subtitle": "subtitle", "body": "outline", "picture": "graphic"}
"""What the standard calls the places that words of a role stand in."""

_VIEW = 1000
"""How finely the points of a form are given, in its view box."""


class Shapes:
    """Makes the shapes of a page. ``hrefs`` are where media lie in the package, by the ids of their assets."""

    def __init__(self, styles: Styles, assets: Mapping[str, Asset], hrefs: Mapping[str, str]) -> None:
        """State where styles are collected, and what media there are."""
        self._styles, self._assets, self._hrefs = styles, assets, hrefs

    def of(self, thing: Object, name: str) -> Element | None:
        """Return a shape with the XML id ``name``; None for one whose medium is not there."""
        shape = self._plain(thing)
        if shape is None:
            return None
        shape.set(qualified("xml:id"), name)
        shape.set(qualified("draw:id"), name)
        if isinstance(thing, Text):
            for number, line in enumerate(shape.iter(qualified("text:p"))):
                line.set(qualified("xml:id"), part_name(name, number))
        if thing.alt:
            described = made("svg:desc", words=thing.alt)
            shape.insert(len(shape) if shape.tag == qualified("draw:frame") else 0, described)
        if thing.name:
            shape.set(qualified("draw:name"), thing.name)
        if not thing.link.startswith(("http", "mailto:")):
            return shape
        return made("draw:a", {"xlink:href": thing.link, "xlink:type": "simple"}, shape)

    def _plain(self, thing: Object) -> Element | None:
        if isinstance(thing, Text):
            return self._text(thing)
        if isinstance(thing, Shape):
            return self._shape(thing)
        if isinstance(thing, Line):
            return self._line(thing)
        return self._picture(thing) if isinstance(thing, Picture) else self._medium(thing)

    def _graphic(self, thing: Placed, told: Mapping[str, str], family: str = "graphic") -> dict[str, str]:
        """Return the attribute of a style for a shape; its shadow is in it."""
        shadow = {"draw:shadow": "hidden"}
        if thing.shadow is not None:
            fallen = thing.shadow
            shadow = {
                "draw:shadow": "visible",
                "draw:shadow-offset-x": pt(fallen.x),
                "draw:shadow-offset-y": pt(fallen.y),
                "draw:shadow-color": fallen.colour,
                "draw:shadow-opacity": share(fallen.opacity),
            }
        name = self._styles.of(family, ("graphic", {**shadow, **told}))
        return {"presentation:style-name" if family == "presentation" else "draw:style-name": name}

    def _framed(self, thing: Placed, told: Mapping[str, str]) -> dict[str, str]:
        """Return the style of a frame, and which place of its page it stands in, where its role has one."""
        role = CLASSES.get(thing.role, "")
        style = self._graphic(thing, told, "presentation" if role else "graphic")
        return {**style, "presentation:class": role} if role else style

    def _text(self, text: Text) -> Element:
        graphic = {
            "draw:fill": "none",
            "draw:stroke": "none",
            "draw:opacity": share(text.opacity),
            "draw:textarea-vertical-align": text.valign,
            "draw:auto-grow-height": "true" if text.grows else "false",
            "draw:auto-grow-width": "false",
            "fo:wrap-option": "wrap",
            "fo:padding": "0pt",
        }
        if text.plate is not None:
            graphic |= {
                "draw:fill": "solid",
                "draw:fill-color": text.plate.colour,
                "draw:opacity": share(text.plate.opacity),
            }
        place = {**self._framed(text, graphic), **_place(text, text)}
        return made("draw:frame", place, made("draw:text-box", {}, *paragraphs(text, self._styles)))

    def _shape(self, shape: Shape) -> Element:
        style = self._graphic(shape, {**self._fill(shape), **self._stroke(shape)})
        place = {**style, **_place(shape, shape)}
        if shape.form == "ellipse":
            return made("draw:ellipse", place)
        if shape.form == "rectangle":
            return made("draw:rect", {**place, "draw:corner-radius": pt(shape.corner_radius)})
        if shape.form in ("polygon", "star"):
            star = {"draw:concave": "true", "draw:sharpness": share(1 - shape.inner)}
            told = {"draw:corners": str(shape.corners), **(star if shape.form == "star" else {"draw:concave": "false"})}
            return made("draw:regular-polygon", {**place, **told})
        path = FORMS[shape.form].path(shape)
        if shape.form == "path":
            return made("draw:path", {**place, "svg:viewBox": f"0 0 {_VIEW} {_VIEW}", "svg:d": _in_view(path)})
        modifiers = {"bubble": f"{shape.tail[0]:g} {shape.tail[1]:g} {shape.corner_radius:g}", "triangle": ""}
        told = {
            "svg:viewBox": f"0 0 {_VIEW} {_VIEW}",
            "draw:type": f"ritornel-{shape.form}",
            "draw:enhanced-path": _in_view(path).replace("Z", "Z ").strip() + " N",
        }
        modified = modifiers.get(shape.form, f"{shape.inner:g}")
        if modified:
            told["draw:modifiers"] = modified
        return made("draw:custom-shape", place, made("draw:enhanced-geometry", told))

    def _fill(self, shape: Shape) -> dict[str, str]:
        opacity = {"draw:opacity": share(shape.opacity)}
        if shape.gradient is not None:
            name = self._styles.gradient(shape.gradient)
            plain = {} if shape.fill == "none" else {"draw:fill-color": shape.fill}
            return {"draw:fill": "gradient", "draw:fill-gradient-name": name, **plain, **opacity}
        if shape.fill == "none":
            return {"draw:fill": "none", **opacity}
        return {"draw:fill": "solid", "draw:fill-color": shape.fill, **opacity}

    def _stroke(self, thing: Shape | Line) -> dict[str, str]:
        if thing.line == "none" or not thing.line_width:
            return {"draw:stroke": "none"}
        told = {
            "draw:stroke": "solid",
            "svg:stroke-color": thing.line,
            "svg:stroke-width": pt(thing.line_width),
            "svg:stroke-opacity": share(thing.opacity),
            "svg:stroke-linecap": thing.cap,
        }
        if thing.dash != "solid":
            told |= {"draw:stroke": "dash", "draw:stroke-dash": self._styles.dash(thing.dash, thing.line_width)}
        return told

    def _line(self, line: Line) -> Element:
        told = self._stroke(line)
        for end, name in ((line.starts, "start"), (line.ends, "end")):
            if end != "none":
                told |= {
                    f"draw:marker-{name}": self._styles.head(end),
                    f"draw:marker-{name}-width": pt(4 * line.line_width),
                }
        style = self._graphic(line, told)
        if line.bend:
            box = {"svg:viewBox": f"0 0 {_VIEW} {_VIEW}"}
            way = placed(drawn_line(line)[0], 0, 0, _VIEW / line.width, _VIEW / line.height)
            return made("draw:path", {**style, **_place(line, line), **box, "svg:d": path_data(way)})
        x1, y1, x2, y2 = line.x, line.y, line.x + line.width, line.y + line.height
        if line.rising:
            y1, y2 = y2, y1
        if line.height <= 1:
            y1 = y2 = line.y
        if line.width <= 1:
            x1 = x2 = line.x
        ends = _turned_about(line, ((x1, y1), (x2, y2)))
        return made(
            "draw:line", {**style, **{f"svg:{n}": pt(v) for n, v in zip(("x1", "y1", "x2", "y2"), ends, strict=True)}}
        )

    def _picture(self, picture: Picture) -> Element | None:
        href = self._hrefs.get(picture.asset)
        if href is None:
            return None
        asset = self._assets[picture.asset]
        size = asset.width, asset.height
        frame = framed(picture.width, picture.height, picture.fit, picture.frame.crop, size)
        graphic = {"draw:stroke": "none", "draw:fill": "none", "draw:image-opacity": share(picture.opacity)}
        seen, whole = frame.seen, frame.whole
        cut = (seen.y - whole.y, whole.right - seen.right, whole.bottom - seen.bottom, seen.x - whole.x)
        if any(side > 0.01 for side in cut) and asset.width:
            by = asset.width / whole.width  # lengths of a clip are those of the picture at 96 pixels an inch
            graphic["fo:clip"] = f"rect({', '.join(pt(max(0.0, side) * by) for side in cut)})"
        if picture.frame.mirrored:
            graphic["style:mirror"] = "horizontal"
        box = Box(picture.x + seen.x, picture.y + seen.y, seen.width, seen.height)
        link = {"xlink:href": href, "xlink:type": "simple", "xlink:show": "embed", "xlink:actuate": "onLoad"}
        return made("draw:frame", {**self._framed(picture, graphic), **_place(picture, box)}, made("draw:image", link))

    def _medium(self, thing: Clip | Sound) -> Element | None:
        href = self._hrefs.get(thing.asset)
        if href is None:
            return None
        settings = {
            "in": thing.in_ms,
            "out": thing.out_ms,
            "rate": thing.rate,
            "plays": thing.plays,
            "gain": thing.gain_db,
            "fade-in": thing.fade_in_ms,
            "fade-out": thing.fade_out_ms,
            "muted": int(thing.muted),
            "waited-for": int(thing.waited_for),
        }
        plain = {"rate": 1, "plays": 1}
        params = [
            made("draw:param", {"draw:name": name, "draw:value": f"{value:g}"})
            for name, value in settings.items()
            if value is not None and value != plain.get(name, 0)
        ]
        told = {
            "draw:mime-type": self._assets[thing.asset].mime,
            "xlink:href": href,
            "xlink:type": "simple",
            "xlink:show": "embed",
            "xlink:actuate": "onLoad",
        }
        style = self._framed(thing, {"draw:stroke": "none", "draw:fill": "none"})
        return made("draw:frame", {**style, **_place(thing, thing)}, made("draw:plugin", told, *params))


def part_name(name: str, paragraph: int) -> str:
    """Return the XML id of a paragraph of a text."""
    return f"{name}-p{paragraph + 1}"


def _in_view(path: Path) -> str:
    return path_data(placed(path, 0, 0, _VIEW, _VIEW))


def _place(thing: Placed, box: Box | Placed) -> dict[str, str]:
    """Return where a shape stands: upright by its corner, turned by a transformation of its upright self."""
    size = {"svg:width": pt(box.width), "svg:height": pt(box.height)}
    if not thing.rotation % 360:
        return {**size, "svg:x": pt(box.x), "svg:y": pt(box.y)}
    corner = _turned_about(thing, ((box.x, box.y),))
    angle = -thing.rotation * pi / 180  # the standard turns counterclockwise
    return {**size, "draw:transform": f"rotate ({angle:.6f}) translate ({pt(corner[0])} {pt(corner[1])})"}


def _turned_about(thing: Placed, points: tuple[tuple[float, float], ...]) -> tuple[float, ...]:
    """Return points turned about the middle of a thing, as it is turned."""
    cx, cy, angle = thing.x + thing.width / 2, thing.y + thing.height / 2, radians(thing.rotation)
    turned = []
    for x, y in points:
        dx, dy = x - cx, y - cy
        turned += [cx + dx * cos(angle) - dy * sin(angle), cy + dx * sin(angle) + dy * cos(angle)]
    return tuple(turned)

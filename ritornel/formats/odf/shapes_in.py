"""The shapes of a page as objects of a slide."""

from collections.abc import Callable, Iterable
from typing import Any, NamedTuple

from msgspec.structs import replace

from ritornel.core.model import Clip, Line, Object, Picture, Shape, Sound
from ritornel.core.model.framing import Framing
from ritornel.core.model.paint import LineEnd
from ritornel.formats.odf.forms_in import form_of
from ritornel.formats.odf.geometry_in import Stood, moved, stood, transformation
from ritornel.formats.odf.looks_in import crop_of, head_of, is_alike, padding, paint_of, shadow_of, timed
from ritornel.formats.odf.names import Element, points, prefixed, qualified, told
from ritornel.formats.odf.styles_in import Properties, Styles, opacity_in
from ritornel.formats.odf.words_in import Within, Words
from ritornel.formats.presentations.gathering import Gathered
from ritornel.formats.presentations.lines import Line as WordLine
from ritornel.formats.presentations.lines import in_its_box, text_of
from ritornel.formats.presentations.losses import Losses

_ROLES = {"title": "title", "subtitle": "subtitle", "outline": "body", "text": "body", "graphic": "picture"}
_UNSEEN = frozenset({"header", "footer", "date-time", "page-number", "page", "notes", "handout"})
_ALONE = ("draw:text-box", "draw:image", "draw:plugin", "table:table", "draw:object", "draw:object-ole")
_LEAST = 0.5


class Names(NamedTuple):
    """What animations call things: objects by the XML ids of their shapes, and paragraphs by theirs."""

    shapes: dict[str, list[str]]
    paragraphs: dict[str, tuple[str, int]]


class Shapes:
    """Reads shapes. ``scale`` is how many stage units a point is."""

    def __init__(
        self,
        styles: Styles,
        scale: float,
        gathered: Gathered,
        losses: Losses,
        member: Callable[[Element], bytes | None],
    ) -> None:
        """State the styles, and how the bytes of what a shape links to are found."""
        self._styles, self._scale, self._gathered, self._losses, self._member = styles, scale, gathered, losses, member
        self._words = Words(styles, scale)
        self.names = Names({}, {})
        self.objects: list[Object] = []

    def begin(self) -> None:
        """Begin a new slide."""
        self.names, self.objects = Names({}, {}), []

    def read(self, shapes: Iterable[Element], group: str = "", link: str = "", placeholders: bool = True) -> None:
        """Read shapes, those of groups too; of a master no places for what stands on its pages."""
        for shape in shapes:
            name = prefixed(shape.tag)
            if name == "draw:g":
                first = len(self.objects)
                self.read(shape, group or f"group-{len(self.objects) + 1}", link, placeholders)
                self._name(shape, [o.id for o in self.objects[first:]])
            elif name == "draw:a":
                self.read(shape, group, told(shape, "xlink:href"), placeholders)
            elif name in _READ and (placeholders or not told(shape, "presentation:class")):
                self._one(shape, name, group, link)

    def _one(self, shape: Element, name: str, group: str, link: str) -> None:
        if told(shape, "presentation:placeholder") == "true" or told(shape, "presentation:class") in _UNSEEN:
            return
        first = len(self.objects)
        family = "presentation" if told(shape, "presentation:style-name") else "graphic"
        style = told(shape, "presentation:style-name") or told(shape, "draw:style-name")
        graphic = self._styles.of(family, style, "graphic")
        common = {
            "name": told(shape, "draw:name")[:300],
            "alt": _described(shape)[:2000],
            "link": link[:2000] if link.startswith(("http://", "https://", "mailto:")) else "",
            "group": group,
            "shadow": shadow_of(graphic, self._scale),
            "role": _ROLES.get(told(shape, "presentation:class"), ""),
        }
        _READ[name](self, shape, _Asked(family, style, graphic, common))
        made = [o.id for o in self.objects[first:]]
        if len(made) > 1 and not group:
            self.objects[first:] = [replace(o, group=f"group-{first + 1}") for o in self.objects[first:]]
        self._name(shape, made)

    def _name(self, shape: Element, made: list[str]) -> None:
        for id_ in {told(shape, "xml:id"), told(shape, "draw:id")} - {""}:
            self.names.shapes[id_] = made

    def _put(self, thing: Object) -> Object:
        placed = replace(thing, id=f"object-{len(self.objects) + 1}")
        self.objects.append(placed)
        return placed

    def _box(self, place: Stood) -> dict[str, Any]:
        by = self._scale
        return {
            "x": round(place.x * by, 3),
            "y": round(place.y * by, 3),
            "width": max(_LEAST, round(place.width * by, 3)),
            "height": max(_LEAST, round(place.height * by, 3)),
            "rotation": place.rotation,
        }

    def _frame(self, shape: Element, asked: "_Asked") -> None:
        inside = next((child for child in shape if prefixed(child.tag) in _ALONE), None)
        kind = "" if inside is None else prefixed(inside.tag)
        if inside is None:
            return
        if kind == "draw:text-box":
            self._words_in(shape, inside, asked)
        elif kind == "draw:image":
            self._picture(shape, inside, asked)
        elif kind == "draw:plugin":
            self._medium(shape, inside, asked)
        elif kind == "table:table":
            self._table(shape, inside, asked)
        else:  # a chart or another document: what it looks like lies beside it
            image = shape.find(qualified("draw:image"))
            if image is not None:
                self._losses.count("embedded document", "becomes its picture", "become their pictures")
                self._picture(shape, image, asked)
            else:
                self._losses.count("embedded document")

    def _words_in(self, shape: Element, inside: Element, asked: "_Asked", ground: bool = True) -> None:
        """Put the words of an element where a shape stands, on its ground if it has one."""
        least = points(asked.graphic.get("fo:min-height", "0")) or points(told(inside, "fo:min-height", "0"))
        place = stood(shape, least)
        lines = list(self._words.lines(inside, Within(asked.family, asked.style)))
        if ground and asked.graphic.get("draw:fill", "none") not in ("none", ""):
            self._put(
                Shape(
                    id="s",
                    **self._box(place),
                    **self._paint(asked),
                    **asked.plain,
                )
            )
        if any(line.text.strip() for line in lines):
            self._put_text(lines, place, asked)

    def _put_text(self, lines: list[WordLine], place: Stood, asked: "_Asked") -> None:
        left, top, right, bottom = (padding(asked.graphic, side) for side in ("left", "top", "right", "bottom"))
        box = self._box(place)
        box["x"] += left * self._scale
        box["y"] += top * self._scale
        box["width"] = max(_LEAST, box["width"] - (left + right) * self._scale)
        box["height"] = max(_LEAST, box["height"] - (top + bottom) * self._scale)
        grows = asked.graphic.get("draw:auto-grow-height") == "true"
        valign = asked.graphic.get("draw:textarea-vertical-align", "top")
        valign = valign if valign in ("top", "middle", "bottom") else "top"
        outlined = (
            {"opacity": opacity_in(asked.graphic, "draw:opacity")} if asked.graphic.get("draw:fill") == "none" else {}
        )
        text = text_of(lines, id="t", valign=valign, grows=grows and valign == "top", **box, **asked.common, **outlined)
        made = self._put(in_its_box(text, self._losses))
        for number, line in enumerate(lines):
            if line.name:
                self.names.paragraphs[line.name] = (made.id, number)

    def _shape(self, shape: Element, asked: "_Asked") -> None:
        form = form_of(shape, self._scale, self._losses)
        paint = self._paint(asked)
        if prefixed(shape.tag) == "draw:polyline":
            paint |= {"fill": "none", "gradient": None}
        self._put(Shape(id="s", **self._box(stood(shape)), **form, **paint, **asked.plain))
        self._words_in(shape, shape, asked, ground=False)

    def _paint(self, asked: "_Asked") -> dict[str, Any]:
        return paint_of(asked.graphic, self._styles, self._scale, self._losses)

    def _line(self, shape: Element, asked: "_Asked") -> None:
        x1, y1, x2, y2 = (points(told(shape, f"svg:{n}", "0")) for n in ("x1", "y1", "x2", "y2"))
        box = Stood(min(x1, x2), min(y1, y2), abs(x2 - x1), abs(y2 - y1), 0)
        matrix = told(shape, "draw:transform")
        if matrix:
            box = moved(*box[:4], transformation(matrix))
        heads: dict[str, LineEnd] = {
            end: head_of(asked.graphic.get(f"draw:marker-{end}", "")) for end in ("start", "end")
        }
        if x2 < x1:
            heads = {"start": heads["end"], "end": heads["start"]}
        paint = self._paint(asked)
        self._put(
            Line(
                id="l",
                **self._box(box),
                rising=(x2 - x1) * (y2 - y1) < 0,
                line=paint["line"] if paint["line"] != "none" else "#000000",
                line_width=paint.get("line_width", 1.0),
                dash=paint["dash"],
                cap=paint.get("cap", "butt"),
                starts=heads["start"],
                ends=heads["end"],
                **asked.plain,
            )
        )

    def _picture(self, shape: Element, image: Element, asked: "_Asked") -> None:
        href = told(image, "xlink:href")
        asset = self._gathered.taken(href or "picture.png", self._member(image), ("picture",))
        if asset is None:
            return
        place = stood(shape)
        crop = crop_of(asked.graphic.get("fo:clip", ""), asset.width, asset.height)
        whole = crop == (0, 0, 0, 0) and is_alike(place.width, place.height, asset.width, asset.height)
        frame = Framing(crop=crop, mirrored="horizontal" in asked.graphic.get("style:mirror", "none"))
        self._put(
            Picture(
                id="p",
                **self._box(place),
                asset=asset.id,
                fit="whole" if whole else "fill",
                frame=frame,
                opacity=opacity_in(asked.graphic, "draw:image-opacity"),
                **asked.plain,
            )
        )

    def _medium(self, shape: Element, plugin: Element, asked: "_Asked") -> None:
        asset = self._gathered.taken(told(plugin, "xlink:href"), self._member(plugin), ("clip", "sound"))
        if asset is None:
            return
        params = {told(p, "draw:name"): told(p, "draw:value") for p in plugin.iterchildren(qualified("draw:param"))}
        kind = Clip if asset.kind == "clip" else Sound
        self._put(kind(id="m", asset=asset.id, **self._box(stood(shape)), **timed(params), **asked.plain))

    def _table(self, shape: Element, table: Element, asked: "_Asked") -> None:
        """Put each cell of a table where it stands, columns of one width each."""
        self._losses.count("table", "becomes a text for each cell", "become a text for each cell")
        rows = list(table.iter(qualified("table:table-row")))
        columns = max((len(row.findall(qualified("table:table-cell"))) for row in rows), default=0)
        if not columns:
            return
        place = stood(shape)
        wide, high = place.width / columns, place.height / len(rows)
        for down, row in enumerate(rows):
            for across, cell in enumerate(row.findall(qualified("table:table-cell"))):
                lines = list(self._words.lines(cell, Within("table-cell", told(cell, "table:style-name"))))
                if any(line.text.strip() for line in lines):
                    box = Stood(place.x + across * wide, place.y + down * high, wide, high, 0)
                    self._put_text(lines, box, asked)


class _Asked(NamedTuple):
    """What a shape says of itself in every kind of it."""

    family: str
    style: str
    graphic: Properties
    common: dict[str, Any]

    @property
    def plain(self) -> dict[str, Any]:
        """The same of something without words."""
        role = self.common["role"]
        return {**self.common, "role": role if role == "picture" else ""}


_READ: dict[str, Callable[[Shapes, Element, _Asked], None]] = {
    "draw:frame": Shapes._frame,
    "draw:line": Shapes._line,
    "draw:connector": Shapes._line,
    **dict.fromkeys(
        (
            "draw:rect",
            "draw:ellipse",
            "draw:circle",
            "draw:regular-polygon",
            "draw:custom-shape",
            "draw:path",
            "draw:polygon",
            "draw:polyline",
            "draw:caption",
        ),
        Shapes._shape,
    ),
}


def _described(shape: Element) -> str:
    found = [shape.find(qualified(name)) for name in ("svg:title", "svg:desc")]
    return " ".join((e.text or "").strip() for e in found if e is not None).strip()

"""The shapes of a slide as objects, with what they inherit from their layout and master."""

from collections.abc import Iterable, Sequence
from typing import Any, NamedTuple

from msgspec.structs import replace

from ritornel.core.model import Clip, Line, Object, Picture, Shape, Sound
from ritornel.formats.ooxml.asked import Asked
from ritornel.formats.ooxml.forms_in import form_of
from ritornel.formats.ooxml.looks_in import fill_of, heads_of, pictured, shadow_of, stroke_of
from ritornel.formats.ooxml.names import Element, all_in, children, found, is_on, local, number, qualified
from ritornel.formats.ooxml.parts import Parts
from ritornel.formats.ooxml.places_in import ALIKE, Frame, inside, nv, on_its_side, place_of
from ritornel.formats.ooxml.themes import Fill, Theme
from ritornel.formats.ooxml.words_in import Words
from ritornel.formats.presentations.gathering import Gathered
from ritornel.formats.presentations.lines import in_its_box, text_of
from ritornel.formats.presentations.losses import Losses

_ROLES = {
    "title": "title",
    "ctrTitle": "title",
    "subTitle": "subtitle",
    "body": "body",
    "obj": "body",
    "pic": "picture",
    "": "",
}
_UNSEEN = frozenset({"dt", "ftr", "sldNum", "hdr"})
_LISTS = {
    "title": "p:titleStyle",
    "ctrTitle": "p:titleStyle",
    "body": "p:bodyStyle",
    "subTitle": "p:bodyStyle",
    "obj": "p:bodyStyle",
}
_INSETS = {"lIns": 91_440, "tIns": 45_720, "rIns": 91_440, "bIns": 45_720}
_LEAST = 0.5
_DEEPEST = 20


class Masters(NamedTuple):
    """What a slide stands on: the shape trees of its layout and its master, and the master's text styles."""

    trees: Sequence[Element]
    styles: Element | None
    defaults: Element | None


class Shapes:
    """Reads shapes into objects. ``scale`` is how many stage units an EMU is."""

    def __init__(self, theme: Theme, scale: float, gathered: Gathered, losses: Losses) -> None:
        """State the theme and where media go."""
        self._theme, self._scale, self._gathered, self._losses = theme, scale, gathered, losses
        self.objects: list[Object] = []
        self.names: dict[str, list[str]] = {}
        self._parts: Parts | None = None
        self._masters = Masters((), None, None)

    def read(self, tree: Element | None, parts: Parts, masters: Masters, *, is_slide: bool = True) -> None:
        """Read a shape tree; of one that is not the slide's own no places for what stands on it."""
        self._parts, self._masters = parts, masters
        self._all(children(tree), Frame(), "", is_slide, 0)

    def _all(self, shapes: Iterable[Element], frame: Frame, group: str, is_slide: bool, depth: int) -> None:
        for shape in shapes:
            name = local(shape)
            if name == "p:grpSp" and depth < _DEEPEST:
                first = len(self.objects)
                inner = inside(frame, found(shape, "p:grpSpPr/a:xfrm"))
                self._all(children(shape), inner, group or f"group-{len(self.objects) + 1}", is_slide, depth + 1)
                self._name(shape, [o.id for o in self.objects[first:]])
            elif name in ("p:sp", "p:pic", "p:cxnSp", "p:graphicFrame"):
                placeholder = place_of(shape)
                if placeholder is not None and (not is_slide or placeholder.get("type") in _UNSEEN):
                    continue
                if is_on(found(shape, f"{nv(name)}/p:cNvPr"), "hidden"):
                    continue
                self._one(shape, name, frame, group, placeholder)

    def _one(self, shape: Element, name: str, frame: Frame, group: str, placeholder: Element | None) -> None:
        first = len(self.objects)
        properties = found(shape, f"{nv(name)}/p:cNvPr")
        above = self._above(placeholder)
        box = self._box(
            [found(s, "p:spPr/a:xfrm") for s in (shape, *above)]
            if name != "p:graphicFrame"
            else [found(shape, "p:xfrm")],
            frame,
        )
        kind = "" if placeholder is None else placeholder.get("type", "obj")
        common = {
            "name": "" if properties is None or placeholder is not None else properties.get("name", "")[:300],
            "alt": "" if properties is None else properties.get("descr", "")[:2000],
            "link": self._link(found(properties, "a:hlinkClick")),
            "group": group,
            "role": _ROLES.get(kind, ""),
        }
        asked = Asked(shape, above, box, common, kind)
        if name == "p:pic":
            self._picture(asked)
        elif name == "p:graphicFrame":
            self._graphic(asked)
        elif name == "p:cxnSp" or found(shape, "p:spPr/a:prstGeom[@prst='line']") is not None:
            self._line(asked)
        else:
            self._shape(asked)
        made = [o.id for o in self.objects[first:]]
        if len(made) > 1 and not group:
            self.objects[first:] = [replace(o, group=f"group-{first + 1}") for o in self.objects[first:]]
        self._name(shape, made)

    def _name(self, shape: Element, made: list[str]) -> None:
        properties = found(shape, f"{nv(local(shape))}/p:cNvPr")
        if properties is not None:
            self.names[properties.get("id", "")] = made

    def _put(self, thing: Object) -> Object:
        placed = replace(thing, id=f"object-{len(self.objects) + 1}")
        self.objects.append(placed)
        return placed

    def _above(self, placeholder: Element | None) -> list[Element]:
        """Return the places of a layout and a master that a place of a slide stands on, the nearest first."""
        if placeholder is None:
            return []
        kind, index = placeholder.get("type", "obj"), placeholder.get("idx", "0")
        found_: list[Element] = []
        for tree in self._masters.trees:
            places = [(s, p) for s in children(tree) if (p := place_of(s)) is not None]
            by_index = [s for s, p in places if index != "0" and p.get("idx") == index]
            alike = ALIKE.get(kind, (kind,))
            by_kind = [s for s, p in places if p.get("type", "obj") in alike]
            found_ += (by_index or by_kind)[:1]
        return found_

    def _box(self, transforms: Sequence[Element | None], frame: Frame) -> dict[str, Any]:
        """Return where a shape stands, by the first of its transforms that says so."""
        transform = next((t for t in transforms if found(t, "a:off") is not None), None)
        off, ext = found(transform, "a:off"), found(transform, "a:ext")
        x, y = (number(off, n) for n in "xy")
        width, height = number(ext, "cx") * frame.across, number(ext, "cy") * frame.down
        by = self._scale
        return {
            "x": round((x * frame.across + frame.x) * by, 3),
            "y": round((y * frame.down + frame.y) * by, 3),
            "width": max(_LEAST, round(width * by, 3)),
            "height": max(_LEAST, round(height * by, 3)),
            "rotation": round(number(transform, "rot") / 60_000, 3) % 360,
            "flipped": (is_on(transform, "flipH"), is_on(transform, "flipV")),
        }

    def _link(self, click: Element | None) -> str:
        address = self._parts.address(click.get(qualified("r:id"), "")) if click is not None and self._parts else ""
        return address[:2000] if address.startswith(("http://", "https://", "mailto:")) and " " not in address else ""

    def _shape(self, asked: Asked) -> None:
        form = form_of(asked.chain("p:spPr"), asked.place, self._losses)
        fill, paint = fill_of(asked, self._theme), stroke_of(asked, self._theme, self._scale)
        seen = (fill is not None and fill != Fill()) or paint["line"] != "none"
        if seen and form is not None:
            painted: dict[str, Any] = {"fill": "none", **paint}
            if fill is not None and fill.paint is not None:
                painted |= {"fill": fill.paint.colour, "opacity": fill.paint.opacity}
            if fill is not None and fill.gradient is not None:
                painted["gradient"] = fill.gradient
            if fill is not None and fill.pattern:
                self._losses.count("filling pattern", "becomes a plain colour", "become plain colours")
            if fill is not None and fill.picture and self._parts is not None:
                self._fill_with(fill.picture, asked)
                painted["fill"] = "none"
            shadow = shadow_of(asked.chain("p:spPr"), self._theme, self._scale)
            self._put(Shape(id="s", **asked.place, **form, **painted, shadow=shadow, **asked.plain))
        self._words(asked)

    def _fill_with(self, relation: str, asked: Asked) -> None:
        assert self._parts is not None
        name, content = self._parts.related(relation)
        asset = self._gathered.taken(name, content, ("picture",))
        if asset is not None:
            self._put(Picture(id="p", **asked.place, asset=asset.id, fit="fill", **asked.plain))

    def _words(self, asked: Asked) -> None:
        body = found(asked.shape, "p:txBody")
        properties = [e for e in asked.chain("p:txBody/a:bodyPr") if e is not None]
        lists = [e for e in asked.chain("p:txBody/a:lstStyle") if e is not None]
        named = found(self._masters.styles, _LISTS.get(asked.kind, "p:otherStyle"))
        lists += [e for e in (named, self._masters.defaults) if e is not None]
        shrunk = number(found(properties[0] if properties else None, "a:normAutofit"), "fontScale", 100_000) / 100_000
        tint = self._theme.paint(found(asked.shape, "p:style/a:fontRef"))
        words = Words(self._theme, self._scale * 12_700, self._link)
        lines = words.lines(body, lists, shrunk)
        if not any(line.text.strip() for line in lines):
            return
        inset = {
            side: next((number(p, side) for p in properties if p.get(side) is not None), default) * self._scale
            for side, default in _INSETS.items()
        }
        anchor = next((p.get("anchor") for p in properties if p.get("anchor")), "t")
        grows = bool(properties) and found(properties[0], "a:spAutoFit") is not None and anchor == "t"
        box = dict(asked.place)
        if properties and properties[0].get("vert", "horz") in ("vert", "vert270"):
            box = on_its_side(box, properties[0].get("vert", ""))
        box["x"] += inset["lIns"]
        box["y"] += inset["tIns"]
        box["width"] = max(_LEAST, box["width"] - inset["lIns"] - inset["rIns"])
        box["height"] = max(_LEAST, box["height"] - inset["tIns"] - inset["bIns"])
        text = text_of(
            lines,
            id="t",
            valign={"ctr": "middle", "b": "bottom"}.get(anchor or "t", "top"),
            grows=grows,
            **box,
            **asked.common,
        )
        if tint is not None and text.colour == "#000000":
            text = replace(text, colour=tint.colour)
        fits = found(properties[0] if properties else None, "a:normAutofit") is not None
        fits = fits or any(p.get("wrap") == "none" for p in properties)  # so it did, in its own letters
        self._put(in_its_box(text, Losses() if fits else self._losses))

    def _line(self, asked: Asked) -> None:
        paint = stroke_of(asked, self._theme, self._scale)
        across, down = asked.box["flipped"]
        heads = heads_of(asked)
        line = paint["line"] if paint["line"] != "none" else "#000000"
        width = paint.get("line_width", 1.0)
        place = dict(asked.place)
        if place["height"] <= _LEAST and place["width"] <= _LEAST:
            return
        self._put(
            Line(
                id="l",
                **place,
                rising=across != down,
                line=line,
                line_width=width,
                dash=paint.get("dash", "solid"),
                cap="butt",
                starts=heads[0],
                ends=heads[1],
                **asked.plain,
            )
        )

    def _picture(self, asked: Asked) -> None:
        assert self._parts is not None
        medium = self._parts.medium(asked.shape)
        if medium is not None:
            asset = self._gathered.taken(*medium, ("clip", "sound"))
            if asset is not None:
                kind = Clip if asset.kind == "clip" else Sound
                begins = number(next(asked.shape.iter(qualified("p14:trim")), None), "st")
                in_ms = round(min(3_600_000.0, max(0.0, begins)))
                self._put(kind(id="m", asset=asset.id, in_ms=in_ms, **asked.place, **asked.plain))
                return
        blip = found(asked.shape, "p:blipFill/a:blip")
        if blip is None:
            return
        name, content = self._parts.related(blip.get(qualified("r:embed"), ""))
        asset = self._gathered.taken(name, content, ("picture",))
        if asset is None:
            return
        self._put(Picture(id="p", **asked.place, asset=asset.id, **pictured(asked, asset), **asked.plain))

    def _graphic(self, asked: Asked) -> None:
        table = found(asked.shape, "a:graphic/a:graphicData/a:tbl")
        if table is not None:
            self._table(table, asked)
        elif (shown := next(asked.shape.iter(qualified("p:pic")), None)) is not None:
            self._losses.count("embedded document", "becomes its picture", "become their pictures")
            self._picture(asked._replace(shape=shown))
        elif (held := found(asked.shape, "a:graphic/a:graphicData")) is not None:
            kind = next((k for k in ("chart", "diagram") if k in held.get("uri", "")), "embedded document")
            self._losses.count(kind)

    def _table(self, table: Element, asked: Asked) -> None:
        """Put each cell where it stands, with its ground."""
        self._losses.count("table", "becomes a text for each cell", "become a text for each cell")
        widths = [number(column, "w") * self._scale for column in all_in(table, "a:tblGrid/a:gridCol")]
        words = Words(self._theme, self._scale * 12_700, self._link)
        lists = [e for e in (found(self._masters.styles, "p:otherStyle"), self._masters.defaults) if e is not None]
        y = asked.place["y"]
        for row in all_in(table, "a:tr"):
            high = max(_LEAST, number(row, "h") * self._scale)
            x = asked.place["x"]
            for place, cell in enumerate(all_in(row, "a:tc")[: len(widths)]):
                wide = max(_LEAST, sum(widths[place : place + int(number(cell, "gridSpan", 1))]))
                box = {"x": x, "y": y, "width": wide, "height": high}
                fill = self._theme.fill(found(cell, "a:tcPr"))
                if fill is not None and fill.paint is not None:
                    self._put(Shape(id="s", **box, fill=fill.paint.colour, opacity=fill.paint.opacity, **asked.plain))
                lines = words.lines(found(cell, "a:txBody"), lists)
                if any(line.text.strip() for line in lines):
                    self._put(in_its_box(text_of(lines, id="t", **box, **asked.common), self._losses))
                x += widths[place]
            y += high

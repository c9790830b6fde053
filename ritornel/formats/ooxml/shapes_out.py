"""Objects of a slide as the shapes of a slide's tree, in PresentationML and DrawingML."""

from collections.abc import Iterator, Mapping
from itertools import pairwise
from math import atan2, degrees, hypot

from ritornel.core.drawing.framing import framed
from ritornel.core.drawing.lines import drawn_line
from ritornel.core.model import Asset, Clip, Gradient, Line, Object, Paragraph, Picture, Run, Shape, Sound, Text
from ritornel.core.model.box import Box
from ritornel.core.model.objects import Placed
from ritornel.core.text.families import FAMILIES
from ritornel.formats.ooxml.forms_out import geometry, path_of, preset
from ritornel.formats.ooxml.names import EMU, HUNDREDTHS, Element, made
from ritornel.formats.ooxml.slide_out import SlideOut

PLACES = {"title": "title", "subtitle": "subTitle", "body": "body"}
_ALIGN = {"left": "l", "centre": "ctr", "right": "r"}
_ANCHORS = {"top": "t", "middle": "ctr", "bottom": "b"}
_DASHES = {"dashes": "dash", "dots": "sysDot"}
_CAPS = {"round": "rnd", "butt": "flat", "square": "sq"}
_HEADS = {"arrow": "triangle", "dot": "oval", "bar": "stealth"}
_NATURAL = 1.2
"""How high a line is by itself, in sizes, of which the format's line heights are shares."""


class Shapes:
    """Makes the shapes of a slide."""

    def __init__(self, slide: SlideOut, assets: Mapping[str, Asset]) -> None:
        """State where pictures, media and links are related to."""
        self._slide, self._assets = slide, assets

    def of(self, thing: Object, number: int) -> Element | None:
        """Return a shape with an id; None for one whose medium is not there."""
        if isinstance(thing, Text):
            return self._text(thing, number)
        if isinstance(thing, Shape):
            return self._drawn(thing, number, geometry(thing), [*_fill(thing), _line(thing)])
        if isinstance(thing, Line):
            return self._straight(thing, number)
        return self._picture(thing, number) if isinstance(thing, Picture) else self._medium(thing, number)

    def _named(self, thing: Placed, number: int, kind: str) -> Element:
        told: dict[str, object] = {"id": number, "name": thing.name or f"{kind} {number}"}
        if thing.alt:
            told["descr"] = thing.alt
        properties = made("p:cNvPr", told)
        if thing.link.startswith(("http", "mailto:")):
            properties.append(made("a:hlinkClick", {"r:id": self._slide.link(thing.link)}))
        return properties

    def _text(self, text: Text, number: int) -> Element:
        place = PLACES.get(text.role)
        held = made(
            "p:nvPr",
            None,
            *(
                [made("p:ph", {"type": place, "idx": number + 20} if place != "title" else {"type": place})]
                if place
                else []
            ),
        )
        box = {"txBox": "1"} if not place else None
        named = made("p:nvSpPr", None, self._named(text, number, "Text"), made("p:cNvSpPr", box), held)
        fill = [made("a:noFill")] if text.plate is None else [_solid(text.plate.colour, text.plate.opacity)]
        properties = made(
            "p:spPr",
            None,
            _transform(text, text),
            preset("rect"),
            *fill,
            made("a:ln", None, made("a:noFill")),
            *_shadow(text),
        )
        insets = dict.fromkeys(("lIns", "tIns", "rIns", "bIns"), "0")
        body = made("a:bodyPr", {"wrap": "square", **insets, "anchor": _ANCHORS[text.valign]})
        body.append(made("a:spAutoFit" if text.grows else "a:noAutofit"))
        lines = [self._paragraph(text, p, n == 0) for n, p in enumerate(text.paragraphs)] or [made("a:p")]
        return made("p:sp", None, named, properties, made("p:txBody", None, body, made("a:lstStyle"), *lines))

    def _paragraph(self, text: Text, paragraph: Paragraph, first: bool) -> Element:
        gap = text.gap if paragraph.space_before is None else paragraph.space_before
        above = 0 if first else round(gap * text.size * HUNDREDTHS)
        indent = round((paragraph.level + 1) * text.size * EMU) if paragraph.marker != "none" else 0
        told = {
            "lvl": paragraph.level,
            "algn": _ALIGN[paragraph.align or text.align],
            "marL": indent,
            "indent": -min(indent, round(text.size * EMU)),
        }
        set_ = made("a:pPr", told)
        set_.append(made("a:lnSpc", None, made("a:spcPct", {"val": round(text.line_height / _NATURAL * 100_000)})))
        set_.append(made("a:spcBef", None, made("a:spcPts", {"val": above})))
        set_.append(made("a:spcAft", None, made("a:spcPts", {"val": 0})))
        set_.append(_marker(paragraph.marker))
        return made("a:p", None, set_, *self._runs(text, paragraph))

    def _runs(self, text: Text, paragraph: Paragraph) -> Iterator[Element]:
        ends = {min(e, len(paragraph.text)) for r in paragraph.runs for e in (r.start, r.end)}
        for start, end in pairwise(sorted({0, len(paragraph.text), *ends})):
            found = next((r for r in reversed(paragraph.runs) if r.start <= start and end <= r.end), None)
            run = found or Run(start=start, end=end)
            words = made("a:t")
            words.text = paragraph.text[start:end]
            yield made("a:r", None, self._letters(text, run), words)

    def _letters(self, text: Text, run: Run) -> Element:
        size = round((run.size or text.size) * HUNDREDTHS)
        italic = text.italic if run.italic is None else run.italic
        told = {
            "sz": size,
            "b": int((run.weight or text.weight) >= 600),
            "i": int(italic),
            "u": "sng" if run.underline else "none",
        }
        letters = made("a:rPr", told)
        if text.outline != "none":
            letters.append(made("a:ln", {"w": round(text.outline_width * EMU)}, _solid(text.outline, 1.0)))
        colour = run.colour or text.colour
        letters.append(made("a:noFill") if colour == "none" else _solid(colour, text.opacity))
        letters.append(made("a:latin", {"typeface": FAMILIES[run.font or text.font].css}))
        if run.link.startswith(("http", "mailto:")):
            letters.append(made("a:hlinkClick", {"r:id": self._slide.link(run.link)}))
        return letters

    def _drawn(self, shape: Placed, number: int, geometry: Element, paint: list[Element]) -> Element:
        named = made("p:nvSpPr", None, self._named(shape, number, "Shape"), made("p:cNvSpPr"), made("p:nvPr"))
        properties = made("p:spPr", None, _transform(shape, shape), geometry, *paint, *_shadow(shape))
        body = made("p:txBody", None, made("a:bodyPr"), made("a:lstStyle"), made("a:p"))
        return made("p:sp", None, named, properties, body)

    def _straight(self, line: Line, number: int) -> Element:
        stroke = _line(line)
        for end, name in ((line.starts, "a:headEnd"), (line.ends, "a:tailEnd")):
            if end != "none":
                stroke.append(made(name, {"type": _HEADS[end]}))
        if line.bend:
            way = tuple(
                s._replace(numbers=tuple(n / (line.height if at % 2 else line.width) for at, n in enumerate(s.numbers)))
                for s in drawn_line(line)[0]
            )
            return self._drawn(line, number, path_of(way, filled=False), [made("a:noFill"), stroke])
        named = made("p:nvCxnSpPr", None, self._named(line, number, "Line"), made("p:cNvCxnSpPr"), made("p:nvPr"))
        level, plumb = line.height <= 1, line.width <= 1
        box = Box(line.x, line.y, 0 if plumb else line.width, 0 if level else line.height)
        flips = {"flipV": "1"} if line.rising and not level and not plumb else {}
        return made("p:cxnSp", None, named, made("p:spPr", None, _transform(line, box, flips), preset("line"), stroke))

    def _picture(self, picture: Picture, number: int) -> Element | None:
        asset = self._assets.get(picture.asset)
        relation = self._slide.picture(picture.asset)
        if relation is None or asset is None:
            return None
        frame = framed(picture.width, picture.height, picture.fit, picture.frame.crop, (asset.width, asset.height))
        seen, whole = frame.seen, frame.whole
        cut = {
            "l": seen.x - whole.x,
            "t": seen.y - whole.y,
            "r": whole.right - seen.right,
            "b": whole.bottom - seen.bottom,
        }
        shares = {
            n: round(v / (whole.width if n in "lr" else whole.height) * 100_000) for n, v in cut.items() if v > 0.01
        }
        blip = made("a:blip", {"r:embed": relation})
        if picture.opacity < 1:
            blip.append(made("a:alphaModFix", {"amt": round(picture.opacity * 100_000)}))
        filled = made("p:blipFill", None, blip, made("a:srcRect", shares), made("a:stretch", None, made("a:fillRect")))
        box = Box(picture.x + seen.x, picture.y + seen.y, seen.width, seen.height)
        flips = {n: "1" for n, on in (("flipH", picture.frame.mirrored), ("flipV", picture.frame.upside_down)) if on}
        place = [made("p:ph", {"type": "pic", "idx": number + 20})] if picture.role == "picture" else []
        return self._pictured(picture, number, filled, _transform(picture, box, flips), place)

    def _pictured(
        self, thing: Placed, number: int, filled: Element, transform: Element, held: list[Element]
    ) -> Element:
        locked = made("p:cNvPicPr", None, made("a:picLocks", {"noChangeAspect": "1"}))
        named = made("p:nvPicPr", None, self._named(thing, number, "Picture"), locked, made("p:nvPr", None, *held))
        return made("p:pic", None, named, filled, made("p:spPr", None, transform, preset("rect"), *_shadow(thing)))

    def _medium(self, thing: Clip | Sound, number: int) -> Element | None:
        related = self._slide.medium(thing.asset)
        if related is None:
            return None
        media, link, poster = related
        kind = "a:videoFile" if isinstance(thing, Clip) else "a:audioFile"
        told = made("p14:media", {"r:embed": media})
        if thing.in_ms or thing.out_ms is not None:
            length = self._assets[thing.asset].length_ms
            cut = {"st": thing.in_ms, "end": max(0, length - thing.out_ms) if thing.out_ms is not None else 0}
            told.append(made("p14:trim", cut))
        extension = made("p:extLst", None, made("p:ext", {"uri": "{DAA4B4D4-6D71-4841-9C94-3DE7FCFB9230}"}, told))
        filled = made(
            "p:blipFill", None, made("a:blip", {"r:embed": poster}), made("a:stretch", None, made("a:fillRect"))
        )
        return self._pictured(
            thing, number, filled, _transform(thing, thing), [made(kind, {"r:link": link}), extension]
        )


def _transform(thing: Placed, box: Box | Placed, flips: Mapping[str, str] | None = None) -> Element:
    """Return where a shape stands, turned as the thing is."""
    told: dict[str, object] = {"rot": round(thing.rotation % 360 * 60_000)} if thing.rotation % 360 else {}
    off = {"x": round(box.x * EMU), "y": round(box.y * EMU)}
    ext = {"cx": round(box.width * EMU), "cy": round(box.height * EMU)}
    return made("a:xfrm", told | dict(flips or {}), made("a:off", off), made("a:ext", ext))


def _solid(colour: str, opacity: float) -> Element:
    return made("a:solidFill", None, _colour(colour, opacity))


def _colour(colour: str, opacity: float) -> Element:
    alpha = [made("a:alpha", {"val": round(opacity * 100_000)})] if opacity < 1 else []
    return made("a:srgbClr", {"val": colour[1:].upper()}, *alpha)


def gradient_of(gradient: Gradient, opacity: float = 1.0) -> Element:
    """Return a gradient fill."""
    stops = [
        made("a:gs", {"pos": round(s.at * 100_000)}, _colour(s.colour, s.opacity * opacity)) for s in gradient.stops
    ]
    if gradient.kind == "radial":
        rect = made("a:fillToRect", dict.fromkeys("ltrb", 50_000))
        how = made("a:path", {"path": "circle"}, rect)
    else:
        how = made("a:lin", {"ang": round(gradient.angle % 360 * 60_000), "scaled": "0"})
    return made("a:gradFill", {"rotWithShape": "1"}, made("a:gsLst", None, *stops), how)


def _fill(shape: Shape) -> list[Element]:
    if shape.gradient is not None:
        return [gradient_of(shape.gradient, shape.opacity)]
    return [made("a:noFill") if shape.fill == "none" else _solid(shape.fill, shape.opacity)]


def _line(thing: Shape | Line) -> Element:
    if thing.line == "none" or not thing.line_width:
        return made("a:ln", None, made("a:noFill"))
    stroke = made(
        "a:ln", {"w": round(thing.line_width * EMU), "cap": _CAPS[thing.cap]}, _solid(thing.line, thing.opacity)
    )
    if thing.dash != "solid":
        stroke.append(made("a:prstDash", {"val": _DASHES[thing.dash]}))
    return stroke


def _shadow(thing: Placed) -> list[Element]:
    if thing.shadow is None:
        return []
    cast = thing.shadow
    told = {
        "blurRad": round(cast.blur * EMU),
        "dist": round(hypot(cast.x, cast.y) * EMU),
        "dir": round(degrees(atan2(cast.y, cast.x)) % 360 * 60_000),
        "rotWithShape": "0",
    }
    return [made("a:effectLst", None, made("a:outerShdw", told, _colour(cast.colour, cast.opacity)))]


def _marker(marker: str) -> Element:
    if marker == "bullet":
        return made("a:buChar", {"char": "•"})
    return made("a:buAutoNum", {"type": "arabicPeriod"}) if marker == "number" else made("a:buNone")

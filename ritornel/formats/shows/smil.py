"""A show as a timed presentation of SMIL 3.0 (W3C Recommendation 2008), with its media beside it, in a zip.

Slides follow one another; on each, texts, pictures, clips and sounds begin and end when their entrances and exits do.
"""

import zipfile
from collections.abc import Iterator, Mapping
from pathlib import Path
from xml.etree import ElementTree

from ritornel.core.linecheck.seen_when import seen_when
from ritornel.core.model import Asset, Clip, Object, Picture, Show, Slide, Sound, Text
from ritornel.core.score import Score, compile
from ritornel.core.sound.spans import Span
from ritornel.core.text.naming import slide_title
from ritornel.formats.show_document import Outlet, media_name, packed
from ritornel.formats.shows import _losses
from ritornel.formats.shows._protocol import Format

_SMIL = "http://www.w3.org/ns/SMIL"
_XML_ID = "{http://www.w3.org/XML/1998/namespace}id"
_WIPES = ("fade", "barWipe", "pushWipe", "ellipseWipe", "clockWipe", "irisWipe", "slideWipe")
"""Types of transitions that are the standard's own."""


def write(show: Show, files: Mapping[str, Path]) -> Iterator[bytes]:
    """Yield a zip of the presentation and its media."""
    out = Outlet()
    assets = {asset.id: asset for asset in show.assets}
    with zipfile.ZipFile(out, "w", zipfile.ZIP_STORED) as archive:
        archive.writestr("show.smil", ElementTree.tostring(_document(show), encoding="utf-8", xml_declaration=True))
        for asset_id, path in sorted(files.items()):
            if asset_id in assets:
                yield from packed(archive, out, media_name(assets[asset_id]), path)
    yield out.taken()


def _document(show: Show) -> ElementTree.Element:
    score = compile(show)
    root = ElementTree.Element("smil", {"xmlns": _SMIL, "version": "3.0", "baseProfile": "Language"})
    head = ElementTree.SubElement(root, "head")
    ElementTree.SubElement(head, "meta", {"name": "title", "content": show.title})
    layout = ElementTree.SubElement(head, "layout")
    ElementTree.SubElement(layout, "root-layout", {"width": str(show.width), "height": str(show.height)})
    body = ElementTree.SubElement(root, "body")
    whole = ElementTree.SubElement(body, "par")
    slides = ElementTree.SubElement(whole, "seq")
    assets = {asset.id: asset for asset in show.assets}
    for number, slide in enumerate(show.slides):
        if not slide.skipped and score.times[number].length_ms:
            _Slide(head, layout, slides, assets).put(show, score, number)
    for span in score.bed_spans:
        if span.asset in assets:
            whole.append(_sound(span, assets[span.asset]))
    return root


class _Slide:
    """A slide that is put among the others."""

    def __init__(
        self,
        head: ElementTree.Element,
        layout: ElementTree.Element,
        slides: ElementTree.Element,
        assets: Mapping[str, Asset],
    ) -> None:
        self.head, self.layout, self.slides, self.assets = head, layout, slides, assets

    def put(self, show: Show, score: Score, number: int) -> None:
        """Put it last."""
        slide, time, part = show.slides[number], score.times[number], score.slides[number]
        par = ElementTree.SubElement(self.slides, "par", {_XML_ID: f"slide-{number + 1}", "dur": _s(time.length_ms)})
        par.set("title", slide_title(slide, number + 1))
        whole = self._region(f"ground-{number + 1}", 0, 0, show.width, show.height, 0)
        ground = {
            "color": slide.background if slide.background != "none" else "#000000",
            "region": whole,
            "fill": "freeze",
        }
        ElementTree.SubElement(par, "brush", ground | self._comes_in(slide, part.transition.duration_ms, number))
        when = seen_when(slide, time)
        spans = {span.id: span for span in part.spans if span.source == "object"}
        for place, thing in enumerate(slide.objects, 1):
            begins, ends = when[thing.id]
            if isinstance(thing, Sound) or ends <= begins:
                continue
            made = self._medium(thing, spans.get(thing.id))
            if made is not None:
                region = f"r-{number + 1}-{place}"
                made.set("region", self._region(region, thing.x, thing.y, thing.width, thing.height, place))
                made.set("begin", _s(begins))
                made.set("end", _s(ends))
                par.append(made)
        for span in part.spans:
            asset = self.assets.get(span.asset)
            if asset is not None and asset.kind == "sound" and not span.muted:
                par.append(_sound(span, asset))

    def _medium(self, thing: Object, span: Span | None) -> ElementTree.Element | None:
        if isinstance(thing, Text):
            said = ElementTree.Element("smilText", {"textFontSize": f"{thing.size:g}px", "textColor": thing.colour})
            said.text = "\n".join(paragraph.text for paragraph in thing.paragraphs)
            return said
        if not isinstance(thing, Picture | Clip) or thing.asset not in self.assets:
            return None
        fit = "slice" if thing.fit == "fill" else "meet"
        source = {"src": media_name(self.assets[thing.asset]), "alt": thing.alt, "fit": fit}
        if isinstance(thing, Picture):
            return ElementTree.Element("img", source)
        ends = thing.out_ms if thing.out_ms is not None else self.assets[thing.asset].length_ms
        source |= {"clipBegin": _s(thing.in_ms), "clipEnd": _s(ends), "fill": "freeze"}
        if thing.muted:
            source["soundLevel"] = "0%"
        return ElementTree.Element("video", source)

    def _region(self, name: str, x: float, y: float, width: float, height: float, above: int) -> str:
        box = {"left": f"{x:g}", "top": f"{y:g}", "width": f"{width:g}", "height": f"{height:g}", "z-index": str(above)}
        ElementTree.SubElement(self.layout, "region", {_XML_ID: name, **box})
        return name

    def _comes_in(self, slide: Slide, duration_ms: int, number: int) -> dict[str, str]:
        if not duration_ms or slide.transition.type not in _WIPES:
            return {}
        told = {_XML_ID: f"t-{number + 1}", "type": slide.transition.type, "dur": _s(duration_ms)}
        if slide.transition.subtype:
            told["subtype"] = slide.transition.subtype
        if slide.transition.reverse:
            told["direction"] = "reverse"
        ElementTree.SubElement(self.head, "transition", told)
        return {"transIn": f"t-{number + 1}"}


def _sound(span: Span, asset: Asset) -> ElementTree.Element:
    """Return a sound that plays from where it stands, again and again if it must last longer than it is."""
    lasts, plays = span.end_ms - span.start_ms, (span.out_ms - span.from_ms) / span.rate
    told = {"src": media_name(asset), "begin": _s(span.start_ms), "dur": _s(lasts), "clipBegin": _s(span.from_ms)}
    told |= {"clipEnd": _s(span.out_ms), "soundLevel": f"{100 * 10 ** (span.level_db / 20):.0f}%"}
    if lasts > plays:
        told = {name: value for name, value in told.items() if name != "dur"} | {"repeatDur": _s(lasts)}
    return ElementTree.Element("audio", told)


def _s(ms: float) -> str:
    return f"{ms / 1000:g}s"


def _moves(show: Show) -> str:
    count = sum(step.kind in ("emphasis", "path") for slide in show.slides for step in slide.running_order)
    if not count:
        return ""
    builds, are = (
        ("1 build that moves, or changes,", "is") if count == 1 else (f"{count} builds that move, or change,", "are")
    )
    return f"{builds} what stands there {are} left out"


FORMAT = Format(
    name="smil",
    says="timed presentation",
    standard="SMIL 3.0 (W3C), in a zip",
    endings=(".smil.zip",),
    mime="application/zip",
    brought="",
    writes=write,
    loses=_losses.of(_losses.planes, _losses.drawings, _moves),
)

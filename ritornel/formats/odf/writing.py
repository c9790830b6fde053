"""A show as an OpenDocument presentation: its pages, styles and notes, in a package with its media."""

import zipfile
from collections.abc import Iterator, Mapping
from pathlib import Path

from lxml import etree

from ritornel.core.model import Asset, Show, Slide
from ritornel.core.model.uses import assets_used
from ritornel.core.score import Score, compile
from ritornel.core.text.families import FAMILIES
from ritornel.core.text.naming import own_title
from ritornel.formats.media_kinds import as_file
from ritornel.formats.odf.names import MIME, VERSION, Element, made, pt
from ritornel.formats.odf.objects_out import Shapes
from ritornel.formats.odf.styles_out import Styles
from ritornel.formats.odf.timing_out import Timing, transition_of
from ritornel.formats.odf.words_out import put_words
from ritornel.formats.show_document import Outlet, packed

_MASTER, _LAYOUT = "Plain", "Stage"


def write(show: Show, files: Mapping[str, Path]) -> Iterator[bytes]:
    """Yield the package of a show, as it is made; ``files`` are its media by the ids of their assets."""
    assets = {asset.id: asset for asset in show.assets}
    used = assets_used(show)
    lying = {id_: path for id_, path in sorted(files.items()) if id_ in assets and id_ in used}
    hrefs = {id_: _href(assets[id_]) for id_ in lying}
    written = _Document(show, assets, hrefs)
    content, styles, told = written.content(), written.styles(), written.told()
    out = Outlet()
    with zipfile.ZipFile(out, "w", zipfile.ZIP_DEFLATED) as archive:
        archive.writestr("mimetype", MIME, compress_type=zipfile.ZIP_STORED)
        archive.writestr("content.xml", _bytes(content))
        archive.writestr("styles.xml", _bytes(styles))
        archive.writestr("meta.xml", _bytes(told))
        archive.writestr("META-INF/manifest.xml", _bytes(_manifest(hrefs, assets)))
        yield out.taken()
        for id_, path in lying.items():
            yield from packed(archive, out, hrefs[id_], path)
    yield out.taken()


def _href(asset: Asset) -> str:
    folder = "Pictures" if asset.kind == "picture" else "Media"
    return f"{folder}/{asset.id}{Path(as_file(asset.name, asset.mime)).suffix.lower()}"


def _bytes(root: Element) -> bytes:
    etree.cleanup_namespaces(root)
    return etree.tostring(root, encoding="UTF-8", xml_declaration=True)


class _Document:
    """The parts of a document while they are made."""

    def __init__(self, show: Show, assets: Mapping[str, Asset], hrefs: Mapping[str, str]) -> None:
        self._show, self._hrefs = show, hrefs
        self._styles = Styles()
        self._shapes = Shapes(self._styles, assets, hrefs)
        self._timing = Timing(show, hrefs)

    def content(self) -> Element:
        """Return the pages. It comes first: making it, one learns which styles there must be."""
        score = compile(self._show)
        pages = [self._page(slide, score, n) for n, slide in enumerate(self._show.slides)]
        body = made("office:body", {}, made("office:presentation", {}, *pages))
        automatic = made("office:automatic-styles", {}, *self._styles.automatic)
        return made("office:document-content", {"office:version": VERSION}, self._faces(), automatic, body)

    def styles(self) -> Element:
        """Return what all pages share."""
        show = self._show
        page = {"fo:margin-top": "0pt", "fo:margin-bottom": "0pt", "fo:margin-left": "0pt", "fo:margin-right": "0pt"}
        page |= {
            "fo:page-width": pt(show.width),
            "fo:page-height": pt(show.height),
            "style:print-orientation": "landscape",
        }
        layout = made("style:page-layout", {"style:name": _LAYOUT}, made("style:page-layout-properties", page))
        plain = made("style:drawing-page-properties", {"draw:fill": "none", "draw:background-size": "full"})
        ground = made("style:style", {"style:name": "ground", "style:family": "drawing-page"}, plain)
        master = {"style:name": _MASTER, "style:page-layout-name": _LAYOUT, "draw:style-name": "ground"}
        return made(
            "office:document-styles",
            {"office:version": VERSION},
            self._faces(),
            made("office:styles", {}, *self._styles.common),
            made("office:automatic-styles", {}, layout, ground),
            made("office:master-styles", {}, made("style:master-page", master)),
        )

    def told(self) -> Element:
        """Return what is told of the document."""
        title, language = made("dc:title", words=self._show.title), made("dc:language", words=self._show.language)
        meta = made("office:meta", {}, made("meta:generator", words="Ritornel"), title, language)
        return made("office:document-meta", {"office:version": VERSION}, meta)

    def _faces(self) -> Element:
        names = [FAMILIES[family].css for family in self._styles.families]
        faces = [made("style:font-face", {"style:name": n, "svg:font-family": f"'{n}'"}) for n in names]
        return made("office:font-face-decls", {}, *faces)

    def _page(self, slide: Slide, score: Score, number: int) -> Element:
        page = f"page-{number + 1}"
        properties = {**self._ground(slide), **_comes_in(slide), **_goes_on(slide, score, number)}
        style = self._styles.of("drawing-page", ("drawing-page", properties), inside=self._heard(slide))
        names = {thing.id: f"{page}-{place + 1}" for place, thing in enumerate(slide.objects)}
        shapes, group = [], ""
        there = {}
        for thing in slide.objects:
            shape = self._shapes.of(thing, names[thing.id])
            if shape is None:
                continue
            there[thing.id] = names[thing.id]
            if thing.group and thing.group == group:
                shapes[-1].append(shape)
            else:
                shapes.append(made("draw:g", {}, shape) if thing.group else shape)
            group = thing.group
        title = slide.title or own_title(slide) or page
        told = {
            "draw:name": title,
            "draw:style-name": style,
            "draw:master-page-name": _MASTER,
            "xml:id": page,
            "draw:id": page,
        }
        timing = self._timing.of(slide, score.times[number], page, there)
        return made("draw:page", told, *shapes, timing, *_notes(slide))

    def _heard(self, slide: Slide) -> Element | None:
        """Return the sound that comes with a slide."""
        sound = slide.transition.sound
        if sound is None or sound.asset not in self._hrefs:
            return None
        link = {
            "xlink:href": self._hrefs[sound.asset],
            "xlink:type": "simple",
            "xlink:show": "new",
            "xlink:actuate": "onRequest",
        }
        return made("presentation:sound", link)

    def _ground(self, slide: Slide) -> dict[str, str]:
        full = {"draw:background-size": "full"}
        if slide.background != "none":
            full["draw:fill-color"] = slide.background
        if slide.ground is not None and slide.ground.gradient is not None:
            name = self._styles.gradient(slide.ground.gradient)
            return {**full, "draw:fill": "gradient", "draw:fill-gradient-name": name}
        if slide.ground is not None and slide.ground.asset in self._hrefs:
            name = self._styles.picture(self._hrefs[slide.ground.asset])
            return {**full, "draw:fill": "bitmap", "draw:fill-image-name": name, "style:repeat": "stretch"}
        if slide.background == "none":
            return {**full, "draw:fill": "none"}
        return {**full, "draw:fill": "solid"}


def _comes_in(slide: Slide) -> dict[str, str]:
    return {} if slide.transition.type == "cut" else transition_of(slide)


def _goes_on(slide: Slide, score: Score, number: int) -> dict[str, str]:
    """Return how the show goes on from a slide: of itself after a while, or when it is told to.

    How long it lasts is said where that was set by hand, or is what it goes on by.
    """
    clock = slide.advance == "clock"
    told = {
        "presentation:visibility": "hidden" if slide.skipped else "visible",
        "presentation:transition-type": "automatic" if clock else "manual",
    }
    if clock or slide.hold_ms is not None or slide.length_ms is not None:
        told["presentation:duration"] = f"PT{score.times[number].length_ms / 1000:.3f}S"
    return told


def _notes(slide: Slide) -> list[Element]:
    """Return the notes of a page: what is said, a paragraph each."""
    if not slide.script.strip():
        return []
    lines = []
    for said in slide.script.split("\n"):
        line = made("text:p")
        put_words(line, said, edge=True)
        lines.append(line)
    place = {"svg:width": "480pt", "svg:height": "320pt", "svg:x": "60pt", "svg:y": "400pt"}
    frame = made("draw:frame", {**place, "presentation:class": "notes"}, made("draw:text-box", {}, *lines))
    return [made("presentation:notes", {}, frame)]


def _manifest(hrefs: Mapping[str, str], assets: Mapping[str, Asset]) -> Element:
    entries = {"/": MIME, "content.xml": "text/xml", "styles.xml": "text/xml", "meta.xml": "text/xml"}
    entries |= {href: assets[id_].mime for id_, href in hrefs.items()}
    root = etree.Element(
        f"{{{_MANIFEST}}}manifest", {f"{{{_MANIFEST}}}version": VERSION}, nsmap={"manifest": _MANIFEST}
    )
    for path, mime in entries.items():
        versioned = {f"{{{_MANIFEST}}}version": VERSION} if path == "/" else {}
        told = {f"{{{_MANIFEST}}}full-path": path, f"{{{_MANIFEST}}}media-type": mime, **versioned}
        root.append(root.makeelement(f"{{{_MANIFEST}}}file-entry", told))
    return root


_MANIFEST = "urn:oasis:names:tc:opendocument:xmlns:manifest:1.0"

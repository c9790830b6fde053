"""A presentation of ISO/IEC 29500 as a show: slides, what stands on them and under them, notes, and what moves when."""

import re
from io import BytesIO
from typing import Any, BinaryIO

import pptx
from lxml import etree
from msgspec.structs import replace
from pptx.exc import PythonPptxError

from ritornel.core.model import Object, Show, Slide, Text, Transition, limits
from ritornel.core.model.framing import Ground
from ritornel.core.model.reading import BadDocument, read_show
from ritornel.core.model.roles import ORNAMENT
from ritornel.core.model.slide import Spot
from ritornel.core.model.writing import write_show
from ritornel.formats.ooxml.names import Element, all_in, children, found, is_on
from ritornel.formats.ooxml.parts import Parts
from ritornel.formats.ooxml.shapes_in import Masters, Shapes
from ritornel.formats.ooxml.themes import Fill, Theme
from ritornel.formats.ooxml.timing_in import Timing
from ritornel.formats.ooxml.transitions import entry_of
from ritornel.formats.presentations import BadPresentation, Taken, titled
from ritornel.formats.presentations.gathering import Gathered
from ritornel.formats.presentations.losses import Losses
from ritornel.formats.presentations.sequencing import running_order
from ritornel.formats.presentations.xml import DAMAGED, Package

_STAGE_WIDTH = 1280
_LOCKED = b"\xd0\xcf\x11\xe0"
"""How a compound file begins: an older format, or a package that is encrypted in one."""


def read(file: BinaryIO) -> Taken:
    """Return the show that a presentation makes; ``BadPresentation`` if it is none, or too much."""
    file.seek(0)
    if file.read(4) == _LOCKED:
        raise BadPresentation("it is locked by a password, or of an older format; save it anew as .pptx without one")
    file.seek(0)
    package = Package(file)
    if "[Content_Types].xml" not in package.names:
        raise BadPresentation("there is no presentation in it; save it as .pptx")
    for name in package.names:
        package.check(name)
    file.seek(0)
    try:
        document = pptx.Presentation(BytesIO(file.read()))
        return _Document(document).taken()
    except (
        PythonPptxError,
        KeyError,
        AttributeError,
        TypeError,
        ValueError,
        IndexError,
        etree.XMLSyntaxError,
        *DAMAGED,
    ) as error:
        if isinstance(error, BadPresentation):
            raise
        raise BadPresentation("it is damaged: what it says cannot be read; save it again") from error


class _Document:
    """A document while it is read."""

    def __init__(self, document: Any) -> None:
        self._document = document
        self._losses = Losses()
        self._gathered = Gathered(self._losses)
        width, height = document.slide_width or 12_192_000, document.slide_height or 6_858_000
        self._scale = _STAGE_WIDTH / width
        self._stage = (_STAGE_WIDTH, min(4320, max(90, round(height * self._scale))))
        self._themes: dict[str, Theme] = {}

    def taken(self) -> Taken:
        """Return the show, its media, and what becomes different."""
        pages = list(self._document.slides)
        if not pages:
            raise BadPresentation("there are no slides in it")
        if len(pages) > limits.SLIDES:
            raise BadPresentation(f"it has {len(pages):,} slides, and {limits.SLIDES:,} are the most")
        slides = tuple(self._slide(page, number) for number, page in enumerate(pages))
        show = Show(
            title=titled(self._document.core_properties.title or "", *map(_titled, slides)),
            width=self._stage[0],
            height=self._stage[1],
            slides=slides,
            assets=tuple(self._gathered.assets.values()),
        )
        try:
            return Taken(read_show(write_show(show)), self._gathered.media, self._losses.said())
        except BadDocument as error:
            raise BadPresentation(f"it has what a show cannot have: {error}") from error

    def _theme(self, master: Any) -> Theme:
        """Return the theme of a master."""
        key = str(master.part.partname)
        if key not in self._themes:
            related = (
                rel.target_part
                for rel in master.part.rels.values()
                if not rel.is_external and rel.reltype.endswith("/theme")
            )
            part = next(related, None)
            names = found(master._element, "p:clrMap")
            self._themes[key] = Theme(
                None if part is None else part.blob, dict(names.attrib) if names is not None else {}
            )
        return self._themes[key]

    def _slide(self, page: Any, number: int) -> Slide:
        layout = page.slide_layout
        master = layout.slide_master
        theme = self._theme(master)
        own, above, top = page._element, layout._element, master._element
        background, ground = self._ground([(own, page.part), (above, layout.part), (top, master.part)], theme)
        shapes = Shapes(theme, self._scale, self._gathered, self._losses)
        styles, defaults = found(top, "p:txStyles"), found(self._document.part._element, "p:defaultTextStyle")
        trees = [found(e, "p:cSld/p:spTree") for e in (above, top)]
        masters = Masters([t for t in trees if t is not None], styles, defaults)
        if is_on(own, "showMasterSp", True):
            if is_on(above, "showMasterSp", True):
                shapes.read(trees[1], Parts(master.part), masters, is_slide=False)
            shapes.read(trees[0], Parts(layout.part), masters, is_slide=False)
        behind = len(shapes.objects)
        shapes.names.clear()
        shapes.read(found(own, "p:cSld/p:spTree"), Parts(page.part), masters)
        objects = tuple(
            replace(o, role=ORNAMENT) if n < behind and not isinstance(o, Text) else o
            for n, o in enumerate(shapes.objects)
        )
        parts = Parts(page.part)

        def sound(relation: str) -> str:
            asset = self._gathered.taken(*parts.related(relation), ("sound",)) if relation else None
            return "" if asset is None else asset.id

        entry = entry_of(own, self._losses)
        transition = entry.transition if number or entry.transition.type != "cut" else Transition(type="cut")
        if entry.sound and (asset := sound(entry.sound)):
            transition = replace(transition, sound=Spot(asset=asset))
        acts = Timing(shapes.names, self._stage, theme, self._losses, sound).acts(own)
        return Slide(
            id=f"slide-{number + 1}",
            skipped=not is_on(own, "show", True),
            background=background,
            ground=ground,
            transition=transition,
            script=_notes(page),
            advance="clock" if entry.by_clock else "presenter",
            length_ms=entry.goes_on_ms,
            objects=objects[: limits.OBJECTS_ON_A_SLIDE],
            running_order=running_order(acts, {o.id: o for o in objects}, self._stage, self._losses),
        )

    def _ground(self, elements: list[tuple[Element, Any]], theme: Theme) -> tuple[str, Ground | None]:
        """Return the background of a slide: its own, or the nearest below it."""
        for element, part in elements:
            held = found(element, "p:cSld/p:bg")
            if held is None:
                continue
            reference = found(held, "p:bgRef")
            fill = (
                theme.styled_fill(reference, grounds=True)
                if reference is not None
                else theme.fill(found(held, "p:bgPr"))
            )
            return self._grounded(fill or Fill(), part)
        return "#ffffff", None

    def _grounded(self, fill: Fill, part: Any) -> tuple[str, Ground | None]:
        if fill.gradient is not None:
            return fill.gradient.stops[0].colour, Ground(gradient=fill.gradient)
        if fill.picture:
            asset = self._gathered.taken(*Parts(part).related(fill.picture), ("picture",))
            return "#ffffff", Ground(asset=asset.id) if asset is not None else None
        return (fill.paint.colour if fill.paint is not None else "#ffffff"), None


def _notes(page: Any) -> str:
    """Return what the notes of a slide say, a line for each paragraph."""
    if not page.has_notes_slide:
        return ""
    for shape in children(found(page.notes_slide._element, "p:cSld/p:spTree")):
        place = found(shape, "p:nvSpPr/p:nvPr/p:ph")
        if place is not None and place.get("type") == "body":
            lines = ["".join(t.text or "" for t in all_in(p, ".//a:t")) for p in all_in(shape, "p:txBody/a:p")]
            return re.sub(r"[\v\r]", "\n", "\n".join(lines)).strip()[:50_000]
    return ""


def _titled(slide: Slide) -> str:
    """Return what stands on a slide as its title."""
    titles: list[Object] = [o for o in slide.objects if isinstance(o, Text) and o.role == "title"]
    return " ".join(p.text for t in titles if isinstance(t, Text) for p in t.paragraphs).strip()[:300]

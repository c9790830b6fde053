"""An OpenDocument presentation as a show: its pages, what stands on them, what is said, and what moves when."""

import base64
import binascii
import re
from typing import BinaryIO

from msgspec.structs import replace

from ritornel.core.model import Gradient, Narration, Object, Show, Slide, Text, Transition, limits
from ritornel.core.model.framing import Ground
from ritornel.core.model.reading import BadDocument, read_show
from ritornel.core.model.roles import ORNAMENT
from ritornel.core.model.slide import Spot
from ritornel.core.model.writing import write_show
from ritornel.formats.odf.names import MIME, Element, ms, points, prefixed, qualified, told
from ritornel.formats.odf.shapes_in import Shapes
from ritornel.formats.odf.styles_in import Properties, Styles, colour_of
from ritornel.formats.odf.timing_in import Timing, transition_of
from ritornel.formats.odf.words_in import Within, Words
from ritornel.formats.presentations import BadPresentation, Taken, titled
from ritornel.formats.presentations.gathering import Gathered
from ritornel.formats.presentations.losses import Losses
from ritornel.formats.presentations.sequencing import running_order
from ritornel.formats.presentations.xml import Package, parsed

_STAGE_WIDTH = 1280
_GENERIC = re.compile(r"(page|slide|seite|folie|page-)\s*-?\d+", re.IGNORECASE)
_MOST_FLAT_BYTES = 64 * 1024 * 1024


def read(file: BinaryIO) -> Taken:
    """Return the show that a presentation makes; ``BadPresentation`` if it is none, or too much."""
    file.seek(0)
    if file.read(2) == b"PK":
        file.seek(0)
        return _Document(*_unpacked(Package(file))).taken()
    file.seek(0)
    root = parsed(file.read(_MOST_FLAT_BYTES + 1))
    return _Document([root], None).taken()


def _unpacked(package: Package) -> tuple[list[Element], Package]:
    kind = (package.member("mimetype", 1000) or b"").decode("ascii", "replace").strip()
    if kind and not kind.startswith(MIME):
        raise BadPresentation("it is another kind of OpenDocument file; save it as a presentation (.odp)")
    manifest = package.member("META-INF/manifest.xml", 4_000_000) or b""
    if b"encryption-data" in manifest:
        raise BadPresentation("it is locked by a password; save it without one and try again")
    roots = [root for name in ("content.xml", "styles.xml", "meta.xml") if (root := package.xml(name)) is not None]
    if not roots:
        raise BadPresentation("there is no presentation in it; save it as .odp")
    return roots, package


class _Document:
    """A document while it is read."""

    def __init__(self, roots: list[Element], package: Package | None) -> None:
        self._package = package
        self._roots = roots
        self._losses = Losses()
        self._gathered = Gathered(self._losses)
        self._styles = Styles(roots)
        body = next((p for root in roots for p in root.iter(qualified("office:presentation"))), None)
        if body is None:
            raise BadPresentation("there are no slides in it; save it as a presentation (.odp)")
        self._pages = list(body.iterchildren(qualified("draw:page")))
        if not self._pages:
            raise BadPresentation("there are no slides in it")
        if len(self._pages) > limits.SLIDES:
            raise BadPresentation(f"it has {len(self._pages):,} slides, and {limits.SLIDES:,} are the most")
        width, height = self._size()
        self._scale = _STAGE_WIDTH / width
        self._stage = (_STAGE_WIDTH, min(4320, max(90, round(height * self._scale))))
        self._shapes = Shapes(self._styles, self._scale, self._gathered, self._losses, self._member)
        self._words = Words(self._styles, self._scale)

    def taken(self) -> Taken:
        """Return the show, its media, and what becomes different."""
        slides = tuple(self._slide(page, number) for number, page in enumerate(self._pages))
        show = Show(
            title=titled(self._meta("dc:title"), *(slide.title for slide in slides)),
            width=self._stage[0],
            height=self._stage[1],
            slides=slides,
            assets=tuple(self._gathered.assets.values()),
        )
        language = self._meta("dc:language")
        if re.fullmatch(r"[A-Za-z]{2,3}(-[A-Za-z0-9]{1,8}){0,3}", language):
            show = replace(show, language=language)
        try:
            return Taken(read_show(write_show(show)), self._gathered.media, self._losses.said())
        except BadDocument as error:
            raise BadPresentation(f"it has what a show cannot have: {error}") from error

    def _size(self) -> tuple[float, float]:
        """Return width and height of the pages, in points."""
        master = self._styles.named("style:master-page", told(self._pages[0], "draw:master-page-name"))
        layout = (
            self._styles.named("style:page-layout", told(master, "style:page-layout-name"))
            if master is not None
            else None
        )
        properties = None if layout is None else layout.find(qualified("style:page-layout-properties"))
        if properties is None:
            return 960.0, 540.0
        width, height = (points(told(properties, f"fo:page-{side}", "0")) for side in ("width", "height"))
        return (width, height) if width >= 10 and height >= 10 else (960.0, 540.0)

    def _meta(self, name: str) -> str:
        found = next((e for root in self._roots for e in root.iter(qualified(name))), None)
        return " ".join((found.text or "").split())[:300] if found is not None else ""

    def _slide(self, page: Element, number: int) -> Slide:
        master = self._styles.named("style:master-page", told(page, "draw:master-page-name"))
        own = self._styles.of("drawing-page", told(page, "draw:style-name"), "drawing-page")
        base = (
            {} if master is None else self._styles.of("drawing-page", told(master, "draw:style-name"), "drawing-page")
        )
        background, ground = self._ground(own if own.get("draw:fill") else base)
        self._shapes.begin()
        if master is not None and own.get("presentation:background-objects-visible") != "false":
            self._shapes.read(master, placeholders=False)
        behind = len(self._shapes.objects)
        self._shapes.read(page)
        objects = tuple(
            replace(o, role=ORNAMENT) if n < behind and not isinstance(o, Text) else o
            for n, o in enumerate(self._shapes.objects)
        )
        return self._timed(page, number, own, objects, background, ground)

    def _timed(
        self,
        page: Element,
        number: int,
        own: Properties,
        objects: tuple[Object, ...],
        background: str,
        ground: Ground | None,
    ) -> Slide:
        root = next((e for e in page if prefixed(e.tag) in ("anim:par", "anim:seq")), None)
        timed = Timing(self._shapes.names, self._stage, self._losses, self._sound).of(root)
        transition = timed.transition or transition_of(own, None, self._losses) or Transition(type="cut")
        if transition.duration_ms is None and number == 0:
            transition = Transition(type="cut")
        heard = self._styles.inside("drawing-page", told(page, "draw:style-name"), "presentation:sound")
        if heard is not None and (sound := self._sound(heard)):
            transition = replace(transition, sound=Spot(asset=sound))
        narration = None
        if timed.voice is not None and timed.voice[0]:
            lead = timed.voice[1]
            narration = Narration(asset=timed.voice[0], lead_ms=None if lead is None else round(lead))
        clock = own.get("presentation:transition-type") == "automatic"
        lasts = ms(own.get("presentation:duration", ""))
        name = told(page, "draw:name")
        return Slide(
            id=f"slide-{number + 1}",
            title="" if _GENERIC.fullmatch(name) or _is_said(name, objects) else name[:300],
            skipped=own.get("presentation:visibility") == "hidden",
            background=background,
            ground=ground,
            transition=transition,
            script=self._script(page),
            narration=narration,
            advance="clock" if clock else "presenter",
            length_ms=round(lasts) if lasts else None,
            objects=objects,
            waits={str(cue): round(wait) for cue, wait in timed.waits.items()},
            running_order=running_order(timed.acts, {o.id: o for o in objects}, self._stage, self._losses),
        )

    def _ground(self, properties: Properties) -> tuple[str, Ground | None]:
        kind = properties.get("draw:fill", "none")
        colour = colour_of(properties.get("draw:fill-color", ""))
        if kind == "gradient":
            gradient: Gradient | None = self._styles.gradient(properties.get("draw:fill-gradient-name", ""))
            return colour or "#ffffff", Ground(gradient=gradient) if gradient is not None else None
        if kind == "bitmap":
            element = self._styles.named("draw:fill-image", properties.get("draw:fill-image-name", ""))
            asset = (
                None
                if element is None
                else self._gathered.taken(
                    told(element, "xlink:href") or "ground.png", self._member(element), ("picture",)
                )
            )
            return colour or "#ffffff", Ground(asset=asset.id) if asset is not None else None
        return (colour or "#ffffff") if kind == "solid" else "#ffffff", None

    def _script(self, page: Element) -> str:
        """Return what the notes of a page say, a line for each paragraph."""
        lines: list[str] = []
        for frame in page.iterfind(f"{qualified('presentation:notes')}//{qualified('draw:frame')}"):
            box = frame.find(qualified("draw:text-box"))
            if told(frame, "presentation:class") == "notes" and box is not None:
                style = told(frame, "presentation:style-name")
                lines += [line.text for line in self._words.lines(box, Within("presentation", style))]
        return "\n".join(lines).strip()[:50_000]

    def _sound(self, element: Element) -> str:
        """Return the asset of a sound that an element links to; empty where there is none."""
        href = told(element, "xlink:href")
        asset = self._gathered.taken(href, self._member(element), ("sound",)) if href else None
        return "" if asset is None else asset.id

    def _member(self, element: Element) -> bytes | None:
        """Return the bytes of what an element links to, or holds."""
        held = element.find(qualified("office:binary-data"))
        if held is not None and held.text:
            try:
                return base64.b64decode(held.text)
            except (binascii.Error, ValueError):
                return None
        href = told(element, "xlink:href").removeprefix("./")
        return self._package.member(href) if self._package is not None and href else None


def _is_said(name: str, objects: tuple[Object, ...]) -> bool:
    """Tell whether a page is called what stands on it as its title."""
    titles = (o for o in objects if isinstance(o, Text) and o.role == "title")
    return any(" ".join(p.text for p in t.paragraphs).strip() == name.strip() for t in titles)

"""A show as a presentation of ISO/IEC 29500: its slides, notes and timing, in a package with its media."""

import zipfile
from collections.abc import Iterator, Mapping
from io import BytesIO
from pathlib import Path
from typing import Any

import pptx

from ritornel.core.model import Show, Slide
from ritornel.core.motion.transitions import transition_ms
from ritornel.core.score import Score, compile
from ritornel.formats.ooxml.names import EMU, Element, found, made
from ritornel.formats.ooxml.shapes_out import Shapes, gradient_of
from ritornel.formats.ooxml.slide_out import MediaOut, SlideOut
from ritornel.formats.ooxml.timing_out import Timing
from ritornel.formats.ooxml.transitions import written
from ritornel.formats.show_document import Outlet, packed

_BLANK = 6
"""The layout without a place on it, in the plain package that python-pptx begins with."""


def write(show: Show, files: Mapping[str, Path]) -> Iterator[bytes]:
    """Yield the package of a show, as it is made; ``files`` are its media by the ids of their assets."""
    document = pptx.Presentation()
    document.slide_width, document.slide_height = show.width * EMU, show.height * EMU  # type: ignore[assignment]
    document.core_properties.title = show.title[:255]
    document.core_properties.language = show.language
    media = MediaOut(document.part.package, {asset.id: asset for asset in show.assets}, files)
    score = compile(show)
    for number, slide in enumerate(show.slides):
        _put(document, show, slide, score, number, media)
    plain = BytesIO()
    document.save(plain)
    yield from _with_media(plain, media.lying, files)


def _with_media(plain: BytesIO, lying: Mapping[str, str], files: Mapping[str, Path]) -> Iterator[bytes]:
    """Yield a package with the files of its media, which it has until then by their names only."""
    out = Outlet()
    with zipfile.ZipFile(plain) as made_, zipfile.ZipFile(out, "w", zipfile.ZIP_DEFLATED) as archive:
        for name in made_.namelist():
            if name in lying:
                yield from packed(archive, out, name, files[lying[name]])
            else:
                archive.writestr(name, made_.read(name))
    yield out.taken()


def _put(document: Any, show: Show, slide: Slide, score: Score, number: int, media: MediaOut) -> None:
    """Put a slide behind those that are there."""
    page = document.slides.add_slide(document.slide_layouts[_BLANK])
    element: Element = page._element
    out = SlideOut(page.part, media)
    tree, content = page.shapes._spTree, found(element, "p:cSld")
    assert content is not None
    content.insert(0, _ground(slide, out))
    if slide.title:
        content.set("name", slide.title)
    shapes = Shapes(out, {asset.id: asset for asset in show.assets})
    names = {}
    for place, thing in enumerate(slide.objects):
        shape = shapes.of(thing, place + 2)
        if shape is not None:
            names[thing.id] = place + 2
            tree.append(shape)
    if slide.skipped:
        element.set("show", "0")
    clock = slide.advance == "clock"
    by_hand = slide.hold_ms is not None or slide.length_ms is not None
    goes_on = score.times[number].length_ms if clock or (by_hand and not slide.skipped) else None
    transition = written(slide.transition, transition_ms(slide.transition), goes_on, clock)
    if transition is not None:
        _heard(transition, slide, out)
        element.append(transition)
    timing = Timing(show, slide, out, names).tree()
    if timing is not None:
        element.append(timing)
    if slide.script.strip():
        page.notes_slide.notes_text_frame.text = slide.script


def _heard(transition: Element, slide: Slide, out: SlideOut) -> None:
    """Put the sound that comes with a slide into its transition."""
    sound = slide.transition.sound
    relation = out.sound(sound.asset) if sound is not None else None
    if relation is not None:
        for one in [transition, *transition.iter(f"{{{_P}}}transition")]:
            if one.tag == f"{{{_P}}}transition" and found(one, "p:sndAc") is None:
                heard = made("p:snd", {"r:embed": relation, "name": "sound"})
                one.append(made("p:sndAc", None, made("p:stSnd", None, heard)))


_P = "http://schemas.openxmlformats.org/presentationml/2006/main"


def _ground(slide: Slide, out: SlideOut) -> Element:
    """Return the background of a slide."""
    ground = slide.ground
    relation = out.picture(ground.asset) if ground is not None and ground.asset else None
    if ground is not None and ground.gradient is not None:
        fill = gradient_of(ground.gradient)
    elif relation is not None:
        stretched = made("a:stretch", None, made("a:fillRect"))
        fill = made("a:blipFill", None, made("a:blip", {"r:embed": relation}), stretched)
    elif slide.background == "none":
        fill = made("a:noFill")
    else:
        fill = made("a:solidFill", None, made("a:srgbClr", {"val": slide.background[1:].upper()}))
    return made("p:bg", None, made("p:bgPr", None, fill, made("a:effectLst")))

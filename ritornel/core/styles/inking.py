"""Ink follows its ground: which of a style's colours words have, by what is really behind each of their lines.

A style draws its inks for its own grounds, and says which stands for which on others (``Style.turned``). The first that
can be read on everything behind the words is taken; where none can, they stand on the style's plate. A drawing that is
clear in part, and would not be made out on its ground, gets a plate too. What was set by hand stays.
"""

from collections.abc import Mapping
from math import cos, radians, sin

import numpy as np
from msgspec.structs import replace

from ritornel.core.drawing.backdrop import Behind, Points, behind
from ritornel.core.drawing.colour import contrast, grey_of, least_contrast, light_of, wanted_contrast
from ritornel.core.drawing.tones import Tones, read
from ritornel.core.model import Clip, Object, Paragraph, Picture, Placing, Plate, Slide, Style, Text
from ritornel.core.model.roles import ORNAMENT
from ritornel.core.styles.giving import Room, colour_of, placing_for, slots_of, tint_of
from ritornel.core.text.layout import set_text

_MOST = 60
"""So many texts, and so many pictures, of a slide follow their ground."""

_ACROSS, _DOWN = 24, 3
"""Each line is looked at in so many places."""

_MADE_OUT = 1.9
"""A drawing of less contrast than this to its ground is not made out."""

_DRAWN = 0.75
"""What is more opaque than this, all over, is a picture and no drawing."""


def inked(slide: Slide, style: Style, room: Room) -> Slide:
    """Return the slide with its words in inks that can be read where they stand, and its drawings made out."""
    placing = placing_for(style, slide)
    slots = slots_of(slide, placing)
    left = {"text": _MOST, "picture": _MOST}
    for place, thing in enumerate(slide.objects):
        changed: Object = thing
        if isinstance(thing, Text) and thing.role and thing.role != ORNAMENT and left["text"]:
            left["text"] -= 1
            look = style.looks.get(thing.role)
            if look is not None:
                tint = tint_of(look, slots.get(thing.id))
                changed = _read(thing, tint, style, placing, behind_words(thing, slide, place, room), room)
        elif isinstance(thing, Picture | Clip) and "frame" not in thing.own and left["picture"]:
            left["picture"] -= 1
            changed = _made_out(thing, slide, place, style, room)
        if changed != thing:
            slide = replace(slide, objects=(*slide.objects[:place], changed, *slide.objects[place + 1 :]))
    return slide


def behind_words(text: Text, slide: Slide, place: int, room: Room) -> Behind:
    """Return what is behind the words of a text, the slide's object number ``place``; behind its box if it has none."""
    return behind(slide, place, _points(text), room.stage, room.assets)


def _points(text: Text) -> Points:
    """Return places of the stage all over the lines of a text."""
    boxes = [
        (line.x, p.top + n * p.height / len(p.lines), line.width, p.height / len(p.lines))
        for p in set_text(text)
        for n, line in enumerate(p.lines)
        if line.text.strip()
    ]
    boxes = boxes or [(0.0, 0.0, text.width, text.height)]
    across, down = (np.linspace(0, 1, count) for count in (_ACROSS, _DOWN))
    each = np.stack(np.meshgrid(across, 0.15 + 0.7 * down), axis=-1).reshape(-1, 2)
    spread = np.concatenate([np.array([x, y]) + each * np.array([width, height]) for x, y, width, height in boxes])
    if text.rotation:
        turn, middle = radians(text.rotation), np.array([text.width / 2, text.height / 2])
        spread = (spread - middle) @ np.array([[cos(turn), sin(turn)], [-sin(turn), cos(turn)]]) + middle
    return np.asarray(spread + np.array([text.x, text.y]))


def _read(text: Text, tint: str, style: Style, placing: Placing, seen: Behind, room: Room) -> Text:
    """Return a text in the ink that can be read, on a plate where none can."""
    least = wanted_contrast(text.size / room.scale, text.weight)
    if "colour" in text.own:
        return text
    inks = _inks(tint, style, placing)
    ink = next((i for i in inks if least_contrast(i, *seen) >= least), None)
    plate = None if "plate" not in text.own else text.plate
    if ink is None and "plate" not in text.own:
        plate = _plate(style, placing, inks[0])
        seen = on_plate(plate, seen)
    ink = ink or max(inks, key=lambda i: least_contrast(i, *seen))
    paragraphs = tuple(_lit(p, style, placing, seen, least) for p in text.paragraphs)
    return replace(text, colour=ink, plate=plate, paragraphs=paragraphs)


def on_plate(plate: Plate, seen: Behind) -> Behind:
    """Return what is behind words once a plate lies on it."""
    if plate.colour == "none":
        return seen
    grey = grey_of(plate.colour)
    return Behind(*(one + (grey - one) * plate.opacity for one in seen))


def _inks(tint: str, style: Style, placing: Placing) -> list[str]:
    """Return the colours that words may have which a style draws in a tint, the first choice first."""
    names = [tint, style.turned.get(tint, ""), "ink", style.turned.get("ink", "")]
    own = colour_of(tint, style, placing)
    return list(dict.fromkeys([own, *(style.palette[name] for name in names if name in style.palette)]))


def _plate(style: Style, placing: Placing, ink: str) -> Plate:
    """Return the style's plate: in its colour, or in another of the palette on which the ink is read."""
    look = style.plate
    names = (look.colour, placing.ground, "ground", "panel", "ink")
    colours = [style.palette[name] for name in names if name in style.palette] or ["#ffffff"]
    colour = next((c for c in colours if contrast(c, ink) >= 7), max(colours, key=lambda c: contrast(c, ink)))
    return Plate(colour=colour, opacity=look.opacity, corner_radius=look.corner_radius)


def _lit(paragraph: Paragraph, style: Style, placing: Placing, seen: Behind, least: float) -> Paragraph:
    """Return a paragraph in which words in a colour of the style are in the one of its pair that is read better."""
    if not any(run.colour for run in paragraph.runs):
        return paragraph
    pairs = _pairs(style, placing)

    def readable(colour: str) -> str:
        one, other = pairs.get(colour, (colour, colour))
        if least_contrast(one, *seen) >= least:
            return one
        return max((one, other), key=lambda c: least_contrast(c, *seen))

    runs = tuple(replace(run, colour=readable(run.colour)) if run.colour else run for run in paragraph.runs)
    return paragraph if runs == paragraph.runs else replace(paragraph, runs=runs)


def _pairs(style: Style, placing: Placing) -> Mapping[str, tuple[str, str]]:
    """Return for each colour of a style what it is on the style's ground, and what on one of the other kind."""
    found: dict[str, tuple[str, str]] = {}
    for one, other in reversed(style.turned.items()):
        if one in style.palette and other in style.palette:
            pair = colour_of(one, style, placing), style.palette[other]
            found |= {style.palette[other]: pair, pair[0]: pair}
    return found


def _made_out(thing: Picture | Clip, slide: Slide, place: int, style: Style, room: Room) -> Picture | Clip:
    """Return a picture; a drawing that does not stand out from its ground on a plate."""
    asset = room.assets.get(thing.asset)
    tones = read(asset.tones) if asset is not None else None
    plate = "none"
    if tones is not None and tones.clear.mean() < _DRAWN:
        plate = _drawing_plate(thing, slide, place, style, room, tones)
    return thing if thing.frame.plate == plate else replace(thing, frame=replace(thing.frame, plate=plate))


def _drawing_plate(thing: Picture | Clip, slide: Slide, place: int, style: Style, room: Room, tones: Tones) -> str:
    dark, light, _, opaque = tones
    drawn = opaque > 0
    if not drawn.any():
        return "none"
    box = np.array([thing.x, thing.y]), np.array([thing.width, thing.height])
    shares = np.stack(np.meshgrid(np.linspace(0.1, 0.9, 9), np.linspace(0.1, 0.9, 9)), axis=-1).reshape(-1, 2)
    seen = behind(slide, place, box[0] + shares * box[1], room.stage, room.assets)
    ground = float((seen.low + seen.high).mean() / 2)
    grey = float(np.average((dark + light)[drawn] / 2, weights=opaque[drawn]))
    if _apart(grey, ground) >= _MADE_OUT:
        return "none"
    colours = [style.palette[n] for n in (style.board, "panel", "ink", "ground") if n in style.palette]
    return max(colours, key=lambda c: min(3.0, _apart(grey, grey_of(c))), default="none")


def _apart(one: float, other: float) -> float:
    """Return the contrast of two greys."""
    lights = light_of(np.array([one, other]))
    return float((lights.max() + 0.05) / (lights.min() + 0.05))

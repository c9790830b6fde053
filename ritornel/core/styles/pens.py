"""The colours of pens: three that a house style gives, and that stand out from what is on a slide."""

from itertools import product

import numpy as np

from ritornel.core.drawing.backdrop import behind
from ritornel.core.drawing.colour import contrasts
from ritornel.core.model import Slide, Style
from ritornel.core.styles.giving import Room

PENS = 3
_CANDIDATES = ("accent", "second", "accent-turned", "second-turned", "ink", "paper", "ink-turned")
_PLAIN = ("#ffffff", "#111111", "#ffd23f", "#c4182f", "#1450c8")
_LIKE = 60
"""Colours that are no further apart than that, of 441, are one."""

_MOST = 0.5
"""A colour that stands out on so much of a slide will do; those of the style come first."""

_ACROSS, _DOWN = 12, 7
_STANDS_OUT = 3.0
"""Success criterion 1.4.11 asks so much contrast of what is to be made out."""


def pens_for(slide: Slide, style: Style | None, room: Room) -> tuple[str, ...]:
    """Return three colours, ``#rrggbb``, that stand out on most of a slide: those of its style first."""
    width, height = room.stage
    places = product((np.arange(_ACROSS) + 0.5) / _ACROSS * width, (np.arange(_DOWN) + 0.5) / _DOWN * height)
    low, high = behind(slide, len(slide.objects), np.array(list(places)), room.stage, room.assets)
    own = [style.palette[name] for name in _CANDIDATES if name in style.palette] if style is not None else []
    shares = {c: float(np.mean(contrasts(c, low, high) >= _STANDS_OUT)) for c in (*own, *_PLAIN)}
    clear = [colour for colour, share in shares.items() if share >= _MOST]
    others = sorted((c for c in shares if c not in clear), key=lambda c: -shares[c])
    found: list[str] = []
    for colour in (*clear, *others):
        if all(_apart(colour, other) > _LIKE for other in found):
            found.append(colour)
    return tuple(found[:PENS])


def _apart(one: str, other: str) -> float:
    values = ([int(colour[at : at + 2], 16) for at in (1, 3, 5)] for colour in (one, other))
    first, second = (np.array(v, float) for v in values)
    return float(np.linalg.norm(first - second))

"""Captions that were written by hand, and how a show's captions look."""

from typing import Annotated, Literal

from msgspec import Meta, Struct

from ritornel.core.model import limits
from ritornel.core.model.units import Ms

Text = Annotated[str, Meta(max_length=300)]


class WrittenCaption(Struct, frozen=True, array_like=True, gc=False):
    """A caption: from when to when, and its lines, parted by line ends.

    Times in ms of the asset of the slide's voice, so that they move with it; of the slide where it has none.
    """

    start_ms: Ms
    end_ms: Ms
    text: Text


class WrittenCaptions(Struct, frozen=True, kw_only=True, omit_defaults=True, gc=False):
    """A slide's captions in one language, written or corrected by hand; ``words``: the script that they are of."""

    lines: Annotated[tuple[WrittenCaption, ...], Meta(max_length=limits.CAPTIONS_ON_A_SLIDE)] = ()
    words: Annotated[str, Meta(max_length=50_000)] = ""


class CaptionLook(Struct, frozen=True, kw_only=True, omit_defaults=True, gc=False):
    """How captions look: their ``size``, where they stand, on what.

    ``place`` “free” is at the foot, or at the head where a text stands at the foot and none at the head. They are
    ``shown`` from the beginning, or when somebody turns them on.
    """

    size: Literal["small", "usual", "large"] = "usual"
    place: Literal["free", "foot", "head"] = "free"
    ground: Literal["dark", "light", "none"] = "dark"
    shown: bool = False

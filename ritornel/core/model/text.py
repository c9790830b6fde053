"""Words on the stage: paragraphs, and runs of characters that differ from the rest of their paragraph."""

from typing import Annotated, Literal

from msgspec import Meta, Struct

from ritornel.core.model import limits
from ritornel.core.model.units import Colour, Link

FamilyName = Literal[
    "plex-sans", "fraunces", "atkinson", "garamond", "zilla-slab", "barlow-condensed", "plex-mono", "caveat"
]
"""The shipped families; ``core.text.families`` says what they are."""

Weight = Literal[400, 600]
Size = Annotated[float, Meta(ge=4, le=1000)]
Align = Literal["left", "centre", "right"]
Sizes = Annotated[float, Meta(ge=0, le=5)]
"""A distance in sizes of the text."""

ParagraphText = Annotated[str, Meta(max_length=limits.PARAGRAPH_CHARACTERS)]

_Place = Annotated[int, Meta(ge=0, le=limits.PARAGRAPH_CHARACTERS)]


class Run(Struct, frozen=True, kw_only=True, omit_defaults=True, gc=False):
    """A stretch of a paragraph, from character ``start`` up to ``end``, and in what it differs from its text.

    ``link`` is an address, or a place in the show (``core.model.units.Link``).
    """

    start: _Place
    end: _Place
    font: FamilyName | None = None
    weight: Weight | None = None
    italic: bool | None = None
    underline: bool | None = None
    size: Size | None = None
    colour: Colour | None = None
    link: Link = ""


class Paragraph(Struct, frozen=True, omit_defaults=True, gc=False):
    """One line of a list, or one paragraph of a text: plain text without line breaks, and its runs in their order.

    ``marker`` stands before it; ``level`` is how deep it stands in a list. Left out, ``align`` and ``space_before``
    (in sizes) are the text's.
    """

    text: ParagraphText = ""
    runs: Annotated[tuple[Run, ...], Meta(max_length=limits.RUNS_IN_A_PARAGRAPH)] = ()
    align: Align | None = None
    marker: Literal["none", "bullet", "number"] = "none"
    level: Annotated[int, Meta(ge=0, le=limits.LEVELS - 1)] = 0
    space_before: Sizes | None = None

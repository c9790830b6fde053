"""The value types that fields are made of: times, sizes, colours, with the ranges they must keep."""

from typing import Annotated

from msgspec import Meta

from ritornel.core.model import limits

Ms = Annotated[int, Meta(ge=0, le=limits.TIME_MS)]
"""A time or length in whole milliseconds, from 0 to a day."""

Pixels = Annotated[int, Meta(ge=0, le=1_000_000)]
"""A width or height of a picture."""

Length = Annotated[float, Meta(gt=0, le=100_000)]
"""A width or height in stage units (a show is 1280 x 720 of them unless it says otherwise)."""

FARTHEST = 100_000
"""No place is farther from the stage's corner than this, in stage units."""

Position = Annotated[float, Meta(ge=-FARTHEST, le=FARTHEST)]
"""A place on the stage, in stage units from its top left corner; may lie outside the stage."""

Rate = Annotated[float, Meta(gt=0, le=16)]
"""Speed of a clip: 1 as it was made, 2 twice as fast."""

Share = Annotated[float, Meta(ge=0, le=1)]
"""A part of a whole, 0 to 1: opacity, for instance."""

SILENCE_DB = -96.0
Decibels = Annotated[float, Meta(ge=SILENCE_DB, le=24)]
"""A gain; 0 leaves the sound as it is, -96 is taken as silence."""

CueNumber = Annotated[str, Meta(pattern=r"^[1-9][0-9]{0,3}$")]
"""The number of a cue as documents write it in names: 1 to 9999."""

Count = Annotated[int, Meta(ge=1, le=1000)]
"""A number of times, 1 or more."""

Colour = Annotated[str, Meta(pattern=r"^(#[0-9a-fA-F]{6}|none)$")]
"""``#rrggbb`` or ``none``."""

Name = Annotated[str, Meta(max_length=300)]
"""A short text in one line."""

Language = Annotated[str, Meta(pattern=r"^[A-Za-z]{2,3}(-[A-Za-z0-9]{1,8}){0,3}\Z")]
"""A language by its tag (BCP 47), as “en” or “de-AT”."""

Id = Annotated[str, Meta(min_length=1, max_length=80)]
"""An identifier, unique among its kind in the show (steps: in the slide)."""

Link = Annotated[
    str,
    Meta(
        max_length=2000,
        pattern=r"^(|(https?://|mailto:)[^\s<>\"\\^`{|}\x00-\x1f]+|#(next|slide:.{1,80}|chapter:.{1,80}))$",
    ),
]
"""Where a link leads: an address (``http:``, ``https:``, ``mailto:``), or in the show: ``#next`` (the next cue),
``#slide:id``, ``#chapter:id``."""

"""An asset: a picture, clip or sound that a show uses, known by the hash of its content."""

from typing import Annotated, Literal

from msgspec import Meta, Struct, field

from ritornel.core.model import limits
from ritornel.core.model.units import Id, Ms, Name, Pixels

Loudness = Annotated[float, Meta(ge=-200, le=60)]
"""In LUFS, or dBTP."""


class SoundFacts(Struct, frozen=True, kw_only=True, omit_defaults=True, gc=False):
    """What was measured of a sound: ``loudness`` in LUFS and ``range`` in LU (none: it is silent), ``peak`` in dBTP.

    ``speech`` are the spans in ms in which it is loud as speech is over its pauses; ``speaks``: it is speech.
    ``beats`` are its beats in ms, the first of a bar every ``bar`` from the one numbered ``first`` on.
    """

    loudness: Loudness | None = None
    range: Annotated[float, Meta(ge=0, le=200)] = 0.0
    peak: Loudness = -120.0
    speaks: bool = False
    speech: Annotated[tuple[tuple[Ms, Ms], ...], Meta(max_length=limits.SPEECH_SPANS)] = ()
    beats: Annotated[tuple[Ms, ...], Meta(max_length=limits.BEATS)] = ()
    bar: Annotated[int, Meta(ge=1, le=16)] = 4
    first: Annotated[int, Meta(ge=0, le=15)] = 0


class Asset(Struct, frozen=True, kw_only=True, omit_defaults=True, gc=False):
    """What the engine must know of a media file. The file itself is kept elsewhere, under ``id``.

    ``id`` is the SHA-256 of the content in hexadecimal, ``length_ms`` 0 for a picture, ``width`` and
    ``height`` in pixels, 0 for a sound. ``licence`` and ``credit`` travel with the asset. ``tones`` say how light a
    picture or a clip is where (``core.drawing.tones``), ``sound`` what is heard in it; none where that was not
    measured.
    """

    id: Id
    kind: Literal["picture", "clip", "sound"]
    name: Name = ""
    mime: Name = ""
    length_ms: Ms = field(default=0, name="length")
    width: Pixels = 0
    height: Pixels = 0
    has_sound: bool = False
    licence: Name = ""
    credit: Name = ""
    tones: Annotated[str, Meta(max_length=1000)] = ""
    sound: SoundFacts | None = None

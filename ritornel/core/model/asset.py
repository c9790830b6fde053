"""An asset: a picture, clip or sound that a show uses, known by the hash of its content."""

from typing import Annotated, Literal

from msgspec import Meta, Struct, field

from ritornel.core.model.units import Id, Ms, Name, Pixels


class Asset(Struct, frozen=True, kw_only=True, omit_defaults=True, gc=False):
    """What the engine must know of a media file. The file itself is kept elsewhere, under ``id``.

    ``id`` is the SHA-256 of the content in hexadecimal, ``length_ms`` 0 for a picture, ``width`` and
    ``height`` in pixels, 0 for a sound. ``licence`` and ``credit`` travel with the asset. ``tones`` say how light a
    picture or a clip is where (``core.drawing.tones``); empty where that was not measured.
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

"""The faces that a picture carries with it: only the letters that are in it."""

import base64
import re
from collections.abc import Iterable
from functools import lru_cache
from importlib.resources import files
from xml.sax.saxutils import unescape

import uharfbuzz as hb

from ritornel.core.text.families import family
from ritornel.core.text.fonts import Face

_FONTS = files("ritornel.assets").joinpath("fonts")
_REMEMBERED = 64
_TAG = re.compile("<[^>]*>")


def with_faces(svg: str, faces: Iterable[Face]) -> str:
    """Return an SVG that is shown in its faces wherever it is opened."""
    letters = "".join(sorted(set(unescape(_TAG.sub("", svg))) | {" "}))
    rules = "".join(_rule(face, letters) for face in sorted(faces))
    if not rules:
        return svg
    start, content = svg.split(">", 1)
    return f"{start}><style>{rules}</style>{content}"


@lru_cache(maxsize=_REMEMBERED)
def _rule(face: Face, letters: str) -> str:
    slope = "italic" if face.italic else "normal"
    place = f"data:font/ttf;base64,{base64.b64encode(_subset(face, letters)).decode()}"
    return (
        f"@font-face{{font-family:'{family(face.font).css}';font-weight:{face.weight};font-style:{slope};"
        f"src:url({place}) format('truetype')}}"
    )


def _subset(face: Face, letters: str) -> bytes:
    asked = hb.SubsetInput()
    asked.unicode_set.update(map(ord, letters))
    whole = hb.Face(_FONTS.joinpath(f"{face.file}.ttf").read_bytes())
    return hb.subset(whole, asked).blob.data

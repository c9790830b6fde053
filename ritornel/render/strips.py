"""Slides side by side, each as wide as it lasts; and what stands for a slide that is not drawn."""

from io import BytesIO
from itertools import pairwise
from typing import NamedTuple

from PIL import Image, ImageColor


class Tile(NamedTuple):
    """One slide of a strip: its picture as PNG, or only its ground as a colour, and how long it lasts."""

    picture: bytes | None
    ground: str
    length_ms: int


def plain_png(ground: str, pixels: int, height: int) -> bytes:
    """Return a ground alone: what stands for a slide that cannot be drawn in time."""
    held = BytesIO()
    Image.new("RGB", (pixels, height), ImageColor.getrgb("#000000" if ground == "none" else ground)).save(held, "PNG")
    return held.getvalue()


def strip_png(pieces: list[Tile], width: int, height: int) -> bytes:
    """Return slides side by side as one PNG, each as wide as it lasts.

    A picture that is wider than its place is cut; one that is narrower goes on as its right edge is.
    """
    total = sum(piece.length_ms for piece in pieces) or 1
    sheet = Image.new("RGB", (width, height), "#d8cdb8")
    reached = 0
    edges = [0]
    for piece in pieces:
        reached += piece.length_ms
        edges.append(reached * width // total)
    for piece, (left, right) in zip(pieces, pairwise(edges), strict=True):
        if right > left:
            sheet.paste(_fitted(piece, right - left, height), (left, 0))
    held = BytesIO()
    sheet.save(held, "PNG")
    return held.getvalue()


def _fitted(piece: Tile, width: int, height: int) -> Image.Image:
    ground = "#000000" if piece.ground == "none" else piece.ground
    tile = Image.new("RGB", (width, height), ImageColor.getrgb(ground))
    if piece.picture is not None:
        picture = Image.open(BytesIO(piece.picture)).convert("RGB")
        picture = picture.resize((max(1, picture.width * height // picture.height), height))
        tile.paste(picture, (0, 0))
        if picture.width < width:
            edge = picture.crop((picture.width - 1, 0, picture.width, height))
            tile.paste(edge.resize((width - picture.width, height)), (picture.width, 0))
    if width > 3:
        tile.paste("#d8cdb8", (width - 1, 0, width, height))
    return tile

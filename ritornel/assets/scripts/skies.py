"""Skies and seas of the demo's pictures: grounds, water, stars and snow."""

import random

from PIL import Image, ImageDraw

WIDTH, HEIGHT = 1600, 900
FINE = 2  # drawn this much larger, then reduced

Colour = tuple[int, int, int]


def ground(top: Colour, bottom: Colour) -> Image.Image:
    """Return a picture shaded from ``top`` to ``bottom``."""
    column = Image.new("RGB", (1, HEIGHT * FINE))
    for y in range(HEIGHT * FINE):
        share = y / (HEIGHT * FINE)
        column.putpixel((0, y), tuple(round(a + (b - a) * share) for a, b in zip(top, bottom, strict=True)))
    return column.resize((WIDTH * FINE, HEIGHT * FINE))


def sea(picture: Image.Image, level: float, colour: Colour, seed: int) -> None:
    """Lay water below ``level`` (a share of the height), with lines of light on it."""
    pen = ImageDraw.Draw(picture)
    top = round(picture.height * level)
    pen.rectangle((0, top, picture.width, picture.height), fill=colour)
    chance = random.Random(seed)
    for _ in range(170):
        y = top + (picture.height - top) * chance.random() ** 1.5
        x = chance.random() * picture.width
        length = 30 + (y - top) * chance.random() * 0.9
        light = tuple(min(255, c + chance.randint(8, 26)) for c in colour)
        pen.line((x, y, x + length, y), fill=light, width=2 + round((y - top) / 160))


def stars(picture: Image.Image, count: int, level: float, seed: int) -> None:
    """Set stars above ``level``."""
    chance = random.Random(seed)
    pen = ImageDraw.Draw(picture)
    for _ in range(count):
        x, y, size = (
            chance.random() * picture.width,
            chance.random() * picture.height * level,
            chance.choice((1, 1, 2, 3)),
        )
        pen.ellipse((x, y, x + size, y + size), fill=(214, 216, 224))


def snow(picture: Image.Image, count: int, seed: int) -> None:
    """Let snow fall."""
    chance = random.Random(seed)
    pen = ImageDraw.Draw(picture, "RGBA")
    for _ in range(count):
        x, y, size = chance.random() * picture.width, chance.random() * picture.height, chance.uniform(2, 9)
        pen.ellipse((x, y, x + size, y + size), fill=(255, 255, 255, chance.randint(90, 220)))

"""Draw the demo's pictures: Skarholm Light by night, by day and in winter, its lens and its clockwork.

python -m ritornel.assets.scripts.make_pictures
"""

import math
import random
from pathlib import Path

from PIL import Image, ImageDraw, ImageFilter

from ritornel.assets.scripts.skies import FINE, HEIGHT, WIDTH, Colour, ground, sea, snow, stars

OUT = Path(__file__).resolve().parents[1] / "demo"
NIGHT = ((17, 24, 48), (42, 58, 84))
DUSK = ((46, 30, 62), (190, 112, 92))
DAY = ((150, 186, 200), (232, 226, 204))
SNOW = ((120, 138, 160), (226, 230, 232))
LAMP = (255, 214, 132)
CREAM = (244, 232, 204)


def rock(picture: Image.Image, middle: float, level: float, width: float, colour: Colour, seed: int) -> None:
    """Raise a skerry: a low, broken hump about ``middle``; all shares of the picture."""
    chance = random.Random(seed)
    points = []
    for n in range(41):
        share = n / 40
        height = math.sin(math.pi * share) ** 0.7 * 0.13 * (0.8 + 0.4 * chance.random())
        points.append((picture.width * (middle + (share - 0.5) * width), picture.height * (level - height)))
    pen = ImageDraw.Draw(picture)
    pen.polygon(
        [*points, (points[-1][0], picture.height * (level + 0.02)), (points[0][0], picture.height * (level + 0.02))],
        fill=colour,
    )


def tower(
    picture: Image.Image, middle: float, foot: float, tall: float, wall: Colour, band: Colour, lit: bool
) -> tuple[float, float]:
    """Put the light on its skerry; return the lamp's place in pixels."""
    pen = ImageDraw.Draw(picture)
    x, base, height = picture.width * middle, picture.height * foot, picture.height * tall
    low, high = height * 0.125, height * 0.083
    top = base - height
    pen.polygon([(x - low, base), (x + low, base), (x + high, top), (x - high, top)], fill=wall)
    for share in (0.22, 0.58):
        a, b = low + (high - low) * share, low + (high - low) * (share + 0.16)
        pen.polygon(
            [
                (x - a, base - height * share),
                (x + a, base - height * share),
                (x + b, base - height * (share + 0.16)),
                (x - b, base - height * (share + 0.16)),
            ],
            fill=band,
        )
    pen.rectangle((x - high * 1.45, top - height * 0.02, x + high * 1.45, top), fill=band)
    lamp = (x, top - height * 0.085)
    pen.rectangle(
        (x - high * 0.8, top - height * 0.15, x + high * 0.8, top - height * 0.02),
        fill=LAMP if lit else (206, 214, 214),
    )
    for n in range(5):
        bar = x - high * 0.8 + n * high * 0.4
        pen.line((bar, top - height * 0.15, bar, top - height * 0.02), fill=band, width=3)
    pen.polygon([(x - high, top - height * 0.15), (x + high, top - height * 0.15), (x, top - height * 0.25)], fill=band)
    for n in range(3):
        y = base - height * (0.14 + n * 0.29)
        pen.rectangle((x - high * 0.18, y - height * 0.035, x + high * 0.18, y), fill=(40, 36, 48))
    return lamp


def beams(picture: Image.Image, lamp: tuple[float, float], angles: tuple[float, ...], strength: int) -> Image.Image:
    """Throw beams from the lamp, degrees from level to the right, clockwise."""
    veil = Image.new("RGBA", picture.size, (0, 0, 0, 0))
    pen = ImageDraw.Draw(veil)
    far = picture.width * 1.4
    for angle in angles:
        for spread, share in ((9, 0.35), (5, 0.6), (2.4, 1.0)):
            a, b = math.radians(angle - spread), math.radians(angle + spread)
            corners = [
                lamp,
                (lamp[0] + far * math.cos(a), lamp[1] + far * math.sin(a)),
                (lamp[0] + far * math.cos(b), lamp[1] + far * math.sin(b)),
            ]
            layer = Image.new("RGBA", picture.size, (0, 0, 0, 0))
            ImageDraw.Draw(layer).polygon(corners, fill=(*LAMP, round(strength * share)))
            veil = Image.alpha_composite(veil, layer)
    radius = picture.height * 0.035
    pen = ImageDraw.Draw(veil)
    pen.ellipse((lamp[0] - radius, lamp[1] - radius, lamp[0] + radius, lamp[1] + radius), fill=(*LAMP, 150))
    veil = veil.resize((veil.width // 4, veil.height // 4)).filter(ImageFilter.GaussianBlur(5)).resize(picture.size)
    return Image.alpha_composite(picture.convert("RGBA"), veil).convert("RGB")


def hut(picture: Image.Image, x: float, base: float, size: float, wall: Colour, roof: Colour, window: Colour) -> None:
    """Build a boathouse; shares of the picture."""
    pen = ImageDraw.Draw(picture)
    left, foot, wide = picture.width * x, picture.height * base, picture.width * size
    tall = wide * 0.55
    pen.rectangle((left, foot - tall, left + wide, foot), fill=wall)
    pen.polygon(
        [(left - wide * 0.07, foot - tall), (left + wide * 1.07, foot - tall), (left + wide / 2, foot - tall * 1.75)],
        fill=roof,
    )
    for n in (0.18, 0.58):
        pen.rectangle((left + wide * n, foot - tall * 0.72, left + wide * (n + 0.22), foot - tall * 0.34), fill=window)


def lens() -> Image.Image:
    """Return the great lens as a line drawing on nothing: rings of prisms about a bull's eye."""
    size = (1000, 1400)
    picture = Image.new("RGBA", (size[0] * FINE, size[1] * FINE), (0, 0, 0, 0))
    pen = ImageDraw.Draw(picture)
    cx, cy = picture.width / 2, picture.height / 2
    for n in range(9, 0, -1):
        rx, ry = cx * 0.95 * n / 9, cy * 0.96 * (n / 9) ** 0.86
        pen.ellipse((cx - rx, cy - ry, cx + rx, cy + ry), outline=(*CREAM, 235), width=7 if n in (9, 4) else 5)
    for n in range(12):
        angle = math.pi * 2 * n / 12
        inner, outer = 0.42, 0.95
        pen.line(
            (
                cx + cx * inner * math.cos(angle),
                cy + cy * (inner * 1.05) * math.sin(angle),
                cx + cx * outer * math.cos(angle),
                cy + cy * 0.96 * math.sin(angle),
            ),
            fill=(*CREAM, 120),
            width=3,
        )
    pen.ellipse((cx - 120, cy - 120, cx + 120, cy + 120), fill=(*LAMP, 255))
    return picture.resize(size, Image.Resampling.LANCZOS)


def trough() -> Image.Image:
    """Return the bath of mercury, from the side, on nothing."""
    picture = Image.new("RGBA", (1400 * FINE, 220 * FINE), (0, 0, 0, 0))
    pen = ImageDraw.Draw(picture)
    w, h = picture.size
    pen.polygon(
        [(0, h * 0.05), (w, h * 0.05), (w * 0.93, h * 0.95), (w * 0.07, h * 0.95)],
        fill=(58, 82, 122, 255),
        outline=(172, 190, 214, 255),
        width=7,
    )
    pen.rounded_rectangle((w * 0.04, h * 0.14, w * 0.96, h * 0.32), radius=20, fill=(204, 216, 228, 255))
    return picture.resize((1400, 220), Image.Resampling.LANCZOS)


def gear(
    pen: ImageDraw.ImageDraw, cx: float, cy: float, radius: float, teeth: int, colour: Colour, hole: Colour
) -> None:
    """Draw a toothed wheel."""
    points = []
    for n in range(teeth * 4):
        angle = math.pi * 2 * n / (teeth * 4)
        reach = radius if n % 4 in (0, 1) else radius * 0.88
        points.append((cx + reach * math.cos(angle), cy + reach * math.sin(angle)))
    pen.polygon(points, fill=colour)
    pen.ellipse((cx - radius * 0.7, cy - radius * 0.7, cx + radius * 0.7, cy + radius * 0.7), fill=hole)
    for n in range(5):
        angle = math.pi * 2 * n / 5
        pen.line(
            (cx, cy, cx + radius * 0.78 * math.cos(angle), cy + radius * 0.78 * math.sin(angle)),
            fill=colour,
            width=round(radius * 0.1),
        )
    pen.ellipse((cx - radius * 0.16, cy - radius * 0.16, cx + radius * 0.16, cy + radius * 0.16), fill=colour)


def clockwork() -> Image.Image:
    """Return the clockwork: three wheels in brass."""
    dark = (38, 32, 44)
    picture = ground(dark, (58, 46, 56))
    pen = ImageDraw.Draw(picture)
    w, h = picture.size
    gear(pen, w * 0.62, h * 0.46, h * 0.33, 36, (169, 118, 31), (48, 39, 50))
    gear(pen, w * 0.375, h * 0.62, h * 0.2, 22, (196, 148, 66), (50, 41, 51))
    gear(pen, w * 0.845, h * 0.75, h * 0.135, 15, (146, 98, 26), (52, 43, 52))
    return picture


def scene(
    name: str,
    sky: tuple[Colour, Colour],
    water: Colour,
    stone: Colour,
    lit: bool,
    middle: float,
    tall: float,
    seed: int,
    angles: tuple[float, ...] = (),
) -> Image.Image:
    """Return the light on its skerry in some weather."""
    picture = ground(*sky)
    if lit:
        stars(picture, 240, 0.6, seed)
    rock(picture, 1 - middle, 0.74, 0.34, tuple(max(0, c - 14) for c in stone), seed + 5)
    sea(picture, 0.72, water, seed)
    rock(picture, middle, 0.8, 0.5, stone, seed + 1)
    lamp = tower(picture, middle, 0.695, tall, (238, 232, 220), (142, 42, 46), lit)
    return beams(picture, lamp, angles, 62) if angles else picture


def keep(picture: Image.Image, name: str) -> None:
    """Reduce and write a scene."""
    picture.convert("RGB").resize((WIDTH, HEIGHT), Image.Resampling.LANCZOS).save(OUT / name, quality=86, optimize=True)


def main() -> None:
    """Draw everything."""
    OUT.mkdir(exist_ok=True)
    keep(scene("night", NIGHT, (20, 32, 54), (24, 22, 34), True, 0.68, 0.46, 1, (-8, 172)), "skarholm-night.jpg")
    keep(scene("rays", NIGHT, (18, 28, 48), (22, 20, 32), True, 0.24, 0.4, 2, (2,)), "skarholm-beam.jpg")
    keep(clockwork(), "clockwork.jpg")
    lens().save(OUT / "lens-drawing.png", optimize=True)
    trough().save(OUT / "bath-drawing.png", optimize=True)
    winter()


def winter() -> None:
    """Draw the pictures of the lobby show, numbered as a camera would."""
    day = scene("day", DAY, (92, 132, 146), (84, 78, 80), False, 0.34, 0.5, 11)
    keep(day, "winter 1 the light by day.jpg")
    snowy = scene("snow", SNOW, (104, 122, 138), (232, 236, 240), False, 0.6, 0.5, 12)
    snow(snowy, 520, 3)
    keep(snowy, "winter 2 first snow.jpg")
    huts = ground(*SNOW)
    sea(huts, 0.62, (96, 112, 130), 21)
    ImageDraw.Draw(huts).rectangle((0, huts.height * 0.78, huts.width, huts.height), fill=(236, 238, 242))
    for n, wall in enumerate(((142, 42, 46), (176, 120, 52), (58, 82, 104), (142, 42, 46))):
        hut(huts, 0.06 + n * 0.235, 0.8, 0.16, wall, (240, 242, 246), (255, 226, 160))
    snow(huts, 380, 4)
    keep(huts, "winter 3 boathouses.jpg")
    dusk = scene("dusk", DUSK, (62, 46, 70), (34, 28, 40), True, 0.36, 0.52, 13, (-5,))
    keep(dusk, "winter 4 dusk.jpg")
    lit = ground((30, 24, 38), (70, 46, 44))
    pen = ImageDraw.Draw(lit)
    for n in range(7):
        x = lit.width * (0.08 + n * 0.14)
        pen.line((x, 0, x, lit.height * 0.2), fill=(120, 96, 70), width=6)
        pen.ellipse((x - 60, lit.height * 0.18, x + 60, lit.height * 0.18 + 150), fill=LAMP)
    pen.rectangle((0, lit.height * 0.8, lit.width, lit.height), fill=(92, 60, 46))
    hut(lit, 0.36, 0.8, 0.28, (150, 104, 76), (104, 66, 54), (255, 226, 160))
    keep(lit, "winter 5 the museum room.jpg")
    aurora = scene("aurora", ((12, 30, 44), (36, 86, 92)), (16, 40, 50), (18, 22, 30), True, 0.72, 0.42, 14, (186,))
    veil = Image.new("RGBA", aurora.size, (0, 0, 0, 0))
    draw = ImageDraw.Draw(veil)
    for n in range(60):
        x = aurora.width * (0.05 + n * 0.0145)
        top = aurora.height * (0.13 + 0.06 * math.sin(n / 6))
        draw.polygon(
            [(x, top), (x + 40, top + 20), (x + 20, top + aurora.height * 0.26), (x - 8, top + aurora.height * 0.24)],
            fill=(120, 220, 170, 26),
        )
    veil = veil.resize((veil.width // 4, veil.height // 4)).filter(ImageFilter.GaussianBlur(9)).resize(aurora.size)
    keep(Image.alpha_composite(aurora.convert("RGBA"), veil), "winter 10 northern lights.jpg")


if __name__ == "__main__":
    main()

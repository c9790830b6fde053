"""Make what lies on the collection's shelf: pictures, sounds played by arithmetic, a clip. All authors are made up.

python -m standins.collection.make_shelf
"""

import json
import math
from dataclasses import asdict

import av
import numpy as np
from PIL import Image, ImageDraw, ImageFilter

from ritornel.assets.scripts.make_pictures import DAY, DUSK, NIGHT, SNOW, ground, rock, scene, sea, snow, stars
from ritornel.assets.scripts.make_sounds import RATE, bed, placed, tone, write_opus
from standins.collection.shelf import FOLDER, Item

SIZE = (1280, 720)
FRAMES, FRAME_RATE = 100, 25
CLIP = (640, 360)
PREVIEW = (320, 180)
AURE, BRANT, KOLB, TEUVA = "Aure Lindvik", "M. Brantholm", "Kolbe & Strand", "Teuva Ekholt"
CC0, BY, SA = "CC0 1.0", "CC BY 4.0", "CC BY-SA 4.0"


def pictures() -> dict[str, Image.Image]:
    """Return the pictures by file name."""
    fog = scene("fog", ((206, 210, 208), (228, 228, 220)), (186, 194, 194), (150, 152, 150), False, 0.5, 0.5, 31)
    veil = Image.new("RGB", fog.size, (224, 226, 222))
    fog = Image.blend(fog, veil.filter(ImageFilter.GaussianBlur(2)), 0.55)
    skerries = ground(*DUSK)
    for n, (middle, width) in enumerate(((0.2, 0.3), (0.52, 0.22), (0.8, 0.34))):
        rock(skerries, middle, 0.74, width, (44 - n * 6, 34, 52), 40 + n)
    sea(skerries, 0.72, (74, 52, 78), 42)
    jetty = ground(*SNOW)
    sea(jetty, 0.5, (98, 116, 134), 51)
    pen = ImageDraw.Draw(jetty)
    w, h = jetty.size
    pen.polygon([(w * 0.42, h), (w * 0.9, h), (w * 0.6, h * 0.52), (w * 0.57, h * 0.52)], fill=(234, 238, 242))
    for n in range(7):
        y = h * (0.55 + n * 0.06)
        x = w * (0.555 - n * 0.019)
        pen.rectangle((x - 6 - n * 2, y - 60 - n * 16, x + 6 + n * 2, y), fill=(88, 74, 70))
    snow(jetty, 460, 52)
    sky = ground(*NIGHT)
    stars(sky, 900, 0.95, 61)
    rock(sky, 0.5, 1.02, 1.3, (12, 14, 26), 62)
    return {
        "fog-on-the-sound.jpg": fog,
        "three-skerries.jpg": skerries,
        "the-jetty-in-snow.jpg": jetty,
        "stars-over-the-rock.jpg": sky,
        "after-the-gale.jpg": scene("gale", DAY, (70, 112, 124), (66, 62, 66), False, 0.28, 0.46, 71),
        "last-light.jpg": scene("last", DUSK, (58, 40, 64), (30, 24, 36), True, 0.64, 0.5, 81, (4, 184)),
    }


def sounds() -> dict[str, tuple[np.ndarray, int]]:
    """Return the sounds by file name, with the bits a second in which they are kept."""
    chance = np.random.default_rng(5)
    rain = np.diff(chance.standard_normal(RATE * 10 + 1)) * 0.1
    drops = np.zeros(len(rain))
    for at in chance.uniform(0, 10, 420):
        placed(drops, tone(float(chance.uniform(900, 2600)), 0.06, 0.002, 0.02), float(at), 0.08)
    buoy = np.zeros(RATE * 12)
    for at, pitch in ((0.4, 392), (2.1, 370), (3.0, 392), (6.2, 370), (8.8, 392)):
        placed(buoy, tone(pitch, 3.0, 0.004, 1.1), at, 0.3)
    horn = np.zeros(RATE * 9)
    for at in (0.5, 5.0):
        placed(horn, tone(92, 2.4, 0.3, 40.0), at, 0.4)
    return {
        "slow-tide.ogg": (bed([(98, 147, 220, 247), (110, 165, 196, 262), (87, 131, 196, 220)], 6.0, 0.07, 21), 40_000),
        "lamps-being-lit.ogg": (
            bed([(196, 247, 294), (220, 262, 330), (175, 220, 262), (196, 247, 330)], 2.4, 0.22, 22),
            40_000,
        ),
        "rain-on-slate.ogg": (rain + drops, 32_000),
        "bell-buoy.ogg": (buoy, 32_000),
        "horn-far-out.ogg": (horn, 32_000),
    }


def waves() -> list[Image.Image]:
    """Return the frames of the clip: lines of swell, seen from the tower."""
    frames = []
    for number in range(FRAMES):
        picture = Image.new("RGB", CLIP, (22, 44, 58))
        pen = ImageDraw.Draw(picture)
        turn = 2 * math.pi * number / FRAMES
        for line in range(18):
            y = 30 + line * 19
            points = [
                (x, y + (3 + line * 0.5) * math.sin(x / (26 + line * 5) + turn + line * 0.9)) for x in range(0, 641, 8)
            ]
            light = 70 + line * 7
            pen.line(points, fill=(light // 2, light, light + 14), width=1 + line // 5)
        frames.append(picture)
    return frames


def write_clip(frames: list[Image.Image]) -> None:
    """Write the clip as VP9 in WebM."""
    with av.open(str(FOLDER / "swell-from-the-tower.webm"), "w") as container:
        video = container.add_stream("libvpx-vp9", rate=FRAME_RATE)
        video.width, video.height, video.pix_fmt, video.bit_rate = *CLIP, "yuv420p", 500_000
        video.options = {"deadline": "good", "cpu-used": "5"}
        for frame in frames:
            container.mux(video.encode(av.VideoFrame.from_image(frame)))
        container.mux(video.encode(None))


def outline(samples: np.ndarray) -> Image.Image:
    """Return a sound's small picture: how loud it is all along."""
    picture = Image.new("RGB", PREVIEW, (255, 253, 247))
    pen = ImageDraw.Draw(picture)
    for n, part in enumerate(np.array_split(np.abs(samples), PREVIEW[0] // 4)):
        tall = max(1, float(part.max()) ** 0.5 * PREVIEW[1] * 0.42)
        pen.rectangle((n * 4, PREVIEW[1] / 2 - tall, n * 4 + 1, PREVIEW[1] / 2 + tall), fill=(31, 122, 109))
    return picture


LISTED = (
    ("fog-on-the-sound.jpg", "Fog on the sound", AURE, BY, "weather sea grey morning", ""),
    ("three-skerries.jpg", "Three skerries", AURE, BY, "evening sea rocks dusk", "slowly"),
    ("the-jetty-in-snow.jpg", "The jetty in snow", BRANT, SA, "winter harbour sea white", "moved"),
    ("stars-over-the-rock.jpg", "Stars over the rock", BRANT, CC0, "night sky", ""),
    ("after-the-gale.jpg", "After the gale", TEUVA, BY, "lighthouse day sea weather", ""),
    ("last-light.jpg", "Last light", TEUVA, "by arrangement", "lighthouse dusk beam", "refused"),
    ("slow-tide.ogg", "Slow tide", KOLB, BY, "music calm sea bed", ""),
    ("lamps-being-lit.ogg", "Lamps being lit", KOLB, BY, "music winter bells bed", ""),
    ("rain-on-slate.ogg", "Rain on slate", AURE, CC0, "weather roof", "slowly"),
    ("bell-buoy.ogg", "Bell buoy", TEUVA, BY, "sea harbour bell", ""),
    ("horn-far-out.ogg", "Horn, far out", BRANT, CC0, "sea fog signal", "moved"),
    ("swell-from-the-tower.webm", "Swell from the tower", AURE, BY, "sea waves", ""),
)


def main() -> None:
    """Make everything, and the list of it."""
    FOLDER.mkdir(exist_ok=True)
    sizes: dict[str, dict[str, int]] = {}
    small: dict[str, Image.Image] = {}
    for name, picture in pictures().items():
        picture = picture.convert("RGB").resize(SIZE, Image.Resampling.LANCZOS)
        picture.save(FOLDER / name, quality=82, optimize=True)
        sizes[name], small[name] = {"width": SIZE[0], "height": SIZE[1]}, picture
    for name, (samples, bits) in sounds().items():
        samples = samples / np.abs(samples).max() * 0.6
        write_opus(samples, FOLDER / name, bits)
        sizes[name], small[name] = {"length": round(len(samples) / RATE * 1000)}, outline(samples)
    frames = waves()
    write_clip(frames)
    name = "swell-from-the-tower.webm"
    sizes[name] = {"width": CLIP[0], "height": CLIP[1], "length": FRAMES * 1000 // FRAME_RATE}
    small[name] = frames[0]
    kinds = {".jpg": "picture", ".ogg": "sound", ".webm": "clip"}
    items = []
    for name, title, author, licence, words, manner in LISTED:
        stem, ending = name.rsplit(".", 1)
        item = Item(stem, title, kinds[f".{ending}"], author, licence, name, words, manner=manner, **sizes[name])
        small[name].resize(PREVIEW, Image.Resampling.LANCZOS).save(item.preview, quality=80)
        items.append(asdict(item))
    (FOLDER / "shelf.json").write_text(json.dumps(items, indent=1) + "\n", encoding="utf-8")


if __name__ == "__main__":
    main()

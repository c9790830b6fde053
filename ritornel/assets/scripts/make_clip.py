"""Make the demo's clip: the lens turning on its bath, with the sound of the sea. VP9 and Opus in WebM.

python -m ritornel.assets.scripts.make_clip
"""

import math
from functools import cache
from pathlib import Path

import av
import numpy as np
from PIL import Image, ImageDraw

OUT = Path(__file__).resolve().parents[1] / "demo"
SIZE = (800, 600)
RATE = 25
LENGTH_S = 12
SOUND_RATE = 48000


@cache
def lantern_room() -> Image.Image:
    """Return the dark room behind the lens."""
    w, h = SIZE
    y, x = np.mgrid[0:h, 0:w]
    near = np.exp(-(((x - w / 2) / (0.33 * w)) ** 2 + ((y - h * 0.42) / (0.4 * h)) ** 2))
    dark = np.array([17, 30, 38]) * (1 - 0.45 * (y / h))[..., None]
    warm = np.array([255, 206, 120])
    room = Image.fromarray(np.clip(dark + (warm - dark) * (0.24 * near)[..., None], 0, 255).astype(np.uint8))
    return room.resize((w * 2, h * 2))


def frame(number: int) -> Image.Image:
    """Return one frame: rings that turn, a flash when a bull's eye faces us, the bath under it."""
    w, h = SIZE[0] * 2, SIZE[1] * 2
    turn = number / RATE / LENGTH_S * 2 * math.pi * 2
    facing = max(0.0, math.cos(turn * 4)) ** 8
    picture = lantern_room().copy()
    pen = ImageDraw.Draw(picture)
    for n in range(8):
        angle = turn + n * math.pi / 4
        depth = math.cos(angle)
        x = w / 2 + math.sin(angle) * w * 0.26
        wide = abs(depth) * w * 0.12 + 4
        tone = round(120 + 110 * (depth + 1) / 2)
        for ring in range(4, 0, -1):
            rx, ry = wide * ring / 4, h * 0.32 * ring / 4
            pen.ellipse(
                (x - rx, h * 0.42 - ry, x + rx, h * 0.42 + ry), outline=(tone, tone, round(tone * 0.85)), width=7
            )
    lamp = 34 + 30 * facing
    pen.ellipse((w / 2 - lamp, h * 0.42 - lamp, w / 2 + lamp, h * 0.42 + lamp), fill=(255, 224, 160))
    pen.polygon(
        [(w * 0.18, h * 0.8), (w * 0.82, h * 0.8), (w * 0.76, h * 0.93), (w * 0.24, h * 0.93)], fill=(62, 86, 124)
    )
    pen.rectangle((w * 0.2, h * 0.82, w * 0.8, h * 0.845), fill=(204, 216, 228))
    return picture.resize(SIZE, Image.Resampling.LANCZOS)


def main() -> None:
    """Write the clip."""
    OUT.mkdir(exist_ok=True)
    with av.open(str(OUT / "turning-lens.webm"), "w") as container:
        video = container.add_stream("libvpx-vp9", rate=RATE)
        video.width, video.height, video.pix_fmt, video.bit_rate = *SIZE, "yuv420p", 1_100_000
        video.options = {"g": "50", "deadline": "good", "cpu-used": "5", "row-mt": "1"}
        sound = container.add_stream("libopus", rate=SOUND_RATE, layout="mono")
        sound.bit_rate = 48_000
        for number in range(RATE * LENGTH_S):
            container.mux(video.encode(av.VideoFrame.from_image(frame(number))))
        container.mux(video.encode(None))
        t = np.arange(SOUND_RATE * LENGTH_S) / SOUND_RATE
        hum = 0.12 * np.sin(2 * np.pi * 82 * t) * (0.6 + 0.4 * np.sin(2 * np.pi * t * 2 / 3))
        samples = (hum * 32767).astype(np.int16)
        for first in range(0, len(samples), 960):
            piece = av.AudioFrame.from_ndarray(samples[first : first + 960].reshape(1, -1), format="s16", layout="mono")
            piece.sample_rate, piece.pts = SOUND_RATE, first
            container.mux(sound.encode(piece))
        container.mux(sound.encode(None))


if __name__ == "__main__":
    main()

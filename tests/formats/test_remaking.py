"""Clips and sounds that browsers do not play are made anew; what plays stays byte for byte."""

from pathlib import Path
from tempfile import TemporaryDirectory
from unittest import TestCase, mock

import av
import numpy as np
from PIL import Image

from ritornel.formats.how_far import HowFar, how_far
from ritornel.formats.media import examine, probe
from ritornel.formats.media_kinds import BadMedia
from ritornel.formats.preparing import prepare
from tests.files import webm


def film(path: Path, codec: str, form: str, pixels: str, sound: str = "") -> None:
    """Two seconds of a moving picture, light on the left and dark on the right, in any codec."""
    with av.open(str(path), "w", format=form) as container:
        stream = container.add_stream(codec, rate=10)
        stream.width, stream.height, stream.pix_fmt = 64, 48, pixels
        audio = container.add_stream(sound, rate=44_100, layout="mono") if sound else None
        for number in range(20):
            image = np.zeros((48, 64, 3), np.uint8)
            image[:, :32] = 200
            image[:, 32:] = number
            frame = av.VideoFrame.from_ndarray(image, format="rgb24").reformat(format=pixels)
            frame.pts = number
            container.mux(stream.encode(frame))
        container.mux(stream.encode(None))
        if audio is not None:
            samples = (8000 * np.sin(np.arange(88_200) / 20)).astype(np.int16).reshape(1, -1)
            for start in range(0, 88_200, 1024):
                part = av.AudioFrame.from_ndarray(samples[:, start : start + 1024], format="s16", layout="mono")
                part.rate, part.pts = 44_100, start
                container.mux(audio.encode(part))
            container.mux(audio.encode(None))


class Remaking(TestCase):
    def setUp(self):
        self.folder = Path(self.enterContext(TemporaryDirectory()))

    def test_how_far_it_is_is_told_beside_it(self):
        path = self.folder / "film.mp4"
        film(path, "libx265", "mp4", "yuv420p")
        self.assertIsNone(how_far(self.folder))
        told = []
        with mock.patch.object(HowFar, "tell", lambda _, share: told.append(share)):
            prepare(path, "turning lens.mp4")
        self.assertEqual(told, sorted(told))
        self.assertTrue(told[0] < 0.3 and 0.7 < told[-1] <= 1, told)
        HowFar(path).tell(told[-1])
        self.assertEqual(how_far(self.folder), round(1000 * told[-1]))

    def test_what_browsers_do_not_play_becomes_h264_and_aac_as_long_as_it_was(self):
        for ending, codec, form, pixels, sound in (
            ("mp4", "libx265", "mp4", "yuv420p", "aac"),
            ("mov", "prores_ks", "mov", "yuv422p10le", "pcm_s16le"),
            ("mp4", "libx264", "mp4", "yuv422p", ""),
            ("avi", "mpeg4", "avi", "yuv420p", "pcm_s16le"),
            ("mkv", "libx264", "matroska", "yuv420p", "pcm_s16le"),
        ):
            with self.subTest(f"{codec} in {ending}"):
                path = self.folder / f"film.{ending}"
                film(path, codec, form, pixels, sound)
                name = prepare(path, f"turning lens.{ending}")
                facts = examine(path, name, self.folder)
                self.assertEqual(name, "turning lens.mp4")
                self.assertEqual(
                    (facts.codec, facts.width, facts.height), ("h264 and aac" if sound else "h264", 64, 48)
                )
                self.assertAlmostEqual(facts.length_ms, 2000, delta=120)
                self.assertEqual(facts.has_sound, bool(sound))
                with Image.open(self.folder / "poster.jpg") as poster:
                    self.assertGreater(
                        poster.convert("L").getpixel((10, 20)), poster.convert("L").getpixel((55, 20)) + 100
                    )

    def test_what_plays_stays_and_what_is_hurt_is_refused_in_words(self):
        path = self.folder / "a.webm"
        content = webm()
        path.write_bytes(content)
        self.assertEqual((prepare(path, "a.webm"), path.read_bytes()), ("a.webm", content))
        hurt = self.folder / "b.mkv"
        hurt.write_bytes(content[:60] + b"x" * 999)
        with self.assertRaises(BadMedia):
            probe(hurt, prepare(hurt, "b.mkv"))

    def test_tiff_and_bmp_become_png(self):
        for ending in ("tif", "tiff", "bmp"):
            path = self.folder / f"a.{ending}"
            Image.new("RGB", (40, 30), "#a03030").save(path, {"bmp": "BMP"}.get(ending, "TIFF"))
            name = prepare(path, f"log.{ending}")
            facts = probe(path, name)
            self.assertEqual((name, facts.mime, facts.width, facts.height), ("log.png", "image/png", 40, 30))
            with Image.open(path) as picture:
                self.assertEqual(picture.convert("RGB").getpixel((5, 5)), (160, 48, 48))

"""Frames as pixels: the same however one comes to them, clips read in order, everything in its place."""

import tempfile
from pathlib import Path
from unittest import TestCase
from unittest.mock import patch

import av
import numpy as np
from av.video.reformatter import Colorspace
from msgspec.structs import replace

from ritornel.core.model import Asset as CoreAsset
from ritornel.core.model import Show
from ritornel.core.model.reading import convert
from ritornel.core.score import compile
from ritornel.render.burnt import Burnt, caption_text
from ritornel.render.clip_frames import ClipFrames
from ritornel.render.filming import FilmSettings
from ritornel.render.frames import Frames
from ritornel.render.mats import Matted
from ritornel.render.segment_pictures import ShowPictures
from ritornel.render.surfaces import NONE, Area, plain
from tests.files import png, webm
from tests.made import show, step, text

GROUND, BOX = "#faf6ec", "#1f7a6d"
SIZE = 320, 180


def box(key: str = "box", **more) -> dict:
    return {"id": key, "kind": "shape", "x": 400, "y": 200, "width": 320, "height": 160, "fill": BOX, **more}


def bare(*objects: dict, steps: tuple = (), **more) -> dict:
    return {"objects": list(objects), "running_order": list(steps), "background": GROUND, "hold": 500, **more}


def rgb(pixels: np.ndarray, x: int, y: int) -> list[int]:
    return pixels[y, x, 2::-1].tolist()


class Media(TestCase):
    def setUp(self):
        held = tempfile.TemporaryDirectory()
        self.addCleanup(held.cleanup)
        self.folder = Path(held.name)
        self.files = {"film": self.folder / "film.webm", "lamp": self.folder / "lamp.png"}
        self.files["film"].write_bytes(webm(4.0))
        self.files["lamp"].write_bytes(png("#ff0000", (64, 48)))

    def frames(self, made: Show) -> Frames:
        return Frames(made, compile(made), self.files, *SIZE)


class Drawn(Media):
    def test_things_stand_where_they_are_in_their_colours(self):
        pixels, changed = self.frames(show(bare(box()))).at(400)
        self.assertEqual(changed, Area(0, 0, *SIZE))
        self.assertEqual((rgb(pixels, 20, 20), rgb(pixels, 140, 70)), ([250, 246, 236], [31, 122, 109]))
        edges = [rgb(pixels, x, 70) for x in (99, 100, 179, 180)]
        self.assertEqual(edges, [[250, 246, 236], [31, 122, 109], [31, 122, 109], [250, 246, 236]])

    def test_only_what_changed_is_drawn_anew(self):
        spin = step("a", "alongside", 1000, effect="fade", easing="linear")
        frames = self.frames(show(bare(box(), box("far", x=40, y=40, width=80, height=40), steps=(spin,))))
        frames.at(800)
        _, changed = frames.at(900)
        self.assertEqual(changed, Area(100, 50, 180, 90))
        self.assertEqual(frames.at(900)[1], NONE)

    def test_frames_are_the_same_however_one_comes_to_them(self):
        steps = [
            step(f"s{n}", "alongside", 900, kind=kind, effect=effect, easing="linear")
            for n, (kind, effect) in enumerate(
                [("entrance", "rise"), ("emphasis", "turn"), ("emphasis", "recolour"), ("exit", "iris")]
            )
        ]
        words = text("words", "Four tons", "of glass", x=100, y=500, width=600, height=120, size=48)
        line = step("line", "alongside", 900, object="words", part={"paragraph": 1}, effect="blur")
        one = bare(
            box(rotation=20),
            words,
            {"id": "p", "kind": "picture", "asset": "lamp", "x": 900, "y": 60, "width": 200, "height": 300},
            steps=(*steps, line),
        )
        made = show(one, bare(box(x=100), transition={"type": "cube", "duration": 600}))
        made = replace(
            made, assets=(*made.assets, replace(made.assets[0], id="lamp", kind="picture", width=64, height=48))
        )
        score = compile(made)
        going = self.frames(made)
        for time in np.linspace(0, score.length_ms, 41):
            there = going.at(float(time))[0].astype(int)
            fresh = self.frames(made).at(float(time))[0].astype(int)
            self.assertLessEqual(np.abs(there - fresh).max(), 1, time)

    def test_what_stays_larger_is_drawn_with_all_its_detail(self):
        grow = step("a", "alongside", 400, kind="emphasis", effect="resize", object="words", params={"size": 230})
        words = text("words", "Glass", x=400, y=300, width=400, height=80, size=40)
        made = show(bare(words, steps=(grow,), hold=2000))
        length = compile(made).length_ms
        frames = self.frames(made)
        coarse = frames.at(length - 10)[0].copy()
        fine, _ = frames.at(length - 5, stays=True)
        self.assertGreater(np.abs(coarse.astype(int) - fine.astype(int)).max(), 8)
        self.assertLess(np.abs(coarse.astype(float) - fine).mean(), 2.0)
        self.assertEqual(frames.at(length - 5, stays=True)[1], NONE, "what is drawn so is not drawn again")

    def test_a_missing_medium_is_a_gap_with_its_name(self):
        """Whether the show does not know it any more, or its file is not there or cannot be read."""
        self.files["gone"] = self.folder / "gone.png"
        self.files["torn"] = self.folder / "torn.webm"
        self.files["torn"].write_bytes(webm(1.0)[:40])
        for kind, asset, known in (
            ("picture", "lost", {}),
            ("picture", "gone", {"kind": "picture", "mime": "image/png", "width": 64, "height": 48}),
            ("clip", "torn", {"kind": "clip", "mime": "video/webm", "width": 64, "height": 48, "duration_ms": 1000}),
        ):
            wide = {"x": 0, "y": 0, "width": 1280, "height": 720}
            made = show(bare({"id": "p", "kind": kind, "asset": asset, "name": "Lens", **wide}))
            if known:
                made = replace(made, assets=(convert({"id": asset, "name": "Lens", **known}, CoreAsset),))
            with self.subTest(asset=asset):
                pixels, _ = self.frames(made).at(100)
                self.assertEqual(rgb(pixels, 4, 90), [239, 231, 212])
                self.assertGreater(int((pixels[60:120, 100:220, 1] < 200).sum()), 60, "it says what is missing")


class Clips(Media):
    def shades(self, clip: ClipFrames, times: list[float]) -> list[int]:
        return [int(clip.at(time)[20, 20, 0]) for time in times]

    def test_the_frame_of_an_instant_is_the_last_that_has_begun(self):
        clip = ClipFrames(self.files["film"])
        shades = self.shades(clip, [0, 99, 100, 1950, 3950, 9000])
        for shade, number in zip(shades, [0, 0, 1, 19, 39, 39], strict=True):
            self.assertAlmostEqual(shade, 40 + 200 * number // 40, delta=4)

    def test_it_is_read_in_order_and_jumps_only_back_or_far(self):
        jumps = []
        clip = ClipFrames(self.files["film"])
        self.enterContext(patch.object(ClipFrames, "_jump", lambda _, wanted: jumps.append(wanted)))
        for time in range(0, 3900, 33):
            clip.at(time)
        self.assertEqual(jumps, [])

    def test_it_can_go_back(self):
        clip = ClipFrames(self.files["film"])
        there = self.shades(clip, [3000, 500, 3000])
        self.assertEqual(there[0], there[2])
        self.assertAlmostEqual(there[1], 40 + 200 * 5 // 40, delta=4)

    def test_its_colours_are_those_it_says_by_whichever_name(self):
        red = (200, 40, 30)
        spoken = {
            1: Colorspace.ITU709,
            4: Colorspace.FCC,
            5: Colorspace.ITU601,
            6: Colorspace.ITU601,
            7: Colorspace.SMPTE240M,
        }
        for number in range(15):
            path = self.folder / f"red-{number}.mp4"
            with av.open(str(path), "w") as container:
                stream = container.add_stream("libx264", rate=10)
                stream.width, stream.height, stream.pix_fmt = 64, 48, "yuv420p"
                stream.codec_context.colorspace = number
                frame = av.VideoFrame.from_ndarray(np.full((48, 64, 3), red, np.uint8), format="rgb24")
                turned = frame.reformat(format="yuv420p", dst_colorspace=spoken.get(number, Colorspace.ITU601))
                container.mux(stream.encode(turned))
                container.mux(stream.encode(None))
            with self.subTest(colorspace=number):
                shown = ClipFrames(path).at(0)
                self.assertEqual(shown.shape, (48, 64, 3))
                if number in spoken:
                    np.testing.assert_allclose(shown[20, 20, ::-1], red, atol=6)

    def test_on_a_slide_it_runs_with_the_show(self):
        film = {
            "id": "film",
            "kind": "clip",
            "asset": "film",
            "out": 4000,
            "x": 320,
            "y": 180,
            "width": 640,
            "height": 360,
        }
        play = {"id": "play", "object": "film", "kind": "play", "effect": "play", "trigger": "alongside"}
        made = show(bare(film, steps=(play,), hold=3000))
        frames = self.frames(made)
        shades = [int(frames.at(time)[0][90, 160, 0]) for time in (500, 1500, 2500)]
        self.assertTrue(shades[0] + 20 < shades[1] < shades[2] - 20, shades)


class Around(Media):
    def test_a_stage_in_another_shape_has_its_ground_around_it(self):
        made = show(bare(box(), transition={"type": "cut"}))
        pictures = ShowPictures(made, FilmSettings(lines=180, shape="upright"), {})
        self.assertEqual(pictures.size, (180, 320))
        pixels, _ = pictures.frame(0, 0, False)
        self.assertEqual(pixels.shape[:2], (320, 180))
        self.assertEqual(rgb(pixels, 90, 10), [250, 246, 236])
        mat = Matted(made, compile(made), 180, 320)
        top = (320 - mat.height) // 2
        self.assertEqual(rgb(pixels, 78, top + round(70 * mat.height / 180)), [31, 122, 109])

    def test_a_film_that_follows_is_filled_by_what_comes(self):
        """Then everything is as high as the frame; where all is looked at, it is whole, with the ground around."""
        far, near = box("far", x=1000, width=200), box("near", x=100, width=200)
        comes = step("near", "alongside", 300, object="near", kind="emphasis", effect="pulse", delay=500)
        made = show(bare(near, far, steps=(comes,), hold=3000, transition={"type": "cut"}))
        pictures = ShowPictures(made, FilmSettings(lines=180, shape="upright, following"), {})
        pixels, changed = pictures.frame(0, 0, True)
        self.assertEqual((pixels.shape[:2], changed), ((320, 180), Area(0, 0, 180, 320)))
        self.assertEqual(rgb(pixels, 90, 10), [250, 246, 236])
        wide = 180 / (1100 + 2 * 36)
        for x in (200, 1100):
            self.assertEqual(rgb(pixels, round(90 + (x - 650) * wide), 160 - round(80 * wide)), [31, 122, 109])
        self.assertEqual(pictures.frame(0, 100, True)[1], NONE)
        pixels, _ = pictures.frame(0, 2900, True)
        units = 320 / 720
        edges = [
            rgb(pixels, round(x * units) + by, round(280 * units))
            for x, by in ((100, -1), (100, 1), (300, -2), (300, 1))
        ]
        self.assertEqual(edges, [[250, 246, 236], [31, 122, 109], [31, 122, 109], [250, 246, 236]])

    def test_captions_are_on_their_ground_where_no_text_stands(self):
        made = show(bare(box()), bare(text("low", "A line", x=100, y=620, width=600, height=80)))
        free = Burnt(made, 1280)
        below = plain(1280, 720, (250, 246, 236))
        seen, changed = free.over(below, NONE, made.slides[0], "Four tons\nof glass")
        self.assertGreater(changed.top, 560)
        self.assertLess(rgb(seen, 640, changed.top + 8)[0], 60)
        _, changed = free.over(below, NONE, made.slides[0], "Four tons\nof glass")
        self.assertEqual(changed, NONE)
        gone, changed = free.over(below, NONE, made.slides[0], "")
        self.assertGreater(changed.top, 560)
        self.assertTrue((gone == below).all())
        self.assertLess(caption_text(made, "Four tons", above=True).y, 60)
        _, changed = free.over(below, NONE, made.slides[1], "Four tons")
        self.assertLess(changed.bottom, 140, "a text stands at the foot, and none at the head")

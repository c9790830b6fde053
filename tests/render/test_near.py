"""Pictures that are looked at from near are drawn with all their detail, wherever they are seen, and nothing else of them."""

import random
import tempfile
from pathlib import Path
from unittest import TestCase

import numpy as np
from msgspec.structs import replace
from PIL import Image

from ritornel.core.model import Asset, Show
from ritornel.core.motion.flying import Seen, seen_through
from ritornel.core.score import compile
from ritornel.formats.tiles import write_tiles
from ritornel.render.frames import Frames
from ritornel.render.pictures import picture_pixels
from tests.made import show, slide

WIDE, HIGH = 4000, 2400
VIEWS = [Seen(2000, 1200, 100, 0), Seen(700, 400, 150, 25), Seen(3990, 2390, 200, 0), Seen(2600, 900, 900, -70)]


def places(seed: int) -> list[tuple[int, int]]:
    chance = random.Random(seed)
    return [(chance.randrange(640), chance.randrange(360)) for _ in range(80)]


class Near(TestCase):
    def setUp(self):
        self.folder = Path(self.enterContext(tempfile.TemporaryDirectory()))
        down, across = np.mgrid[:HIGH, :WIDE]
        self.pixels = np.dstack((across * 255 // WIDE, down * 255 // HIGH, (across // 8 + down // 8) % 2 * 160 + 40)).astype(np.uint8)  # fmt: skip
        Image.fromarray(self.pixels).save(self.folder / "plan.png", compress_level=1)

    def frames(self, path: Path, size: tuple[int, int], **thing) -> tuple[Show, list[np.ndarray]]:
        views = [{"id": f"v{n}", "x": v.x, "y": v.y, "width": v.width, "turn": v.turn} for n, v in enumerate(VIEWS)]
        goes = [{"id": f"s{n}", "kind": "view", "view": f"v{n}", "effect": "jump", "trigger": "cue" if n else "alongside"} for n in range(len(VIEWS))]  # fmt: skip
        plan = {"id": "plan", "kind": "picture", "asset": "plan", "fit": "fill", "width": WIDE, "height": HIGH, **thing}
        made = show(slide(*goes, objects=(plan,), views=views, plane={"width": WIDE, "height": HIGH}, background="#ffffff"))  # fmt: skip
        asset = Asset(id="plan", kind="picture", width=size[0], height=size[1], mime="image/svg+xml" if path.suffix == ".svg" else "image/png")  # fmt: skip
        made = replace(made, assets=(*made.assets, asset))
        score = compile(made)
        frames = Frames(made, score, {"plan": path}, 640, 360)
        groups = score.times[0].groups
        return made, [frames.at(group.settle_ms + 1, stays=True)[0][..., 2::-1].copy() for group in groups]

    def wanted(self, view: Seen, x: int, y: int) -> tuple[float, float]:
        """Where on the plane a pixel of the frame lies."""
        through = np.linalg.inv(np.array(seen_through(view, 1280, 720)).reshape(3, 3))
        across, down, _ = through @ ((x + 0.5) * 2, (y + 0.5) * 2, 1)
        return across, down

    def test_a_picture_in_tiles_is_what_it_is_at_each_place(self):
        write_tiles(self.folder / "plan.png", self.folder / "tiles.zip")
        for view, shown in zip(VIEWS, self.frames(self.folder / "tiles.zip", (WIDE, HIGH))[1], strict=True):
            off = []
            for x, y in places(7):
                across, down = self.wanted(view, x, y)
                if not (0 < across < WIDE - 1 and 0 < down < HIGH - 1):
                    beyond = across < -2 or across > WIDE + 2 or down < -2 or down > HIGH + 2
                    self.assertTrue(not beyond or shown[y, x].tolist() == [255, 255, 255])
                    continue
                wanted = self.pixels[int(down), int(across)].astype(int)
                off.append(np.abs(shown[y, x].astype(int) - wanted))
            self.assertLess(np.median(off, axis=0).max(), 24, view)
            self.assertLess(np.mean(off, axis=0)[:2].max(), 4, view)
            self.assertLess(np.mean(off, axis=0)[2], 34, view)  # the squares are there, and where they are

    def test_its_frame_may_cut_it_and_what_is_more_than_a_plain_frame_is_drawn_as_ever(self):
        write_tiles(self.folder / "plan.png", self.folder / "tiles.zip")
        cropped = {"frame": {"crop": [0.5, 0.5, 0, 0]}}
        shown = self.frames(self.folder / "tiles.zip", (WIDE, HIGH), **cropped)[1][0]
        off = np.abs(shown[180, 320].astype(int)[:2] - (0.75 * 255, 0.75 * 255))
        self.assertLess(off.max(), 4)
        toned = self.frames(self.folder / "tiles.zip", (WIDE, HIGH), frame={"tone": {"colour": 0}})[1][0]
        self.assertLess(int(np.ptp(toned[180, 320])), 4)

    def test_a_drawing_is_drawn_as_the_lines_it_is(self):
        bars = "".join(f'<rect x="{n}" width="0.5" height="60" fill="#7a2552"/>' for n in range(100))
        (self.folder / "plan.svg").write_text(f'<svg xmlns="http://www.w3.org/2000/svg" width="100" height="60">{bars}</svg>')  # fmt: skip
        for view, shown in list(zip(VIEWS, self.frames(self.folder / "plan.svg", (100, 60))[1], strict=True))[:2]:
            right = 0
            for x, y in places(3):
                across, _ = self.wanted(view, x, y)
                wanted = (122, 37, 82) if (across / 40) % 1 < 0.5 else (255, 255, 255)
                right += int(np.abs(shown[y, x].astype(int) - wanted).max() < 20)
            self.assertGreaterEqual(right, 78)

    def test_a_small_picture_of_it_is_read_from_its_tiles(self):
        write_tiles(self.folder / "plan.png", self.folder / "tiles.zip")
        small = picture_pixels(self.folder / "tiles.zip", 500)
        self.assertEqual(small.shape, (300, 500, 3))
        self.assertLess(np.abs(small[150, 250, 2:0:-1].astype(int) - (127, 127)).max(), 5)
        (self.folder / "tiles.zip").write_bytes(b"PK")
        self.assertIsNone(picture_pixels(self.folder / "tiles.zip", 500))

"""Large pictures in tiles: every pixel of the whole is in them, at every level."""

import tempfile
import zipfile
from pathlib import Path
from unittest import TestCase

import numpy as np
from msgspec.structs import replace
from PIL import Image

from ritornel.cli._media import tiled
from ritornel.core.model import Asset
from ritornel.formats.tiles import levels_of, write_tiles
from ritornel.render.pictures import picture_pixels
from ritornel.render.tiles import Tiles
from tests.made import show, slide


def picture(width: int, height: int, mode: str = "RGB") -> Image.Image:
    """A picture in which each place has a colour of its own, slowly changing."""
    across, down = np.meshgrid(np.arange(width) * 255 // width, np.arange(height) * 255 // height)
    whole = [across, down, 255 - across, np.where(across > 127, 255, 0)]
    return Image.fromarray(np.dstack(whole[: len(mode)]).astype(np.uint8), mode)


class Written(TestCase):
    def setUp(self):
        self.folder = Path(self.enterContext(tempfile.TemporaryDirectory()))

    def tiles(self, made: Image.Image, name: str = "a.png", **how) -> Tiles:
        made.save(self.folder / name, **how)
        write_tiles(self.folder / name, self.folder / "tiles.zip")
        return Tiles(self.folder / "tiles.zip")

    def test_a_part_is_what_the_picture_shows_there_at_every_level(self):
        made = picture(5300, 3000)
        tiles = self.tiles(made)
        self.assertEqual((tiles.about.width, tiles.about.height, tiles.about.levels, tiles.about.ending), (5300, 3000, 2, "jpg"))  # fmt: skip
        for level in range(2):
            reduced = np.asarray(made.reduce(2**level))[..., ::-1]
            for left, top in (
                (400, 300),
                (420, 310),
                (500, 700),
                (1300, 20),
            ):  # in the tiles of the one before, and not
                found = tiles.part(level, left, top, left + 1000, top + 600)
                self.assertLess(np.abs(found[..., :3].astype(int) - reduced[top : top + 600, left : left + 1000]).mean(), 2)  # fmt: skip
                self.assertEqual(found[..., 3].min(), 255)
        beyond = tiles.part(0, -100, 2900, 50, 3100)
        self.assertEqual((beyond[:, :100].max(), beyond[100:].max(), beyond.shape), (0, 0, (200, 150, 4)))
        self.assertLess(np.abs(beyond[:100, 100:, :3].astype(int) - np.asarray(made)[2900:, :50, ::-1]).mean(), 2)

    def test_from_afar_it_is_made_of_its_smallest_tiles(self):
        made = picture(5300, 3000)
        tiles = self.tiles(made)
        for scale, level in ((0.25, 2), (0.13, 2), (0.12, 3), (1 / 53, 5)):
            self.assertEqual(tiles.level_for(scale), level)
            reduced = np.asarray(made.resize(tiles.about.size(level), Image.Resampling.BOX))[..., ::-1]
            found = tiles.part(level, 10, 20, 60, 50)
            self.assertLess(np.abs(found[..., :3].astype(int) - reduced[20:50, 10:60]).mean(), 2)
        self.assertEqual(tiles.about.size(tiles.level_for(1e-9))[1], 1)

    def test_what_is_clear_stays_so(self):
        tiles = self.tiles(picture(2600, 600, "RGBA"))
        found = tiles.part(0, 0, 0, 2600, 600)
        self.assertEqual((found[300, 200, 3], found[300, 2000, 3]), (0, 255))

    def test_a_picture_that_was_taken_on_its_side_is_upright(self):
        exif = Image.Exif()
        exif[0x0112] = 6
        tiles = self.tiles(picture(2600, 600), "a.jpg", exif=exif, quality=95)
        self.assertEqual((tiles.about.width, tiles.about.height), (600, 2600))
        self.assertGreater(int(tiles.part(0, 0, 0, 10, 10)[..., 1].mean()), 230)

    def test_the_level_has_all_the_detail_that_is_seen_and_not_twice_as_much(self):
        tiles = self.tiles(picture(10400, 400))
        self.assertEqual(tiles.about.levels, 3)
        self.assertEqual(
            [tiles.about.level_for(scale) for scale in (2, 1, 0.51, 0.5, 0.26, 0.25, 0.01)], [0, 0, 0, 1, 1, 2, 2]
        )

    def test_each_tile_lies_in_the_zip_as_it_is(self):
        side = self.tiles(picture(2600, 700)).about.side
        with zipfile.ZipFile(self.folder / "tiles.zip") as packed:
            names = packed.namelist()
            self.assertEqual({one.compress_type for one in packed.infolist()}, {zipfile.ZIP_STORED})
        self.assertEqual(len(names), 1 + -(-2600 // side) * -(-700 // side))
        self.assertEqual([levels_of(*size) for size in ((2560, 100), (2561, 100), (12000, 8000))], [0, 1, 3])

    def test_commands_make_them_of_what_lies_on_planes(self):
        picture(2600, 700).save(self.folder / "plan.png")
        asset = Asset(id="plan", kind="picture", width=2600, height=700, mime="image/png")
        on = {"id": "p", "kind": "picture", "asset": "plan"}
        for plane, made in ((None, False), ({"width": 2600, "height": 720}, True)):
            of = replace(show(slide(objects=(on,), plane=plane)), assets=(asset,))
            found = tiled(of, {"plan": self.folder / "plan.png"}, self.folder)["plan"]
            self.assertEqual(found.suffix == ".zip", made)
            self.assertEqual(picture_pixels(found, 260).shape, (70, 260, 3))

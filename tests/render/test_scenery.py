"""What stands on a plane while the stage goes over it is what it would be if it were drawn anew each time, at less cost."""

from unittest import TestCase
from unittest.mock import patch

import numpy as np

from ritornel.core.score import compile
from ritornel.render import scenery, stamping
from ritornel.render.frames import Frames
from tests.made import show, slide, text

STONES = [
    {"id": f"stone{n}", "kind": "shape", "form": ("rectangle", "ellipse", "star")[n % 3], "x": 400 * (n % 6), "y": 380 * (n // 6), "width": 240, "height": 200, "rotation": 11 * n, "fill": ("#7a2552", "#1f7a6d", "#d9a441")[n % 3], "opacity": 0.6 if n == 4 else 1}
    for n in range(18)
]  # fmt: skip
VIEWS = [
    {"id": "all", "x": 1200, "y": 600, "width": 2600},
    {"id": "near", "x": 700, "y": 400, "width": 420, "turn": 20},
]
PLANE = {"x": -100, "y": -100, "width": 2600, "height": 1400}


def gone(**more):
    goes = [
        {"id": "to-all", "kind": "view", "view": "all", "trigger": "alongside"},
        {"id": "to-near", "kind": "view", "view": "near", "trigger": "cue", "duration": 1600, **more},
    ]
    comes = {"id": "comes", "kind": "entrance", "object": "stone7", "effect": "fade", "trigger": "following", "duration": 500}  # fmt: skip
    objects = (*STONES, text("words", "Stones", x=420, y=300, width=500, height=90))
    return show(slide(*goes, comes, objects=objects, views=VIEWS, plane=PLANE, background="#faf6ec"))


class Gone(TestCase):
    def setUp(self):
        self.show = gone()
        self.score = compile(self.show)
        self.start = self.score.times[0].groups[1].start_ms
        self.frames = Frames(self.show, self.score, {}, 480, 270)

    def exactly(self, at: int) -> np.ndarray:
        return Frames(self.show, self.score, {}, 480, 270).at(at, stays=True)[0][..., :3].astype(int)

    def test_each_frame_of_a_move_is_what_is_seen_then(self):
        for n in range(40):
            at = self.start + 40 * n
            shown = self.frames.at(at)[0][..., :3].astype(int)
            if n % 5 == 2:
                off = np.abs(shown - self.exactly(at))
                self.assertLess(off.mean(), 2.5, n)
                self.assertLess((off.max(axis=2) > 60).mean(), 0.01, n)

    def test_it_is_not_drawn_anew_for_each(self):
        self.frames.at(self.start)
        with (
            patch.object(scenery, "drawn_within", wraps=scenery.drawn_within) as tiles,
            patch.object(stamping, "drawn_within", wraps=stamping.drawn_within) as whole,
        ):
            for n in range(1, 39):
                self.frames.at(self.start + 40 * n)
            self.assertEqual(whole.call_count, 0)
            self.assertGreater(tiles.call_count, 2)
            self.assertLess(tiles.call_count, 30)

    def test_once_it_stands_it_is_drawn_exactly_and_stays_while_something_comes(self):
        for at in (self.start + 1560, self.start + 1600):
            self.frames.at(at)
        still = self.frames.at(self.start + 1640)[0][..., :3].astype(int)
        self.assertLess(np.abs(still - self.exactly(self.start + 1640)).mean(), 0.4)
        with (
            patch.object(scenery, "drawn_within", wraps=scenery.drawn_within) as tiles,
            patch.object(stamping, "drawn_within", wraps=stamping.drawn_within) as whole,
        ):
            for n in range(1, 10):
                self.frames.at(self.start + 1640 + 40 * n)
            self.assertEqual(tiles.call_count, 0)
            self.assertLessEqual(whole.call_count, 2)  # what lies below it, and what lies over it

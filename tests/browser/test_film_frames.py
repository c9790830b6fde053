"""A film is the page, frame for frame: what it shows is compared with what the page shows at the same instants."""

import random
from typing import Any

import numpy as np
from django.core.management import call_command

from ritornel.core.model.running import running
from ritornel.core.motion.transitions import TRANSITIONS
from ritornel.core.score import Score, compile
from ritornel.library.models import Asset
from ritornel.publishing.editions import publish
from ritornel.render.frames import Frames
from ritornel.shows import in_rows
from ritornel.shows.models import Show
from tests.browser.base import BrowserCase
from tests.browser.stages import seen_at, set_up, similarity, worst_block
from tests.browser.test_same_picture import built, gradients
from tests.material import asset

ALIKE = 0.97
MOST = 24.0
"""Levels, of 255, by which the mean of a block of 16 x 16 may be off."""
SHARES = (0.1, 0.3, 0.5, 0.7, 0.9)


class SameAsThePage(BrowserCase):
    def compare(self, row: Show, times: Any, width: int = 640) -> None:
        show = running(in_rows.load(row))
        score = compile(show)
        height = width * 9 // 16
        edition = publish(row, False)
        self.page.set_viewport_size({"width": width, "height": height})
        self.page.goto(f"/e/{edition.token}/")
        set_up(self.page, show, score, edition.token)
        ids = [one.id for one in show.assets]
        frames = Frames(show, score, {a.sha256: a.path for a in Asset.objects.filter(sha256__in=ids)}, width, height)
        for what, time in times(score):
            with self.subTest(what, time=time):
                seen = seen_at(self.page, time)
                made = np.ascontiguousarray(frames.at(time, stays=True)[0][..., 2::-1])
                off, x, y = worst_block(seen, made)
                self.assertGreater(similarity(seen, made), ALIKE)
                self.assertLess(off, MOST, f"at {x}, {y}")

    def test_in_every_transition(self):
        held = asset(self.owner, "same.png", gradients()).sha256
        slides = []
        for n, name in enumerate(TRANSITIONS):
            objects = [
                {"id": f"t{n}", "kind": "text", "x": 100, "y": 80, "width": 700, "height": 100, "size": 64}
                | {"paragraphs": [{"text": f"Four tons of glass {n}"}]},
                {"id": f"p{n}", "kind": "picture", "asset": held, "x": (700, 80)[n % 2], "y": 250, "width": 450}
                | {"height": 340, "fit": "fill"},
                {"id": f"s{n}", "kind": "shape", "x": (200, 800)[n % 2], "y": 400, "width": 200, "height": 150}
                | {"fill": "#1f7a6d", "form": "ellipse"},
            ]  # fmt: skip
            how = {"type": name, "duration": 1000, "softness": (0, 0.6)[n % 2], "reverse": n % 3 == 2}
            ground = ("#faf6ec", "#1b2a4a")[n % 2]
            slides.append({"id": f"s{n}", "background": ground, "objects": objects, "transition": how, "hold": 300})

        def times(score: Score) -> Any:
            for name, start, slide in zip(TRANSITIONS, score.starts, score.slides, strict=True):
                for share in SHARES if slide.transition.duration_ms else ():
                    yield name, start + slide.transition.duration_ms * share

        self.compare(self.keep({"slides": slides}), times)

    def test_in_every_build_of_things_and_words(self):
        slides = {kind: built(kind, set()) for kind in ("entrance", "emphasis", "exit", "path")}

        def times(score: Score) -> Any:
            for name, start, slide in zip(slides, score.starts, score.slides, strict=True):
                for at in (*(1000 * share for share in SHARES), slide.length_ms - 20):
                    yield name, start + at

        self.compare(self.keep({"slides": [{"background": "#faf6ec", **one} for one in slides.values()]}), times)

    def test_in_the_demo_shows_at_instants_at_random(self):
        call_command("make_demo", verbosity=0)
        for row in Show.objects.all():
            chance = random.Random(row.title)

            def times(score: Score, chance: random.Random = chance, row: Show = row) -> Any:
                for time in sorted(chance.uniform(0, score.length_ms) for _ in range(60)):
                    yield row.title, time

            self.compare(row, times)

"""A film is the page, frame for frame: what it shows is compared with what the page shows at the same instants."""

import io
import random
from collections import Counter
from typing import Any

import numpy as np
from django.core.management import call_command
from PIL import Image
from playwright.sync_api import Route

from ritornel.core.model.running import running
from ritornel.core.motion.transitions import TRANSITIONS
from ritornel.core.score import Score, compile
from ritornel.core.score.stops import stop_ends
from ritornel.library.describing import drawn_from
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
    def compare(self, row: Show, times: Any, width: int = 640, sharp: bool = False) -> None:
        """``sharp``: a picture is looked at from near, and its tiles are waited for."""
        show = running(in_rows.load(row))
        score = compile(show)
        height = width * 9 // 16
        edition = publish(row, False)
        self.page.set_viewport_size({"width": width, "height": height})
        self.page.goto(f"/e/{edition.token}/")
        set_up(self.page, show, score, edition.token)
        frames = Frames(show, score, drawn_from(self.owner.pk, show), width, height)
        for what, time in times(score):
            with self.subTest(what, time=time):
                seen = seen_at(self.page, time)
                if sharp:
                    self.until(
                        "[...document.querySelectorAll('#compared .stage-tiles canvas')].some((one) => one.dataset.whole)"
                    )
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

    def test_in_views_of_a_picture_that_is_far_larger_than_the_stage(self):
        down, across = np.mgrid[:1800, :3000]
        fields = (across // 60 + down // 60) % 2 * 110 + across * 100 // 3000
        pixels = np.dstack((fields, 200 - fields // 2, down * 255 // 1800)).astype(np.uint8)
        content = io.BytesIO()
        Image.fromarray(pixels).save(content, "JPEG", quality=95)
        held = asset(self.owner, "plan.jpg", content.getvalue()).sha256
        views = [{"id": f"v{n}", "x": x, "y": y, "width": width, "turn": turn} for n, (x, y, width, turn) in enumerate(((700, 500, 600, 0), (2600, 1400, 400, 30), (1500, 900, 500, -75)))]  # fmt: skip
        goes = [{"id": f"to{n}", "kind": "view", "view": f"v{n}", "trigger": "cue" if n else "alongside"} for n in range(3)]  # fmt: skip
        on = {"id": "plan", "kind": "picture", "asset": held, "width": 3000, "height": 1800, "fit": "fill"}
        plane = {"width": 3000, "height": 1800}
        one = {"id": "s", "objects": [on], "plane": plane, "views": views, "running_order": goes, "waits": {"1": 900, "2": 900}}  # fmt: skip

        def times(score: Score) -> Any:
            for end in stop_ends(running(in_rows.load(row)).slides[0], score.times[0]):
                yield "at rest", end

        row = self.keep({"slides": [{**one, "hold": 900}]})
        lost = Counter()

        def lose_first(route: Route) -> None:
            """Answer each tile with nothing at first."""
            stretch = route.request.headers["range"]
            lost[stretch] += 1
            route.fulfill(status=206, body=b"") if lost[stretch] == 1 and "=-" not in stretch else route.continue_()

        self.page.route("**/tiles", lose_first)
        self.compare(row, times, sharp=True)
        self.assertGreater(len(lost), 4)

    def test_in_the_demo_shows_at_instants_at_random(self):
        call_command("make_demo", verbosity=0)
        for row in Show.objects.all():
            chance = random.Random(row.title)

            def times(score: Score, chance: random.Random = chance, row: Show = row) -> Any:
                for time in sorted(chance.uniform(0, score.length_ms) for _ in range(60)):
                    yield row.title, time

            self.compare(row, times)

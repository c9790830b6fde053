"""A clip on a plane that pauses while it is not seen: where it stands, whatever else it is told."""

import unittest

from ritornel.core.score import compile
from ritornel.core.time.playback import Content, Instruction, stretches
from tests.made import clip, show, slide, step

FULL = Content(0, 10_000, 1, 1)


def told(*instructions: tuple[int, str]) -> list[tuple[int, int, int]]:
    found = stretches([Instruction(at, kind) for at, kind in instructions], FULL)
    return [(s.start_ms, s.end_ms, int(s.played_ms)) for s in found]


class Told(unittest.TestCase):
    def test_it_goes_on_from_where_it_was_when_it_is_seen_again(self):
        self.assertEqual(told((0, "play"), (3000, "leave"), (5000, "return")), [(0, 3000, 0), (5000, 12_000, 3000)])

    def test_what_is_told_while_it_is_not_seen_counts_when_it_is(self):
        self.assertEqual(told((0, "leave"), (1000, "play"), (4000, "return")), [(4000, 14_000, 0)])
        away = (0, "play"), (2000, "leave")
        self.assertEqual(told(*away, (3000, "pause"), (4000, "return")), [(0, 2000, 0)])
        self.assertEqual(told(*away, (3000, "play"), (4000, "return"))[1:], [(4000, 14_000, 0)])
        self.assertEqual(told(*away, (3000, "pause"), (3500, "play"), (4000, "return"))[1:], [(4000, 12_000, 2000)])

    def test_one_that_stood_still_stands_still(self):
        self.assertEqual(told((0, "play"), (2000, "pause"), (3000, "leave"), (4000, "return")), [(0, 2000, 0)])
        self.assertEqual(told((0, "leave"), (4000, "return")), [])


class OnAPlane(unittest.TestCase):
    def spans(self, at: int = 100, **of) -> list[tuple[int, int]]:
        views = [{"id": "here", "x": 640, "y": 360, "width": 1280}, {"id": "there", "x": 5000, "y": 360, "width": 1280}]
        goes = [
            {"id": f"to{n}", "kind": "view", "view": v, "trigger": "cue" if n else "alongside", "duration": 1000, "effect": "glide"}
            for n, v in enumerate(("here", "there", "here"))
        ]  # fmt: skip
        film = clip("film", out=10_000, x=at, y=100, width=400, height=300, **of)
        made = show(slide(*goes, objects=(film,), views=views, plane={"width": 6000, "height": 720}, waits={"1": 2000, "2": 3000}, hold=9000))  # fmt: skip
        score = compile(made)
        self.times = [group.start_ms for group in score.times[0].groups]
        return [(s.start_ms, s.end_ms) for s in score.slides[0].spans if s.id == "film"]

    def test_it_pauses_once_the_stage_has_arrived_elsewhere_and_goes_on_as_it_leaves(self):
        first, second = self.spans(pauses_unseen=True)
        self.assertEqual(first, (0, self.times[1] + 1000))
        self.assertEqual(second[0], self.times[2])
        self.assertEqual(first[1] - first[0] + second[1] - second[0], 10_000)

    def test_nobody_waits_for_one_that_is_not_seen(self):
        views = [{"id": "here", "x": 640, "y": 360, "width": 1280}]
        goes = {"id": "to", "kind": "view", "view": "here", "trigger": "alongside"}
        plays = step("play", "cue", object="film", kind="play", effect="play")
        film = clip("film", out=9000, x=4800, pauses_unseen=True, waited_for=True)
        made = show(slide(goes, plays, step("then", "following"), objects=(film,), views=views, plane={"width": 6000, "height": 720}))  # fmt: skip
        group = compile(made).times[0].groups[1]
        self.assertEqual([timed.start_ms - group.start_ms for timed in group.steps], [0, 0])

    def test_others_go_on(self):
        self.assertEqual(self.spans(), [(0, 10_000)])

    def test_one_that_is_not_seen_at_first_waits(self):
        ((start, end),) = self.spans(pauses_unseen=True, at=4800)[:1]
        self.assertEqual((start, end), (self.times[1], self.times[2] + 1000))

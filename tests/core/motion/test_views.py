"""What a slide with a plane shows of it: where it begins, how it goes on, and that only its objects go."""

from unittest import TestCase

from ritornel.core.model import Show
from ritornel.core.model.keys import VIEW_KEY
from ritornel.core.motion.track import value_at
from ritornel.core.motion.views import overview, readable_in, view_track
from ritornel.core.score import compile
from ritornel.core.score.frame import frame_at
from ritornel.core.time.dwell import newly_shown
from ritornel.core.time.running_order import split_into_groups
from tests.made import show, slide, step, text

PLANE = {"x": -640, "y": 0, "width": 6400, "height": 3000}
VIEWS = [
    {"id": "lamp", "x": 1000, "y": 500, "width": 640},
    {"id": "lens", "x": 5000, "y": 2500, "width": 1280, "turn": 350},
    {"id": "all", "x": 2560, "y": 1500, "width": 6400},
]
ALL = (2560.0, 1500.0, 6400.0, 0.0)
LAMP = (1000.0, 500.0, 640.0, 0.0)


def to(view: str, trigger: str = "cue", **more) -> dict:
    return {"id": f"to-{view}", "kind": "view", "trigger": trigger, "view": view, **more}


def made(*steps: dict, **more) -> Show:
    return show(slide(*steps, plane=PLANE, views=VIEWS, hold=3000, **more))


def seen(of: Show, *times: float) -> list[tuple[float, ...]]:
    (track,) = next(t.tracks for t in compile(of).slides[0].targets if t.key == VIEW_KEY)
    return [value_at(track, time) for time in times]


def spans(of: Show) -> list[tuple[int, int]]:
    return [(s.start_ms, s.end_ms) for group in compile(of).times[0].groups for s in group.steps]


class Begins(TestCase):
    def test_in_the_overview(self):
        self.assertEqual(seen(made(to("lamp")), 0, 100), [ALL, ALL])
        self.assertEqual(seen(made(), 0, 2999), [ALL, ALL])
        tall = overview(made().slides[0].plane.__class__(width=100, height=5000), 1280, 720)
        self.assertAlmostEqual(tall.width, 5000 * 1280 / 720)

    def test_in_its_first_view_that_comes_at_once(self):
        of = made(to("lamp", "alongside"))
        self.assertEqual((seen(of, 0), spans(of)), ([LAMP], [(0, 0)]))
        self.assertEqual(seen(made(step("x", "alongside"), to("lamp", "alongside")), 0), [LAMP])
        for late in (
            (to("lamp", "alongside", delay=10),),
            (step("x", "alongside"), to("lamp", "following")),
            (to("lamp", "alongside", off=True),),
            (to("gone", "alongside"),),
        ):
            self.assertEqual(seen(made(*late), 0), [ALL], late)


class Goes(TestCase):
    def test_one_after_another_as_long_as_it_is_far(self):
        of = made(to("lamp", "alongside"), to("lens"), to("all", "following"))
        (_, first, second) = spans(of)
        self.assertGreater(first[1] - first[0], 600)
        x, y, width, turn = seen(of, first[1])[0]
        self.assertEqual((x, y, width, turn % 360), (5000, 2500, 1280, 350))
        self.assertEqual(seen(of, first[0])[0], LAMP)
        self.assertGreater(seen(of, (first[0] + first[1]) / 2)[0][2], 2500, "it rises")
        self.assertLess(abs(seen(of, (first[0] + first[1]) / 2)[0][3]), 10, "the short way")
        self.assertEqual(seen(of, second[1])[0][:3], ALL[:3])

    def test_where_a_text_can_first_be_read_it_goes_a_quarter_slower(self):
        words = text("words", "Four tons", x=4900, y=2450, width=300, height=80, size=30)
        goes = [to("lens"), to("all"), to("lens", id="again")]
        plain, read = (made(*goes, objects=objects) for objects in ((), (words,)))
        lasts = [[end - start for start, end in spans(of)] for of in (plain, read)]
        self.assertAlmostEqual(lasts[1][0], 1.25 * lasts[0][0], delta=1)
        self.assertEqual(lasts[1][1:], lasts[0][1:])

    def test_straight_at_once_or_as_long_as_one_says(self):
        of = made(to("lamp", "alongside"), to("all", effect="glide", duration=1000, easing="linear"))
        start = spans(of)[1][0]
        self.assertEqual(seen(of, start + 500)[0], tuple((a + b) / 2 for a, b in zip(LAMP, ALL, strict=True)))
        jump = made(to("lamp", "alongside"), to("all", effect="jump"))
        start = spans(jump)[1][0]
        self.assertEqual((seen(jump, start - 1, start), spans(jump)[1]), ([LAMP, ALL], (start, start)))

    def test_a_move_that_meets_another_goes_on_from_where_it_is(self):
        of = made(to("lamp", effect="glide", duration=1000, easing="linear"), to("all", "alongside", delay=500, effect="glide", duration=1000, easing="linear"))  # fmt: skip
        start = spans(of)[0][0]
        half = tuple((a + b) / 2 for a, b in zip(ALL, LAMP, strict=True))
        self.assertEqual(seen(of, start + 500, start + 1500), [half, ALL])
        between = seen(of, start + 499, start + 501)
        self.assertLess(max(abs(a - b) for a, b in zip(*between, strict=True)), 20, "without a jump")

    def test_one_that_leads_nowhere_takes_no_time(self):
        of = made(to("gone"))
        self.assertEqual(spans(of)[0][0], spans(of)[0][1])

    def test_a_cut_short_move_is_at_its_end(self):
        voice = {"asset": "tune", "out": 3000, "marks": [200, 500]}
        of = made(to("lamp", duration=2000), step("x"), narration=voice, script="A [1] b [2] c")
        (start, end), *_ = spans(of)
        self.assertLess(end - start, 2000)
        self.assertEqual(seen(of, end), [LAMP])


class Reads(TestCase):
    def told(self, *steps: dict, size: float = 40, **more) -> list[int]:
        words = text("t", "x" * 100, x=900, y=450, width=200, height=100, size=size, **more)
        of = made(*steps, objects=(words,))
        slide_ = of.slides[0]
        groups = split_into_groups(slide_.running_order)
        found = newly_shown(slide_, groups, frozenset(), readable_in(slide_, 1280, 720))
        return [shown.characters for shown in found]

    def test_words_are_read_where_they_can_be_read_first(self):
        self.assertEqual(self.told(to("lamp"), to("lens")), [0, 100, 0])
        self.assertEqual(self.told(to("lamp", "alongside"), to("lens")), [100, 0])
        self.assertEqual(self.told(to("lens"), to("lamp")), [0, 0, 100])
        self.assertEqual(self.told(to("lens")), [0, 0], "never in sight")
        self.assertEqual(self.told(to("lamp"), size=8.9), [0, 0], "twice as large that is less than a 40th of 720")
        self.assertEqual(self.told(to("lamp"), size=9), [0, 100])
        self.assertEqual(self.told(to("lamp"), size=90), [100, 0], "with all of the plane already")

    def test_what_comes_later_is_read_then(self):
        comes = step("in", object="t")
        self.assertEqual(self.told(to("lamp", "alongside"), comes), [0, 100])
        self.assertEqual(self.told(comes, to("lamp")), [0, 0, 100])
        self.assertEqual(self.told(to("lamp"), to("lens"), comes), [0, 0, 0, 0], "it came when one had gone on")

    def test_the_slide_stands_as_long_as_one_reads_at_the_view(self):
        words = text("t", "x" * 300, x=900, y=450, width=200, height=100, size=40)
        of = made(to("lamp"), to("all"), objects=(words,))
        (_, first, second) = compile(of).times[0].groups
        self.assertGreaterEqual(second.start_ms - first.start_ms, 300 * 1000 / of.pace.cps)


class Frames(TestCase):
    def test_objects_go_with_the_plane_and_what_lies_under_them_stays(self):
        ground = {"asset": "film"}
        of = made(
            to("lamp", "alongside"), objects=(text("t", "Lamp", x=900, y=450, width=200, height=100),), ground=ground
        )
        things = {thing.key: thing for thing in frame_at(of, compile(of), 100).sheets[-1].things}
        self.assertEqual(things["t"].place, (2.0, 0.0, -360.0, 0.0, 2.0, -140.0, 0.0, 0.0, 1.0))
        under = [thing.place for key, thing in things.items() if key.startswith("//")]
        self.assertEqual(under, [(1, 0, 0, 0, 1, 0, 0, 0, 1)])

    def test_without_a_plane_views_are_nothing(self):
        of = show(slide(to("lamp"), objects=(text("t", "Lamp"),), views=VIEWS))
        keys = [target.key for target in compile(of).slides[0].targets]
        self.assertNotIn(VIEW_KEY, keys)
        with self.assertRaises(ValueError):
            view_track(of.slides[0], [], 1280, 720)

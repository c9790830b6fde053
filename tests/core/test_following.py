"""What a film in another shape looks at: everything at first, then what comes; never cut, and calm."""

from math import cos, radians, sin
from unittest import TestCase

from hypothesis import given

from ritornel.core.score import compile
from ritornel.core.score.following import MOVE_MS, Follower, View
from ritornel.core.score.frame import frame_at
from tests.examples import examples
from tests.made import SHOWS, show, step

CUT = {"type": "cut"}
UPRIGHT = 9 / 16
LEAST = 405.0
"""So much of the width of a stage of 1280 x 720 is seen in an upright film that it fills."""


def box(key: str, x: float, width: float = 200) -> dict:
    return {"id": key, "kind": "shape", "x": x, "y": 200, "width": width, "height": 160}


def bare(*objects: dict, steps: tuple = (), **more) -> dict:
    return {"objects": list(objects), "running_order": list(steps), "hold": 3000, "transition": CUT, **more}


def built(name: str, duration: int = 500, **more) -> dict:
    return step(name, "alongside", duration, object=name, **{"effect": "fade", **more})


def follower(*slides: dict, ratio: float = UPRIGHT) -> Follower:
    made = show(*slides)
    return Follower(made, compile(made), ratio)


class Following(TestCase):
    def test_it_begins_with_all_that_stands_there(self):
        found = follower(bare(box("a", 100), box("b", 900)))
        self.assertEqual(found.at(0, 0), View(600, 1000 + 2 * 36))

    def test_it_is_no_narrower_than_fills_the_film_and_stays_on_the_stage(self):
        found = follower(bare(box("a", 0)), bare(box("b", 1150, 130)), bare())
        self.assertEqual([found.at(n, 0) for n in range(3)], [View(LEAST / 2, LEAST), View(1280 - LEAST / 2, LEAST), View(640, LEAST)])  # fmt: skip

    def test_it_goes_to_what_comes(self):
        late = built("b", 500, delay=1000)
        found = follower(bare(box("a", 100), box("b", 1000), steps=(late,)))
        (_, move) = found.moves(0)
        self.assertEqual((move.start_ms, move.end_ms), (1000, 1000 + MOVE_MS))
        self.assertEqual((found.at(0, 999).middle, found.at(0, 1000 + MOVE_MS).middle), (LEAST / 2, 1280 - LEAST / 2))
        self.assertEqual(found.at(0, 1000 + MOVE_MS / 2).middle, 640)
        self.assertTrue(found.stands(0, 500) and not found.stands(0, 1200))

    def test_it_stays_where_what_comes_is_in_sight(self):
        late = built("b", 500, delay=1000)
        found = follower(bare(box("a", 100), box("b", 180, 150), steps=(late,)))
        self.assertEqual(len(found.moves(0)), 1)

    def test_it_comes_nearer_again(self):
        late = built("a", kind="emphasis", effect="pulse", delay=1000)
        found = follower(bare(box("a", 100), box("b", 1000), steps=(late,)))
        self.assertEqual(found.at(0, 2900), View(LEAST / 2, LEAST))

    def test_it_takes_800_ms_slowly_at_both_ends(self):
        late = built("b", 500, delay=1000)
        found = follower(bare(box("a", 100), box("b", 1000), steps=(late,)))
        (first, move) = found.moves(0)
        self.assertEqual((first.start_ms, first.end_ms, move.start_ms, move.end_ms), (0, 0, 1000, 1800))
        begin, way = LEAST / 2, 1280 - LEAST
        places = [found.at(0, at).middle for at in (1000, 1200, 1600, 1800)]
        for place, share in zip(places, (0, 0.15625, 0.84375, 1), strict=True):  # 3 s^2 - 2 s^3 at a quarter each
            self.assertAlmostEqual(place, begin + share * way)
        self.assertEqual([found.stands(0, at) for at in (999, 1000, 1799, 1800)], [True, False, False, True])

    def test_it_has_the_rest_of_a_slide_that_ends_sooner(self):
        late = built("b", 500, delay=1000)
        found = follower(bare(box("a", 100), box("b", 1000), steps=(late,), hold=0, length=1500))
        self.assertEqual(found.moves(0)[1].end_ms, min(1800, compile(found._show).slides[0].length_ms))

    def test_what_comes_700_ms_later_is_looked_at_with_what_came(self):
        def moves(later: int) -> int:
            steps = tuple(built(key, delay=delay) for key, delay in (("b", 1000), ("c", later)))
            return len(follower(bare(box("a", 500), box("b", 100), box("c", 1000), steps=steps)).moves(0)) - 1

        self.assertEqual([moves(1699), moves(1700), moves(1701)], [1, 1, 2])

    def test_what_comes_slowly_is_looked_at_where_it_is_after_4_s(self):
        late = built("a", 10_000, effect="slide", easing="linear", delay=1000)
        found = follower(bare(box("a", 600), steps=(late,), hold=12_000))
        score = compile(found._show)
        (thing,) = frame_at(found._show, score, 5000).sheets[-1].things
        (_, move) = found.moves(0)
        self.assertNotEqual(thing.place[2], 0, "it is on its way")
        self.assertAlmostEqual(move.new.middle, 700 + thing.place[2], delta=1)

    def test_it_comes_nearer_only_where_that_is_much(self):
        def nearer(x: float) -> bool:
            late = built("a", kind="emphasis", effect="pulse", delay=1000)
            return len(follower(bare(box("a", 100), box("b", x), steps=(late,))).moves(0)) > 1

        # all of it is seen on x + 200 - 100 + 2 * 36 units, the first alone on 405: 1.3 times that are 526.5
        self.assertEqual([nearer(x) for x in (354, 355)], [False, True])

    def test_things_at_the_edges_have_no_room_beyond_them(self):
        found = follower(bare(box("a", -50, 300), box("b", 1000, 400)))
        self.assertEqual(found.at(0, 0), View(640, 1280))
        self.assertEqual(follower(bare(box("a", -300), box("b", 700))).at(0, 0), View(800, LEAST), "beside the stage")

    def test_what_is_hardly_seen_is_not_followed(self):
        for opacity, middle in ((0.04, LEAST / 2), (0.05, 640)):
            found = follower(bare(box("a", 0), {**box("b", 1080), "opacity": opacity}))
            self.assertEqual(found.at(0, 0).middle, middle, opacity)

    def test_nine_tenths_of_the_stage_are_what_others_stand_on(self):
        ground = [follower(bare(box("g", 0, width), box("a", 100, 40))).at(0, 0).length for width in (1151, 1152)]
        self.assertEqual(ground, [1151 + 36, LEAST])
        alone = follower(bare(box("g", 0, 1280))).at(0, 0)
        self.assertEqual(alone, View(640, LEAST), "with nothing on it, its middle")

    def test_what_is_turned_is_seen_to_its_corners(self):
        turned = {**box("a", 400, 400), "height": 100, "rotation": 30}
        reach = 200 * cos(radians(30)) + 50 * sin(radians(30))
        view = follower(bare(turned)).at(0, 0)
        self.assertAlmostEqual(view.middle, 600)
        self.assertAlmostEqual(view.length, 2 * (reach + 36))
        made = show(bare(turned), width=720, height=1280)
        down = Follower(made, compile(made), 16 / 9).at(0, 0)
        reach = 200 * sin(radians(30)) + 50 * cos(radians(30))
        self.assertAlmostEqual((down.middle, down.length), (250, max(405, 2 * (reach + 36))))

    def test_words_at_the_left_edge_are_seen_from_their_beginning(self):
        """What comes stands at the right of words that would be cut: they are seen whole, and no more than that."""
        words = {"id": "t", "kind": "text", "x": 700, "y": 40, "width": 580, "height": 80, "size": 40, "padding": 0}
        late = built("b", kind="emphasis", effect="pulse", delay=1000)
        made = bare(
            box("a", 0),
            {**words, "paragraphs": [{"text": "Four tons of glass, afloat"}]},
            box("b", 1000, 280),
            steps=(late,),
        )
        found = follower(made)
        view = found.at(0, 2900)
        self.assertAlmostEqual(view.middle + view.length / 2, 1280)
        self.assertAlmostEqual(view.middle - view.length / 2, 700 - 36, delta=1)

    def test_a_stage_of_the_films_shape_is_seen_whole(self):
        made = show(bare(box("a", 100)), width=1280, height=720)
        found = Follower(made, compile(made), 1280 / 720)
        self.assertEqual((found.axis, found.least, found.at(0, 0)), ("down", 720, View(360, 720)))

    def test_a_view_that_just_holds_what_comes_stays(self):
        """It begins on 72..477 of 1280: what comes has 36 beside it."""
        for x, moves in ((108, 1), (107, 2)):
            late = built("b", 500, delay=1000)
            made = bare(box("a", 174.5), box("b", x, 100), steps=(late,))
            self.assertEqual(len(follower(made).moves(0)), moves, x)
        for x, moves in ((341, 1), (342, 2)):
            late = built("b", 500, delay=1000)
            made = bare(box("a", 174.5), box("b", x, 100), steps=(late,))
            self.assertEqual(len(follower(made).moves(0)), moves, x)

    def test_words_that_an_edge_would_only_touch_move_nothing(self):
        """The letters of a text that end where the view does are not cut."""
        shape = box("a", 0, 369)  # and 36 beside it: the view ends at 405
        for x, cut in ((405, False), (404, True)):
            words = {"id": "t", "kind": "text", "x": x, "y": 40, "width": 500, "height": 80, "size": 40, "padding": 0}
            late = built("a", kind="emphasis", effect="pulse", delay=1000)
            made = bare(
                shape, {**words, "paragraphs": [{"text": "Four tons of glass"}]}, box("b", 1240, 40), steps=(late,)
            )
            self.assertEqual(follower(made).at(0, 2900) != View(LEAST / 2, LEAST), cut)

    def test_what_comes_together_is_looked_at_together(self):
        steps = tuple(built(key, delay=delay) for key, delay in (("b", 1000), ("c", 1400)))
        found = follower(bare(box("a", 500), box("b", 100), box("c", 1000), steps=steps))
        self.assertEqual(found.at(0, 2900), View(650, 1100 + 2 * 36))

    def test_what_goes_moves_nothing(self):
        gone = built("b", kind="exit", delay=1000)
        found = follower(bare(box("a", 100), box("b", 1000), steps=(gone,)))
        self.assertEqual(len(found.moves(0)), 1)

    def test_a_picture_that_others_stand_on_is_not_followed(self):
        found = follower(bare(box("ground", 0, 1280), box("a", 100)))
        self.assertEqual(found.at(0, 0), View(LEAST / 2, LEAST))

    def test_words_are_followed_where_they_are_in_their_box(self):
        words = {
            "id": "t",
            "kind": "text",
            "x": 0,
            "y": 40,
            "width": 1280,
            "height": 80,
            "paragraphs": [{"text": "Lamp"}],
        }
        self.assertEqual(follower(bare({**words, "align": "right"})).at(0, 0), View(1280 - LEAST / 2, LEAST))
        self.assertEqual(follower(bare({**words, "align": "centre"})).at(0, 0), View(640, LEAST))

    def test_words_are_never_cut_at_an_edge(self):
        """Not those that stand beside what comes, either: then more is seen."""
        beside = {"id": "t", "kind": "text", "x": 380, "y": 40, "width": 600, "height": 80, "size": 40}
        words = {**beside, "paragraphs": [{"text": "Four tons of glass, afloat"}]}
        found = follower(bare(box("a", 100), words, box("b", 1100), steps=(built("a", kind="emphasis", effect="pulse", delay=1000),)))  # fmt: skip
        view = found.at(0, 2900)
        self.assertGreater(view.middle + view.length / 2, 380 + 400)
        self.assertLess(view.middle + view.length / 2, 1000)

    def test_it_comes_from_where_it_was_while_a_transition_runs(self):
        slides = bare(box("a", 100)), bare(box("b", 1000), transition={"type": "crossfade", "duration": 600})
        found = follower(*slides)
        self.assertEqual([found.at(1, at).middle for at in (0, 300, 600)], [LEAST / 2, 640, 1280 - LEAST / 2])

    def test_the_last_of_very_many_slides_is_found_by_itself(self):
        slides = [
            bare(box("a", 100 + 900 * (n % 2)), transition={"type": "crossfade", "duration": 600}) for n in range(400)
        ]
        found = follower(*slides)
        self.assertEqual([found.at(399, at).middle for at in (0, 600)], [LEAST / 2, 1280 - LEAST / 2])

    def test_a_square_show_is_followed_down_in_a_wide_film(self):
        made = show(bare(box("a", 100)), width=1080, height=1920)
        found = Follower(made, compile(made), 1.0)
        self.assertEqual((found.axis, found.least), ("down", 1080))
        self.assertEqual(found.at(0, 0).middle, 540)

    @examples(40)
    @given(SHOWS)
    def test_a_view_is_on_the_stage_and_moves_without_a_jump(self, made):
        score = compile(made)
        found = Follower(made, score, UPRIGHT)
        for place, slide in enumerate(score.slides):
            if not slide.length_ms:
                continue
            before = None
            comes = slide.transition.duration_ms  # over it a view comes from where it was, as fast as it takes
            quick = comes if comes < 600 else 0
            for at in range(0, slide.length_ms, 40):
                view = found.at(place, at)
                self.assertGreaterEqual(view.middle - view.length / 2, -1e-6)
                self.assertLessEqual(view.middle + view.length / 2, made.width + 1e-6)
                self.assertGreaterEqual(view.length, found.least - 1e-6)
                if before is not None and at > quick + 40:
                    self.assertLess(abs(view.middle - before.middle), made.width * 0.12)
                before = view

"""What a film in another shape looks at: everything at first, then what comes; never cut, and calm."""

from unittest import TestCase

from hypothesis import given

from ritornel.core.score import compile
from ritornel.core.score.following import MOVE_MS, Follower, View
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

from unittest import TestCase

import msgspec
from msgspec.structs import replace

from ritornel.core.score import compile, evaluate, facts, forget
from tests.made import LAMP, clip, show, slide, step, text


class Compiling(TestCase):
    def test_only_the_changed_slide_is_compiled_again(self):
        first = show(*(slide(step("a"), script=LAMP, id=f"s{n}") for n in range(5)))
        before = compile(first)
        slides = tuple(replace(s, hold_ms=77) if s.id == "s2" else s for s in first.slides)
        after = compile(replace(first, slides=slides))
        kept = [new is old for new, old in zip(after.slides, before.slides, strict=True)]
        self.assertEqual(kept, [True, True, False, True, True])

    def test_what_was_compiled_before_changes_nothing(self):
        """Each differs from the one before in what counts for a slide that stays the very same."""
        said = text("said", "The lamp floats. " * 20, lineage="said")
        first = slide(objects=(said,), id="a")
        carried = slide(objects=(said,), id="b", transition={"type": "carry", "duration": 900})
        a, b, c = show(first, carried, slide(objects=(said,), id="c")).slides
        moved = replace(a, objects=(replace(a.objects[0], x=a.objects[0].x + 300),))
        silent = replace(a, objects=())
        gone = replace(a, length_ms=0)
        made = [
            replace(show(), slides=slides)
            for slides in ((a, b, c), (moved, b, c), (silent, b, c), (b, c), (gone, b, c), (c, b), (a, b, c))
        ]
        made.append(replace(made[-1], pace=replace(made[-1].pace, cps=5)))
        warm = [compile(one) for one in made]
        for one, score in zip(made, warm, strict=True):
            forget()
            self.assertEqual(compile(one), score)
        self.assertEqual(len({msgspec.json.encode(score) for score in warm}), len(made) - 1)  # the first comes back

    def test_the_very_show_is_compiled_once(self):
        made = show(slide(step("a"), script=LAMP))
        score = compile(made)
        self.assertIs(compile(made), score)
        forget()
        again = compile(made)
        self.assertEqual((again == score, again is score), (True, False))

    def test_an_assets_length_counts(self):
        film = {"id": "film", "kind": "clip", "asset": "film", "waited_for": True}
        started = show(slide(objects=(film,), hold=0))
        longer = replace(started, assets=tuple(replace(a, length_ms=12_000) for a in started.assets))
        self.assertEqual((compile(started).length_ms, compile(longer).length_ms), (10_000, 12_000))

    def test_an_empty_show_has_no_length_and_no_frames(self):
        self.assertEqual(compile(show()).length_ms, 0)
        with self.assertRaises(ValueError):
            evaluate(compile(show()), 0)


class Evaluating(TestCase):
    def test_the_slide_before_stays_as_it_last_was(self):
        first = slide(step("a", "following", 500, kind="exit", effect="fade"), hold=500)
        second = slide(transition={"type": "crossfade", "duration": 800})
        old, new = evaluate(compile(show(first, second)), 1000 + 400).layers
        self.assertEqual((old.slide, old.targets["box"]["visible"]), (0, 0))
        self.assertAlmostEqual(new.properties["opacity"], 0.5)

    def test_a_clip_stands_at_its_in_point_runs_and_stands_at_its_out_point(self):
        film = clip("film", 4000, **{"in": 1000})
        play = step("p", "following", 0, kind="play", object="film", delay=500)
        compiled = compile(show(slide(play, objects=(film,), hold=6000)))
        places = [evaluate(compiled, t).layers[0].targets["film"]["media_time"] for t in (0, 500, 2000, 3500, 6000)]
        self.assertEqual(places, [1000, 1000, 2500, 4000, 4000])

    def test_pause_and_play_again_go_on_where_it_was(self):
        steps = (
            step("p", "following", 0, kind="play", object="film"),
            step("q", "following", 0, kind="pause", object="film", delay=1000),
            step("r", "following", 0, kind="play", object="film", delay=2000),
        )
        compiled = compile(show(slide(*steps, objects=(clip("film", 8000),), hold=9000)))
        places = [evaluate(compiled, t).layers[0].targets["film"]["media_time"] for t in (1000, 2900, 4000)]
        self.assertEqual(places, [1000, 1000, 2000])

    def test_times_outside_the_show_are_its_ends(self):
        compiled = compile(show(slide(hold=1000)))
        self.assertEqual((evaluate(compiled, -5).time, evaluate(compiled, 99_999).time), (0, 1000))


class Facts(TestCase):
    def test_durations_left_out_are_the_effects_own(self):
        told = facts(show(slide({"id": "a", "object": "box", "effect": "slide", "trigger": "following"})))
        self.assertEqual(told["slides"][0]["groups"][0]["steps"][0]["end"], 800)


class OneEasing(TestCase):
    def test_builds_without_one_of_their_own_move_by_the_shows(self):
        steps = (
            step("a", "following", 1000, effect="rise"),
            step("b", "following", 1000, object="t", effect="rise", easing="ease-in"),
        )
        made = show(slide(*steps, objects=(text("t", "Words"),)), pace={"easing": "linear"})
        first, second = (
            next(t for t in target.tracks if t.property == "y") for target in compile(made).slides[0].targets
        )
        self.assertEqual((first.easings[-1], second.easings[-1]), ((0.0, 0.0, 1.0, 1.0), (0.42, 0.0, 1.0, 1.0)))
        own = compile(show(slide(*steps, objects=(text("t", "Words"),)))).slides[0].targets[0]
        self.assertNotEqual(next(t for t in own.tracks if t.property == "y").easings[-1], (0.0, 0.0, 1.0, 1.0))

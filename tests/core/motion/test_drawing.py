"""Effects that write, draw, mark, colour, lead along a path, and make others go back."""

from itertools import pairwise
from math import hypot, pi
from unittest import TestCase

from ritornel.core.model import Part, Text
from ritornel.core.model.paths import read_path
from ritornel.core.model.reading import convert
from ritornel.core.motion.boxes import target_box
from ritornel.core.motion.builds import EFFECTS
from ritornel.core.motion.builds.follow import PATHS
from ritornel.core.motion.easing import parse
from ritornel.core.motion.marks import marks_of
from ritornel.core.motion.reading import letters_of
from ritornel.core.motion.track import combined, paced, value_at
from ritornel.core.motion.ways import along
from ritornel.core.score import compile, evaluate
from ritornel.render.stage import nodes
from tests.made import show, slide, step, text


def seen(time: float, *steps, objects=(), **more) -> dict:
    return evaluate(compile(show(slide(*steps, objects=objects, hold=5000, **more))), time).layers[-1].targets


def emphasis(key: str, effect: str, trigger: str = "following", **more) -> dict:
    return step(key, trigger, kind="emphasis", effect=effect, easing="linear", **more)


class Colours(TestCase):
    def test_one_lies_over_another_by_how_opaque_it_is(self):
        red, blue = (200.0, 0.0, 0.0, 1.0), (0.0, 0.0, 100.0, 0.25)
        self.assertEqual(combined("colour", red, blue), (150.0, 0.0, 25.0, 1.0))
        self.assertEqual(
            combined("colour", (200.0, 0.0, 0.0, 0.5), (0.0, 0.0, 100.0, 0.5)), (200 / 3, 0, 200 / 3, 0.75)
        )
        self.assertEqual(combined("colour", (1.0, 2.0, 3.0, 0.0), (9.0, 9.0, 9.0, 0.0)), (9.0, 9.0, 9.0, 0.0))

    def test_a_colour_stays_and_the_next_goes_on_from_it(self):
        steps = (
            emphasis("a", "recolour", duration=1000, params={"colour": "#ff0000"}),
            emphasis("b", "recolour", duration=1000, params={"colour": "#0000ff"}),
        )
        self.assertEqual(seen(500, *steps)["box"]["colour"], (255.0, 0.0, 0.0, 0.5))
        self.assertEqual(seen(1500, *steps)["box"]["colour"], (127.5, 0.0, 127.5, 1.0))
        self.assertEqual(seen(2500, *steps)["box"]["colour"], (0.0, 0.0, 255.0, 1.0))

    def test_or_it_goes_back(self):
        steps = (emphasis("a", "recolour", duration=1000, params={"stays": "returns"}),)
        self.assertEqual([seen(t, *steps)["box"]["colour"][3] for t in (0, 500, 1000, 1200)], [0, 1, 0, 0])


class Letters(TestCase):
    LINES = text("words", "Four tons, afloat.", "Two", width=170, size=40, x=100, y=50)

    def keys(self, pace: str):
        thing = convert(self.LINES, Text)
        letters = letters_of(thing, None, target_box(thing, None))
        from ritornel.core.model.box import Box
        from ritornel.core.motion.declared import Asked

        asked = Asked({"pace": pace}, Box(100, 50, 170, 100), 1280, 720, (), letters)
        ((name, keys),) = EFFECTS["letters"].curves(asked)
        self.assertEqual(name, "clip")
        return keys, letters

    def test_every_letter_in_its_turn_all_above_it_and_in_the_end_everything(self):
        keys, letters = self.keys("evenly")
        self.assertEqual(len(letters), 19)
        shares = [share for share, _ in keys]
        self.assertEqual((shares[0], shares[-1], shares), (0, 1, sorted(shares)))
        for number, letter in enumerate(letters):
            at = [value for share, value in keys if share == number / len(letters)][-1]
            self.assertEqual((at[5], at[6], at[9]), (letter.line.y, letter.right, letter.line.y + letter.line.height))
        self.assertEqual(keys[-1][1][3::2][1:4], (500, 500, 500))
        self.assertGreater(len({letter.line.y for letter in letters}), 2)

    def test_as_it_is_spoken_a_word_takes_a_word_and_a_comma_its_pause(self):
        _, letters = self.keys("spoken")
        said = [letter.said for letter in letters]
        for value, expected in zip(said[:4], [0.25] * 4, strict=True):
            self.assertAlmostEqual(value, expected, delta=0.002)
        self.assertAlmostEqual(sum(said[4:9]), 1 + 150 * 140 / 60_000, delta=0.01)
        self.assertAlmostEqual(sum(said[9:16]), 1 + 350 * 140 / 60_000, delta=0.01)
        self.assertAlmostEqual(sum(said[16:]), 1, delta=0.01)

    def test_right_to_left_it_is_the_mirror(self):
        thing = convert(text("words", "שלום", width=400, size=40), Text)
        letters = letters_of(thing, None, target_box(thing, None))
        self.assertEqual([letter.rtl for letter in letters], [True] * 4)
        self.assertEqual([a.left > b.left for a, b in pairwise(letters)], [True] * 3)
        halfway = seen(
            1000,
            step("a", "following", 2000, object="words", effect="letters"),
            objects=(text("words", "שלום", width=400, size=40),),
        )
        self.assertEqual(halfway["words"]["clip"][6], letters[2].left)

    def test_what_is_no_text_is_uncovered_from_the_left(self):
        self.assertEqual(len(seen(100, step("a", "following", 1000, effect="letters"))["box"]["clip"]), 8)


class Marks(TestCase):
    WORDS = text("words", "Four tons of glass", "Two", x=100, y=50, width=600, size=40)

    def test_it_is_not_there_before_is_drawn_and_stays(self):
        marked = emphasis("m", "marker", duration=1000, object="words", delay=500)
        told = [seen(t, marked, objects=(self.WORDS,))["words/mark/m"] for t in (0, 499, 1000, 1500, 4000)]
        self.assertEqual([(t["visible"], t["drawn"]) for t in told], [(0, 2), (0, 2), (1, 0.5), (1, 1), (1, 1)])
        self.assertNotIn("words", seen(1000, marked, objects=(self.WORDS,)))

    def test_or_it_goes_again(self):
        passing = emphasis("m", "ring", duration=1000, object="words", params={"stays": "goes"})
        self.assertEqual(
            [seen(t, passing, objects=(self.WORDS,))["words/mark/m"]["opacity"] for t in (500, 1000, 2000)], [1, 0, 0]
        )

    def test_they_lie_where_the_words_are(self):
        word = {"paragraph": 0, "word": 1}
        made = show(
            slide(emphasis("m", "underline", object="words", part=word), emphasis("r", "ring"), objects=(self.WORDS,))
        )
        one = made.slides[0]
        (line,), (ring,) = (marks_of(one, 1280, 720)[name] for name in ("words", "box"))
        box = target_box(one.objects[1], Part(0, word=1))
        self.assertEqual((line.box.x, line.box.width, line.box.height), (box.x - 100, box.width, box.height))
        points = [p for s in read_path(line.mark.path) for p in zip(s.numbers[::2], s.numbers[1::2], strict=True)]
        self.assertTrue(all(-1 <= x <= box.width + 1 and box.height <= y <= box.height + 12 for x, y in points))
        around = [p for s in read_path(ring.mark.path) for p in zip(s.numbers[::2], s.numbers[1::2], strict=True)]
        thing = one.objects[0]
        self.assertTrue(min(x for x, _ in around) < -10 and max(x for x, _ in around) > thing.width + 10)
        by_object = {n["object"]: n for n in nodes(one, made)}
        self.assertEqual([m["key"] for m in by_object["words"]["marks"]], ["words/mark/m"])
        self.assertFalse(by_object["words"]["marks"][0]["behind"])
        self.assertIn(line.mark.path, by_object["words"]["marks"][0]["svg"])

    def test_a_marker_sweeps_over_every_line_behind_the_letters(self):
        made = show(slide(emphasis("m", "marker", object="words"), objects=(self.WORDS,)))
        (mark,) = marks_of(made.slides[0], 1280, 720)["words"]
        self.assertEqual([s.letter for s in read_path(mark.mark.path)].count("M"), 2)
        self.assertTrue(mark.mark.behind)


class Paths(TestCase):
    def test_places_along_it_are_as_far_apart_and_it_turns_with_them(self):
        for data, words in PATHS:
            places = along(read_path(data))
            steps = [hypot(b.x - a.x, b.y - a.y) for a, b in pairwise(places)]
            self.assertLess(max(steps) - min(steps), 0.12 * max(steps), words)
            self.assertLess(max(abs(b.turned - a.turned) for a, b in pairwise(places)), 60, words)
        round_ = along(read_path("M0 0C0 -110 200 -110 200 0C200 110 0 110 0 0"))
        self.assertAlmostEqual(round_[-1].turned - round_[0].turned, 360, delta=12)
        self.assertAlmostEqual(sum(hypot(b.x - a.x, b.y - a.y) for a, b in pairwise(round_)), pi * 183, delta=30)
        self.assertEqual(len(along(read_path("M5 5"))), 2)

    def test_one_of_many_turns_is_gone_as_closely_as_one_of_few(self):
        waves = "M0 0" + "".join(f"C{60 * n + 20} -80 {60 * n + 40} 80 {60 * n + 60} 0" for n in range(40))
        places = along(read_path(waves))
        self.assertAlmostEqual(max(place.y for place in places), 23.1, delta=1.5)
        self.assertEqual(sum(a.y <= 0 < b.y for a, b in pairwise(places)), 40)

    def test_it_ends_where_the_path_ends_and_stays_or_comes_back(self):
        corner = {"path": "M10 10L110 10L110 60"}
        there = step("a", "following", 1000, kind="path", effect="follow", easing="linear", params=corner)
        self.assertEqual(
            [seen(t, there)["box"].get(n, 0) for t in (0, 1000, 3000) for n in ("x", "y")], [0, 0, 100, 50, 100, 50]
        )
        self.assertAlmostEqual(seen(500, there)["box"]["x"], 75, delta=2)
        back = {**there, "params": {**corner, "back": "back", "turning": "turning"}}
        self.assertEqual([round(seen(t, back)["box"][n], 3) for t in (0, 1000) for n in ("x", "y", "rotate")], [0] * 6)
        self.assertAlmostEqual(seen(500, back)["box"]["y"], 50)
        self.assertAlmostEqual(seen(499, back)["box"]["rotate"], 90)

    def test_its_easing_is_that_of_the_whole_way(self):
        eased = step(
            "a", "following", 1000, kind="path", effect="follow", easing="ease-in", params={"path": "M0 0L50 0L100 0"}
        )
        self.assertAlmostEqual(seen(500, eased)["box"]["x"], 100 * 0.315, delta=0.5)

    def test_what_is_no_path_is_refused_and_plays_the_first(self):
        self.assertEqual(
            seen(1000, step("a", "following", 1000, kind="path", effect="follow", params={"path": "no"}))["box"]["x"],
            360,
        )


class Pacing(TestCase):
    def test_lists_come_when_the_easing_comes_to_them_and_numbers_overshoot(self):
        clip = ("clip", ((0, (0.0,)), (0.5, (0.0,)), (0.5, (9.0,)), (1, (9.0,))))
        shares = [share for share, _ in paced(clip, parse("ease-in"))[1]]
        self.assertEqual((shares[0], shares[-1]), (0, 1))
        self.assertAlmostEqual(shares[1], 0.64, delta=0.03)
        over = [value for _, value in paced(("x", ((0, 0.0), (1, 10.0))), parse("cubic-bezier(0.3, 1.6, 0.6, 1)"))[1]]
        self.assertGreater(max(over), 11)
        self.assertEqual((over[0], over[-1]), (0, 10))


class Others(TestCase):
    THREE = (
        {"id": "b", "kind": "shape"},
        {"id": "c", "kind": "shape", "group": "g"},
        {"id": "d", "kind": "shape", "group": "g"},
    )

    def opacities(self, at: float, *steps) -> list[float]:
        targets = seen(at, *steps, objects=self.THREE)
        return [round(targets.get(name, {}).get("opacity", 1.0), 3) for name in ("box", "b", "c", "d")]

    def test_all_others_go_back_until_another_stands_out(self):
        steps = (
            emphasis("1", "dim-others", duration=1000, params={"opacity": 20}),
            emphasis("2", "dim-others", duration=1000, object="c", params={"opacity": 20}),
        )
        self.assertEqual(self.opacities(0, *steps), [1, 1, 1, 1])
        self.assertEqual(self.opacities(500, *steps), [1, 0.6, 0.6, 0.6])
        self.assertEqual(self.opacities(1000, *steps), [1, 0.2, 0.2, 0.2])
        self.assertEqual(self.opacities(1500, *steps), [0.6, 0.2, 0.6, 0.6])
        self.assertEqual(self.opacities(4000, *steps), [0.2, 0.2, 1, 1])

    def test_or_for_its_own_time_only(self):
        passing = emphasis("1", "dim-others", duration=1000, params={"opacity": 20, "stays": "goes"})
        self.assertEqual(
            [self.opacities(t, passing)[1] for t in (0, 150, 300, 700, 850, 1000)], [1, 0.6, 0.2, 0.2, 0.6, 1]
        )
        self.assertEqual(self.opacities(500, passing)[0], 1)

    def test_what_else_fades_goes_on_besides(self):
        steps = (
            emphasis("1", "dim-others", duration=1000, params={"opacity": 50}),
            step("2", "alongside", 1000, object="b", effect="fade", easing="linear"),
        )
        self.assertEqual(self.opacities(500, *steps)[1], 0.375)


class Drawn(TestCase):
    def test_first_the_line_then_the_fill(self):
        on = step("a", "following", 1000, effect="draw", easing="linear", params={"drawing": 60})
        self.assertEqual([round(seen(t, on)["box"]["drawn"], 6) for t in (0, 300, 600, 800, 1000)], [0, 0.5, 1, 1.5, 2])
        line = step("a", "following", 1000, effect="draw", easing="linear", params={"drawing": 100})
        self.assertEqual([seen(t, line)["box"]["drawn"] for t in (500, 1000)], [0.5, 2])
        for target in compile(show(slide(on))).slides[0].targets:
            self.assertEqual({value_at(t, 5000) for t in target.tracks}, {1.0, 2.0})


class Lit(TestCase):
    OTHER = {"id": "other", "kind": "shape"}

    def test_the_dark_goes_from_one_to_the_next_and_what_is_lit_stands_before_everything(self):
        steps = (
            emphasis("1", "light", duration=1000),
            emphasis("2", "light", duration=1000, delay=500, object="other"),
        )
        told = [seen(t, *steps, objects=(self.OTHER,)) for t in (0, 500, 1400, 2000, 4000)]
        fronts = [(t["box"]["front"], t["other"]["front"]) for t in told]
        self.assertEqual(fronts, [(1, 0), (1, 0), (1, 0), (1, 1), (0, 1)])
        darks = [
            [
                round(t[f"{name}/mark/{key}"]["visible"] * t[f"{name}/mark/{key}"]["opacity"], 2)
                for name, key in (("box", "1"), ("other", "2"))
            ]
            for t in told
        ]
        self.assertEqual(darks, [[0, 0], [0.5, 0], [1, 0], [0.5, 0.5], [0, 1]])

    def test_one_that_is_lit_again_stays_before_everything(self):
        steps = (emphasis("1", "light", duration=1000), emphasis("2", "light", duration=1000))
        self.assertEqual([seen(t, *steps)["box"]["front"] for t in (500, 1500, 3000)], [1, 1, 1])

    def test_it_is_drawn_around_its_object(self):
        made = show(slide(emphasis("1", "light")))
        (mark,) = nodes(made.slides[0], made)[0]["marks"]
        self.assertTrue(mark["behind"])
        self.assertIn("radialGradient", mark["svg"])
        self.assertIn('stop-opacity="0.7"', mark["svg"])

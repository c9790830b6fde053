"""A comment stays at what it is at, whatever becomes of the show."""

from unittest import TestCase

from msgspec.structs import replace

from ritornel.core.score import compile
from ritornel.core.score.anchors import Anchor, Place, Standing, _begun, anchored, standing
from tests.made import show, slide, step, text

SCRIPT = "The lamp turns. [1] The lamp floats on a bath. The lamp is dark."


def made(script: str = SCRIPT, hold: int = 4000):
    return show(
        slide(step("t", duration=600), objects=(text("t", "Lamp"),), id="one", script=script, hold=hold),
        slide(objects=(text("u", "Bath"),), id="two", script="Only the bath.", hold=3000),
    )


def moved(of, **slides):
    """The show with slides changed: none of a name leaves it out."""
    kept = [replace(one, **slides.get(one.id, {})) for one in of.slides if slides.get(one.id, {}) is not None]
    return replace(of, slides=tuple(kept))


class Anchors(TestCase):
    def at(self, of, **place) -> Anchor:
        found = anchored(of, compile(of), Place(**place))
        self.assertIsNotNone(found)
        return found

    def stands(self, of, anchor: Anchor) -> Standing:
        return standing(of, compile(of), anchor)

    def test_at_the_show_and_at_a_slide(self):
        of = made()
        self.assertEqual(self.stands(of, self.at(of)), Standing())
        here = self.at(of, slide="two")
        self.assertEqual(self.stands(of, here), Standing(slide="two"))
        self.assertEqual(self.stands(moved(of, two=None), here), Standing(gone=True))

    def test_of_what_is_not_there_there_is_no_anchor(self):
        of = made()
        for place in (
            {"slide": "none"},
            {"slide": "one", "object": "u"},
            {"slide": "one", "start": 15, "end": 16},
            {"slide": "one", "start": 900, "end": 901},
        ):
            self.assertIsNone(anchored(of, compile(of), Place(**place)), place)

    def test_an_object_is_followed_to_another_slide_and_back(self):
        of = made()
        here = self.at(of, slide="one", object="t")
        self.assertEqual(self.stands(of, here), Standing(slide="one", object="t"))
        lamp = of.slides[0].objects
        there = moved(of, one={"objects": (), "running_order": ()}, two={"objects": (*of.slides[1].objects, *lamp)})
        self.assertEqual(self.stands(there, here), Standing(slide="two", object="t"))
        without = moved(of, one={"objects": (), "running_order": ()})
        self.assertEqual(self.stands(without, here), Standing(slide="one", gone=True))
        self.assertEqual(self.stands(moved(of, one=None), here), Standing(gone=True))
        self.assertEqual(self.stands(moved(there, one=None), here), Standing(slide="two", object="t"))

    def test_an_object_that_was_cut_out_and_put_in_elsewhere_is_found_by_its_lineage(self):
        of = made()
        lamp = replace(of.slides[0].objects[-1], lineage="lamp")
        of = moved(of, one={"objects": (lamp,)})
        here = self.at(of, slide="one", object="t")
        put_in = replace(lamp, id="t-2")
        there = moved(of, one={"objects": (), "running_order": ()}, two={"objects": (*of.slides[1].objects, put_in)})
        self.assertEqual(self.stands(there, here), Standing(slide="two", object="t-2"))
        self.assertEqual(self.stands(there, replace(here, lineage="")), Standing(slide="one", gone=True))
        both = moved(of, two={"objects": (put_in,)})
        self.assertEqual(self.stands(both, here), Standing(slide="one", object="t"), "a copy takes nothing along")

    def test_of_very_many_words_300_letters_are_quoted(self):
        of = made("lamp " * 100)
        here = self.at(of, slide="one", start=5, end=500)
        self.assertEqual((len(here.words), here.at), (300, 5))
        self.assertEqual(self.at(of, slide="one", start=-5, end=4), Anchor(slide="one", words="lamp", at=0))
        self.assertEqual(self.at(of, slide="one", start=4, end=4), Anchor(slide="one"), "no words: the slide")

    def test_an_instant_is_within_its_slide_and_behind_the_last_build_that_has_begun(self):
        of = made()
        length = compile(of).slides[0].length_ms
        begun = dict(_begun(compile(of).times[0]))["t"]
        for within, after in ((begun, 0), (begun + 5, 5), (length + 900, length - begun)):
            self.assertEqual(self.at(of, slide="one", within=within), Anchor(slide="one", build="t", after=after))
        self.assertEqual(self.at(of, slide="one", within=begun - 1), Anchor(slide="one", after=begun - 1))
        self.assertEqual(self.at(of, slide="one", within=-7), Anchor(slide="one", after=0))
        self.assertEqual(self.at(of, slide="one", instant=0), Anchor(slide="one", after=0))
        self.assertEqual(self.at(of, slide="two", instant=length + 3), Anchor(slide="two", after=3))
        self.assertEqual(self.at(of, slide="two", instant=0, within=2), Anchor(slide="two", after=2))
        here = self.at(of, slide="one", within=begun)
        self.assertEqual(self.stands(of, here), Standing(slide="one", instant=begun))
        for anchor in (
            Anchor(slide="one", after=3),
            Anchor(slide="two", after=0),
        ):  # those of no build stand on their own slide
            self.assertEqual(self.stands(moved(of, **{anchor.slide: None}), anchor), Standing(gone=True))
        far = moved(of, one={"script": "x " * 10})
        self.assertEqual(self.stands(far, Anchor(slide="two", after=7)).instant, compile(far).starts[1] + 7)
        shorter = moved(of, one={"running_order": ()})
        self.assertEqual(self.stands(shorter, here), Standing(slide="one", gone=True), "the build went")
        self.assertEqual(self.stands(of, Anchor(slide="two", after=99_999)).instant, compile(of).length_ms)
        self.assertEqual(self.stands(moved(of, one=None), Anchor(slide="one", after=5)), Standing(gone=True))

    def test_words_are_the_nearest_of_their_kind(self):
        of = made()
        second = SCRIPT.index("The lamp floats")
        here = self.at(of, slide="one", start=second, end=second + 8)
        self.assertEqual(here.words, "The lamp")
        self.assertEqual(self.stands(of, here), Standing(slide="one", start=second, end=second + 8))
        longer = moved(of, one={"script": "Now. " + SCRIPT})
        self.assertEqual(self.stands(longer, here).start, second + 5)
        first = replace(here, at=2)
        self.assertEqual(self.stands(of, first).start, 0)
        last = replace(here, at=len(SCRIPT))
        self.assertEqual(self.stands(of, last).start, SCRIPT.rindex("The lamp"))

    def test_words_that_were_written_over_stand_while_half_of_them_are_left(self):
        of = made()
        here = self.at(of, slide="one", start=SCRIPT.index("floats"), end=SCRIPT.index(" The lamp is"))
        self.assertEqual(here.words, "floats on a bath.")
        half = moved(of, one={"script": SCRIPT.replace("floats on", "swims on")})
        found = self.stands(half, here)
        self.assertEqual(half.slides[0].script[found.start : found.end], "s on a bath.")
        less = moved(of, one={"script": SCRIPT.replace("floats on a", "is held by the")})
        self.assertEqual(self.stands(less, here), Standing(slide="one", gone=True))

    def test_words_are_followed_to_the_slide_they_were_parted_to(self):
        of = made()
        here = self.at(of, slide="one", start=SCRIPT.index("The lamp floats"), end=SCRIPT.index(" The lamp is"))
        parted = moved(of, one={"script": "The lamp turns."}, two={"script": "So. The lamp floats on a bath."})
        self.assertEqual(self.stands(parted, here), Standing(slide="two", start=4, end=30))

    def test_an_instant_keeps_its_distance_from_the_build_before_it(self):
        of = made()
        began = compile(of).times[0].groups[1].steps[0].start_ms
        here = self.at(of, slide="one", instant=began + 200)
        self.assertEqual(here, Anchor(slide="one", build="t", after=200))
        self.assertEqual(self.stands(of, here), Standing(slide="one", instant=began + 200))
        later = moved(of, one={"script": "Long before it there is much to be said of the sea. " + SCRIPT})
        score = compile(later)
        self.assertGreater(score.times[0].groups[1].steps[0].start_ms, began)
        self.assertEqual(self.stands(later, here).instant, score.times[0].groups[1].steps[0].start_ms + 200)
        before = self.at(of, slide="one", instant=began - 1)
        self.assertEqual(before, Anchor(slide="one", after=began - 1))

    def test_an_instant_stays_within_its_slide_and_goes_with_it(self):
        of = made()
        start = compile(of).starts[1]
        here = self.at(of, slide="two", instant=start + 2500)
        turned = replace(of, slides=of.slides[::-1])
        self.assertEqual(self.stands(turned, here).instant, 2500)
        short = moved(of, two={"hold_ms": 1000, "script": ""})
        score = compile(short)
        self.assertEqual(self.stands(short, here).instant, score.starts[1] + min(2500, score.slides[1].length_ms))
        self.assertEqual(self.at(of, slide="two", instant=10**9).after, compile(of).slides[1].length_ms)
        self.assertEqual(self.at(of, slide="two", instant=0).after, 0)
        self.assertEqual(self.at(of, slide="two", within=2500), here)

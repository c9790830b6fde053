"""A show that loops goes from its last slide to its first as any two do, and its music goes on."""

from unittest import TestCase

from ritornel.core.score import compile
from ritornel.render.looping import AGAIN, looping
from ritornel.render.player import playable
from tests.made import edited, show, slide, step

TUNE = [{"id": "tune", "kind": "sound", "length": 4000, "has_sound": True}]


class Looping(TestCase):
    def setUp(self):
        first = slide(step("a", "following"), id="one", transition={"type": "pushWipe", "duration": 800}, hold=1000)
        self.made = show(
            first,
            slide(id="two", hold=1500),
            assets=TUNE,
            beds=[{"id": "b", "asset": "tune", "fade_in": 500, "fade_out": 900}],
        )

    def test_the_first_slide_comes_in_over_the_last_and_goes_on_where_it_stands_so(self):
        told = looping(self.made)
        length = compile(self.made).length_ms
        self.assertEqual((told["length"], told["loop"]), (length, {"at": length + 800, "to": 800}))
        self.assertEqual(
            [row[:2] for row in told["order"]], [["one", 0], ["two", told["order"][1][1]], [f"one{AGAIN}", length]]
        )
        again, first = (told["slides"][name] for name in (f"one{AGAIN}", "one"))
        self.assertEqual([t["key"] for t in again["score"]["targets"]], [t["key"] for t in first["score"]["targets"]])
        self.assertEqual({piece["of"] for piece in again["score"]["transition"]["pieces"]}, {"old", "new"})
        cut = looping(show(slide(id="one"), slide(id="two")))
        self.assertEqual(cut["loop"], {"at": cut["length"], "to": 0})

    def test_music_goes_on_without_an_end_or_a_fade_at_it(self):
        (span,) = looping(self.made)["bed_spans"]
        (once,) = playable(self.made, compile(self.made))["bed_spans"]
        self.assertGreater(span["end"], 1000 * once["end"])
        self.assertEqual(span["gain"]["values"][-1], span["gain"]["values"][1])
        still = edited(self.made, do="set-bed", bed="b", values={"loop": False})
        self.assertEqual(looping(still)["bed_spans"], list(playable(still, compile(still))["bed_spans"]))

    def test_only_what_lies_under_the_whole_show_goes_on_when_it_begins_again(self):
        (bed,) = self.made.beds
        anchored = edited(self.made, do="set-bed", bed=bed.id, values={"end": {"slide": self.made.slides[-1].id, "offset": 500}})  # fmt: skip
        (whole,), (part,) = looping(self.made)["bed_spans"], looping(anchored)["bed_spans"]
        self.assertGreater(whole["end"], compile(self.made).length_ms)
        self.assertEqual(part["end"], compile(anchored).bed_spans[0].end_ms)

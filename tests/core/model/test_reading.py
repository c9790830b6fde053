import json
from unittest import TestCase

from hypothesis import given
from hypothesis import strategies as st
from msgspec.structs import replace

from ritornel.core.model import Clip, Show, Text
from ritornel.core.model.defaults import defaults
from ritornel.core.model.patch import patch_to, patched
from ritornel.core.model.reading import BadDocument, read_show
from ritornel.core.model.stored import stored_slide
from ritornel.core.model.writing import document_of, write_show
from tests.examples import examples
from tests.made import SHOWS, show, slide, step, text


class Reading(TestCase):
    def refused(self, **document) -> str:
        with self.assertRaises(BadDocument) as caught:
            read_show(document)
        return str(caught.exception)

    def test_messages_name_the_place(self):
        cases = {
            "slide 3, build 2: duration must be 0 or more": {
                "slides": [{}, {}, {"running_order": [{}, {"duration": -5}]}]
            },
            "slide 1: hold must be a whole number or nothing, and is text": {"slides": [{"hold": "long"}]},
            "slide 1, build 1: trigger “later” is not one of the values": {
                "slides": [{"running_order": [{"trigger": "later"}]}]
            },
            "slide 1, object 2: fill must be a colour as #rrggbb": {
                "slides": [{"objects": [{}, {"kind": "shape", "fill": "red"}]}]
            },
            "pace: wpm must be more than 0": {"pace": {"wpm": 0}},
            "slides must be a list": {"slides": 3},
            "slide 1, build 1: object must be the id of an object on this slide, and “x” is none": {
                "slides": [{"running_order": [{"object": "x"}]}]
            },
            "slide “a”: the id must be used once, and stands 2 times": {"slides": [{"id": "a"}, {"id": "a"}]},
            "slide 1, object 1: out must come after in (500)": {
                "slides": [{"objects": [{"kind": "clip", "in": 500, "out": 500}]}]
            },
            "slide 1: waits must name cues by their numbers, 1 to 9999": {"slides": [{"waits": {"soon": 3}}]},
            "chapter 1: first must be the id of a slide": {"chapters": [{"first": "gone"}]},
            "slide 1, build 1: only a clip or a sound can be told to play, and where and how": {
                "slides": [{"objects": [{"id": "o"}], "running_order": [{"object": "o", "kind": "play"}]}]
            },
        }
        for words, document in cases.items():
            with self.subTest(words):
                self.assertIn(words, self.refused(**document))

    def test_what_is_left_out_is_filled_in(self):
        show = read_show({"slides": [{"objects": [{"paragraphs": [{"text": "x"}]}, {}], "running_order": [{}]}]})
        slide = show.slides[0]
        self.assertEqual((slide.id, slide.objects[0].id, slide.running_order[0].id), ("slide-1", "object-1", "build-1"))
        self.assertIsInstance(slide.objects[0], Text)
        self.assertEqual(slide.transition.type, "cut")
        self.assertEqual((show.width, show.height, show.pace.wpm), (1280, 720, 140))

    def test_what_is_null_counts_as_left_out(self):
        step = {"id": "a", "part": None, "easing": None, "duration": None, "params": None}
        document = {"transition": None, "narration": None, "hold": None, "waits": None, "running_order": [step]}
        bare = {"running_order": [{"id": "a"}]}
        self.assertEqual(read_show({"target": None, "slides": [document]}), read_show({"slides": [bare]}))

    def test_times_have_plain_names_in_documents(self):
        show = read_show({"slides": [{"objects": [{"kind": "clip", "in": 5, "out": 9}]}]})
        thing = show.slides[0].objects[0]
        assert isinstance(thing, Clip)
        self.assertEqual((thing.in_ms, thing.out_ms), (5, 9))
        self.assertIn(b'"in": 5', write_show(show))

    @examples(60)
    @given(SHOWS)
    def test_written_and_read_back_is_the_same(self, show: Show):
        self.assertEqual(read_show(write_show(show)), show)

    def test_defaults_are_told_under_document_names(self):
        told = defaults()
        self.assertEqual(told["pace"]["least_wait"], 400)
        self.assertEqual(told["step"]["trigger"], "cue")
        self.assertEqual((told["clip"]["in"], told["text"]["size"]), (0, 32))

    @examples(60)
    @given(SHOWS, SHOWS, st.randoms())
    def test_a_patch_leads_from_one_show_to_the_other(self, one: Show, other: Show, _):
        self.assertEqual(patched(one, patch_to(one, other)), other)
        self.assertEqual(patch_to(one, one), {})

    def test_a_patch_holds_what_differs_and_no_more(self):
        builds = [step(f"b{n}", "following") for n in range(50)]
        one = show(slide(*builds, objects=(text("words", "The lamp turns"), text("more", "at a touch"))))
        moved = replace(one.slides[0], objects=(replace(one.slides[0].objects[0], x=77), one.slides[0].objects[1]))
        patch = patch_to(one, replace(one, slides=(moved,)))
        ((_, within),) = patch["within"].items()
        self.assertEqual((list(patch), list(within)), (["within"], ["objects"]))
        self.assertEqual([o["id"] for o in within["objects"]["set"]], ["box"])
        self.assertEqual(patched(one, patch).slides, (moved,))

    def test_a_patch_of_whole_slides_as_they_were_kept_once_still_leads_there(self):
        one, other = show(slide(step("a"))), show(slide(step("b"), hold=700))
        kept = {"slides": {one.slides[0].id: document_of(other.slides[0])}}
        self.assertEqual(patched(one, kept).slides, other.slides)

    def test_a_patch_of_a_slide_that_can_no_longer_be_read_is_made_in_what_was_kept_of_it(self):
        one, other = show(slide(step("a"))), show(slide(step("a"), hold=700))
        bad = json.dumps({**document_of(one.slides[0]), "background": "no colour"})
        broken = replace(one, slides=(stored_slide(one.slides[0].id, bad),))
        self.assertTrue(broken.slides[0].unreadable)
        (back,) = patched(broken, patch_to(one, other)).slides
        self.assertEqual(json.loads(back.unreadable), {**json.loads(bad), "hold": 700})

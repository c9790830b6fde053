"""Recorded passages: they are heard and seen of their slides, in step, and stand where the style has who speaks."""

from typing import Any
from unittest import TestCase

from msgspec.structs import replace

from ritornel.core.edits import BadEdit
from ritornel.core.model import Show
from ritornel.core.model.box import Box
from ritornel.core.model.roles import SPEAKER
from ritornel.core.motion.track import value_at
from ritornel.core.score import compile
from ritornel.core.styles import STYLES
from ritornel.core.styles.arranging import meet
from ritornel.core.text.extent import words_box
from ritornel.core.time.stretches import asset_at, stretches_of
from tests.made import edited, show, slide, step, text

VOICE = {"asset": "tune", "in": 400, "out": 2600, "marks": [700, 1500]}
SEEN = {"asset": "film", "in": 900, "out": 3100, "shift": 500}


def made(**more: Any) -> Show:
    return show(slide(step("a", duration=0), step("b", duration=0), id="one", **more), slide(id="two"))


def chosen(start: Show, seen: dict[str, Any] | None = SEEN, **voice: Any) -> Show:
    passage = {"voice": {**VOICE, **voice}, **({"seen": seen} if seen else {})}
    return edited(start, do="choose-passages", passages={"one": passage}, ids=["face"])


def places(one: Show) -> list[tuple[float, int]]:
    """The instants of voice and picture, at every 100 ms of the first slide, as they lie in their assets."""
    score = compile(one).slides[0]
    (track,) = (t for target in score.targets if target.object == "face" for t in target.tracks if t.property == "media_time")  # fmt: skip
    kept = stretches_of(one.slides[0].narration, {"tune": 3000, "film": 10_000})
    return [(float(value_at(track, at)), asset_at(kept, at)) for at in range(0, score.length_ms, 100)]


class Choosing(TestCase):
    def test_a_slide_lasts_as_its_passage_and_cues_come_as_they_were_given(self):
        one = chosen(made(hold=9000, waits={"1": 5000}))
        time = compile(one).times[0]
        self.assertEqual((time.length_ms, [g.start_ms for g in time.groups[1:]]), (2200, [700, 1500]))
        self.assertEqual(one.slides[0].narration.lead_ms, 0)

    def test_the_picture_is_muted_and_in_step_with_the_voice_at_every_instant_through_its_cuts(self):
        one = chosen(made())
        (face,) = (o for o in one.slides[0].objects if o.role == SPEAKER)
        self.assertEqual((face.muted, face.in_step.voice, face.in_step.shift_ms), (True, "tune", 500))
        cut = replace(one.slides[0].narration, kept=((400, 900), (1500, 2000), (2100, 2600)))
        late = replace(one.slides[0].narration, lead_ms=300, tail_ms=900)
        for voice in (one.slides[0].narration, cut, late):
            now = replace(one, slides=(replace(one.slides[0], narration=voice), *one.slides[1:]))
            lead = voice.lead_ms
            for picture, heard in places(now) if not lead else []:
                self.assertLess(abs(picture - heard - 500), 20)
        still = places(now)
        self.assertEqual((still[0][0], still[2][0], still[-1][0]), (900, 900, 3100))

    def test_of_another_voice_it_is_a_clip_like_others_and_of_one_made_of_its_own_it_stays_in_step(self):
        one = chosen(made())
        other = replace(one.slides[0].narration, asset="sea", source="")
        cleaned = replace(one.slides[0].narration, asset="clean", source="tune")
        spans = {}
        for name, voice in (("other", other), ("cleaned", cleaned)):
            now = replace(one, slides=(replace(one.slides[0], narration=voice, length_ms=3000), *one.slides[1:]))
            (spans[name],) = (s for s in compile(now).slides[0].spans if s.source == "object")
        self.assertEqual((spans["other"].from_ms, spans["cleaned"].from_ms), (900, 900))
        self.assertEqual((spans["other"].in_ms, spans["cleaned"].in_ms), (900, 0))

    def test_the_next_passage_stands_where_the_last_one_stood_and_one_without_picture_takes_it_off(self):
        one = chosen(made())
        moved = edited(one, do="set-objects", slide="one", values={"face": {"x": 40, "y": 50}})
        again = chosen(moved, seen={**SEEN, "in": 100, "out": 2300, "shift": -300})
        face = again.slides[0].objects[-1]
        self.assertEqual((face.id, face.x, face.y, face.in_ms, face.in_step.shift_ms), ("face", 40, 50, 100, -300))
        self.assertEqual(len(again.slides[0].objects), 2)
        self.assertEqual([o.id for o in chosen(again, seen=None).slides[0].objects], ["box"])

    def test_a_picture_without_a_voice_is_seen_and_the_slide_waits_as_was_given(self):
        passage = {"seen": SEEN, "cues": {"1": 600, "2": 1900}}
        one = edited(made(hold=9000, waits={"1": 5000}), do="choose-passages", passages={"one": passage}, ids=["face"])
        time = compile(one).times[0]
        self.assertEqual(([g.start_ms for g in time.groups], time.length_ms), ([0, 600, 1900], 2200))
        self.assertIsNone(one.slides[0].objects[-1].in_step)
        (span,) = (s for s in compile(one).slides[0].spans if s.source == "object")
        self.assertEqual((span.start_ms, span.from_ms), (0, 900))
        spoken = chosen(made(), seen=None)
        beside = edited(spoken, do="choose-passages", passages={"one": passage}, ids=["face"])
        self.assertEqual(compile(beside).times[0].length_ms, compile(spoken).times[0].length_ms)
        self.assertEqual(beside.slides[0].narration, spoken.slides[0].narration)
        with self.assertRaisesRegex(BadEdit, "a voice or a picture"):
            edited(made(), do="choose-passages", passages={"one": {"cues": {"1": 600}}})

    def test_who_speaks_is_named_once_in_two_lines_that_stay_on_the_stage(self):
        passage = {"voice": VOICE, "seen": SEEN, "named": "Ebba Lund\nkeeper of the light"}
        for style in STYLES:
            for start in (show({"id": "one"}, {"id": "two"}, style=style), edited(made(), do="set-style", style=style)):
                one = edited(start, do="choose-passages", passages={"one": passage}, ids=["face", "name"])
                again = edited(one, do="choose-passages", passages={"one": passage})
                self.assertEqual(again.slides[0].objects, one.slides[0].objects)
                nobody = {**passage, "named": " \n "}
                without = edited(start, do="choose-passages", passages={"one": nobody}, ids=["face"])
                self.assertEqual(len(without.slides[0].objects), len(one.slides[0].objects) - 1)
                late = edited(without, do="choose-passages", passages={"one": passage}, ids=["name"])
                self.assertEqual(late.slides[0].objects[-1], one.slides[0].objects[-1], "named the next time")
                named = one.slides[0].objects[-1]
                box = words_box(named)
                self.assertEqual((named.role, len(named.paragraphs)), ("caption", 2))
                self.assertTrue(box.x >= 0 and box.x + box.width <= 1280 and box.y + box.height <= 720, (style, box))
                self.assertLessEqual(box.y + box.height, named.y + named.height + 1, style)

    def test_only_the_voice_stays_where_who_speaks_is_taken_off_and_the_next_choice_brings_them_back(self):
        passage = {"voice": VOICE, "seen": SEEN, "named": "Ebba Lund"}
        one = edited(made(), do="choose-passages", passages={"one": passage}, ids=["face", "name"])
        moved = edited(one, do="add-builds", slide="one", objects=["face"], effect="fade")
        alone = edited(moved, do="only-voice", slides=["one", "two"])
        self.assertEqual([o.id for o in alone.slides[0].objects], ["box"])
        self.assertEqual([s.id for s in alone.slides[0].running_order], ["a", "b"])
        self.assertEqual(alone.slides[0].narration, one.slides[0].narration)
        back = edited(alone, do="choose-passages", passages={"one": passage}, ids=["face", "name"])
        self.assertEqual(back.slides[0].objects, one.slides[0].objects)
        with self.assertRaisesRegex(BadEdit, "nobody who speaks"):
            edited(alone, do="only-voice", slides=["one"])

    def test_on_a_slide_with_nothing_else_who_speaks_fills_it(self):
        alone = show({"id": "one"}, {"id": "two"}, style="fog")
        face = chosen(alone).slides[0].objects[-1]
        whole = (0, 0, 1280, 720, "rectangle")
        self.assertEqual((face.x, face.y, face.width, face.height, face.frame.mask), whole)
        for placing, start, fills in (("style", alone, False), ("whole", made(), True)):
            passage = {"voice": VOICE, "seen": SEEN, "placing": placing}
            face = edited(start, do="choose-passages", passages={"one": passage}).slides[0].objects[-1]
            self.assertEqual((face.x, face.y, face.width, face.height) == whole[:4], fills, placing)

    def test_a_slide_that_is_gone_and_a_passage_of_nothing_are_refused(self):
        with self.assertRaisesRegex(BadEdit, "not in the show"):
            edited(made(), do="choose-passages", passages={"three": {"voice": VOICE}})
        with self.assertRaises(BadEdit):
            edited(made(), do="choose-passages", passages={"one": {"voice": VOICE, "seen": {"asset": "", "in": 0, "out": 9}}})  # fmt: skip


class Placed(TestCase):
    def test_ten_styles_have_ten_places_and_forms_and_no_words_lie_under_who_speaks(self):
        looks = set()
        for name, style in STYLES.items():
            place = style.speaker
            looks.add((place.x, place.y, place.width, place.height, place.mask, place.corner_radius, place.line))
            words = [
                text("t", "Where the light went", role="title"),
                text("b", "Up to the gulls", "Down to the rocks", "Out to the ships", role="body"),
            ]
            start = edited(made(kind="list", objects=tuple(words)), do="set-style", style=name)
            one = chosen(start).slides[0]
            face = next(o for o in one.objects if o.role == SPEAKER)
            self.assertEqual((face.own, face.frame.mask), ((), place.mask), name)
            self.assertLessEqual(face.x + face.width, 1280, name)
            for thing in one.objects:
                if thing.id in ("t", "b"):
                    box = words_box(thing)
                    self.assertFalse(
                        meet(box, Box(face.x, face.y, face.width, face.height)), (name, thing.id, box, face)
                    )
        self.assertEqual(len(looks), len(STYLES))

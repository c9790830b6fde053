"""Every build can be said, chosen and seen."""

import unittest

from msgspec.structs import replace

from ritornel.core.model import Show, Step
from ritornel.core.motion.builds import EFFECTS
from ritornel.core.score import compile
from ritornel.core.sentences import Sentence
from ritornel.core.sentences.builds import KINDS, build_samples, build_sentence, effects_of
from tests.made import clip, show, slide, step, text


def said(made: Show, number: int = 0) -> Sentence:
    one = made.slides[0]
    return build_sentence(one.running_order[number], one, compile(made).times[0], "The list")


def with_step(made: Show, **values) -> Show:
    one = made.slides[0]
    return replace(made, slides=(replace(one, running_order=(replace(one.running_order[0], **values),)),))


class Words(unittest.TestCase):
    def test_what_a_clip_is_told(self):
        acts = [
            {"id": "s", "kind": "seek", "params": {"at": 3.5}},
            {"id": "r", "kind": "rate", "params": {"rate": 2}},
            {"id": "v", "kind": "volume", "duration": 900},
        ]
        made = show(
            slide(*({"object": "film", "trigger": "alongside", **act} for act in acts), objects=(clip("film"),))
        )
        self.assertEqual(
            [said(made, n).text for n in range(3)],
            [
                "“The list” goes to another place, at 3.5 s, from the beginning, at once.",
                "“The list” changes its speed, to 2 ×, alongside the one before, at once.",
                "“The list” fades its sound, to -96 dB, alongside the one before, at once, taking 0.9 s.",
            ],
        )

    def test_sentences_as_they_are_read(self):
        made = show(
            slide(
                step("a", "alongside", effect="rise", duration=700),
                step("b", "alongside", effect="fade", delay=200, repeat=2, easing="linear"),
                step("c", "following", kind="exit", effect="fade", easing="cubic-bezier(0, 0, 0, 1)"),
                step("d", kind="emphasis", effect="pulse", repeat=3, duration=1250),
                waits={"1": 900},
            )
        )
        for number, words in enumerate(
            (
                "“The list” rises in from below, distance 36, from the beginning, at once, taking 0.7 s, once, "
                "coming to rest softly, with no sound.",
                "“The list” fades in, alongside the one before, 0.2 s later, taking 0.6 s, twice, evenly, with no sound.",
                "“The list” fades out, when the one before has ended, at once, taking 0.6 s, once, "
                "by a curve of its own, with no sound.",
                "“The list” pulses, peak 110% of its size, on cue 1 after 0.9 s, at once, taking 1.25 s, 3 times, "
                "starting and ending gently, with no sound.",
            )
        ):
            self.assertEqual(said(made, number).text, words)

    def test_a_clip_that_plays_is_waited_for_or_not(self):
        for waited, words in ((False, "not waited for"), (True, "waited for to its end")):
            film = clip("film", waited_for=waited)
            made = show(slide(step("a", kind="play", object="film"), objects=(film,)))
            sentence = said(made)
            self.assertIn(f"plays, on cue 1 after 1.5 s, at once, {words}.", sentence.text)
            (other,) = [c for c in sentence.settings["waited_for"].choices if not c.chosen]
            self.assertEqual((other.values, sentence.settings["waited_for"].of), ({"waited_for": not waited}, "object"))


class Choosing(unittest.TestCase):
    def test_every_effect_of_every_kind_is_offered_and_said_when_it_is_chosen(self):
        made = show(slide(step("a", object="box")))
        groups = said(made).settings["what"].groups
        self.assertEqual([g.words for g in groups], ["comes in", "is stressed", "moves", "goes out"])
        for group in groups:
            kind = next(k for k, words in KINDS.items() if words == group.words)
            self.assertEqual([c.values["effect"] for c in group.choices], [e.name for e in effects_of(kind)])
            for choice in group.choices:
                now = said(with_step(made, kind=kind, effect=choice.values["effect"], duration_ms=None))
                self.assertIn(f"“The list” {choice.words}", now.text)
                chosen = [c.words for g in now.settings["what"].groups for c in g.choices if c.chosen]
                self.assertEqual(chosen, [choice.words])

    def test_settings_of_effects_set_that_one_alone(self):
        made = show(slide(step("a", effect="rise", params={"side": "left", "distance": 50})))
        settings = said(made).settings
        self.assertEqual(
            [c.values for c in settings["side"].choices if c.words == "from above"],
            [{"params": {"side": "above"}}],
        )
        number = settings["distance"].number
        self.assertEqual((number.field, number.within, number.value, number.most), ("distance", "params", 50, 400))

    def test_a_wait_that_the_clock_finds_has_no_value_but_what_was_found(self):
        number = said(show(slide(step("a")))).settings["wait"].number
        self.assertEqual((number.value, number.found), (None, 1500))


class Samples(unittest.TestCase):
    def test_each_shows_its_effect_alone_from_its_beginning(self):
        made = show(slide(step("a", object="words"), objects=(text("words", "One", "Two"),)))
        one = made.slides[0]
        for kind in ("entrance", "emphasis", "path", "exit"):
            samples = build_samples(one.running_order[0], one, kind, 1280, 720)
            self.assertEqual(list(samples), [f"{kind} {e.name}" for e in effects_of(kind)])
            for name, sample in samples.items():
                own = name == "entrance appear"
                self.assertEqual(sample.length_ms, 600 if own else EFFECTS[name.split()[1]].duration_ms)
                self.assertIn("words", {t.object for t in sample.targets})

    def test_that_of_the_build_itself_has_its_settings_and_time(self):
        made = show(slide(step("a", effect="rise", params={"side": "left"}, duration=900, delay=300, repeat=4)))
        one = made.slides[0]
        (target,) = build_samples(one.running_order[0], one, "entrance", 1280, 720)["entrance rise"].targets
        (across,) = [track for track in target.tracks if track.property == "x"]
        self.assertEqual((across.times[0], across.times[-1], across.values[0]), (0, 900, -36))

    def test_there_is_none_of_a_step_that_moves_nothing(self):
        made = show(slide(step("a", object="")))
        one = made.slides[0]
        self.assertEqual(build_samples(Step(id="a"), one, "entrance", 1280, 720)["entrance fade"].targets, ())

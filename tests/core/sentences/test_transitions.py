"""Every form of every transition can be said, chosen and seen."""

import unittest

from msgspec.structs import replace

from ritornel.core.model import Transition
from ritornel.core.motion.transitions import TRANSITIONS
from ritornel.core.score.planning import plan_of
from ritornel.core.sentences import Choice, Sentence
from ritornel.core.sentences.transitions import transition_samples, transition_sentence


def said(transition: Transition, old: str = "A ring") -> Sentence:
    return transition_sentence(transition, "The bath", old)


def after(transition: Transition, choice: Choice) -> Transition:
    return replace(transition, **{n: "" if (n, v) == ("easing", None) else v for n, v in choice.values.items()})


def chosen(sentence: Sentence, setting: str) -> list[Choice]:
    found = sentence.settings[setting]
    return [c for c in (*found.choices, *(c for g in found.groups for c in g.choices)) if c.chosen]


class Words(unittest.TestCase):
    def test_sentences_as_they_are_read(self):
        for transition, words in (
            (Transition(type="cut"), "“The bath” cuts in after “A ring”, with no sound."),
            (
                Transition(),
                "“The bath” dissolves over “A ring” directly, everything on it, in 0.8 s, evenly, with no sound.",
            ),
            (
                Transition(type="fade", subtype="fadeToColor", colour="#000000", duration_ms=1250),
                "“The bath” dissolves over “A ring” after a colour, black, everything on it, in 1.25 s, evenly, with no sound.",
            ),
            (
                Transition(type="ellipseWipe", softness=0.25, easing="ease-out"),
                "“The bath” opens out of “A ring” as a circle, softly, everything on it, in 0.9 s, ending gently, with no sound.",
            ),
            (
                Transition(type="ellipseWipe", reverse=True),
                "“The bath” closes in on “A ring” as a circle, with a hard edge, everything on it, in 0.9 s, starting and ending gently, with no sound.",
            ),
            (
                Transition(type="pushWipe", subtype="fromTop", reverse=True, easing="cubic-bezier(0, 0, 0, 1)"),
                "“The bath” pushes “A ring” from the top, backwards, everything on it, in 0.9 s, by a curve of its own, with no sound.",
            ),
        ):
            self.assertEqual(said(transition).text, words)

    def test_the_first_slide_comes_out_of_black(self):
        self.assertEqual(
            said(Transition(), "").text,
            "“The bath” dissolves over black directly, everything on it, in 0.8 s, evenly, with no sound.",
        )


class Choosing(unittest.TestCase):
    def test_every_form_is_offered_once_and_what_is_chosen_is_said(self):
        what = said(Transition()).settings["what"]
        offered = [c for group in what.groups for c in group.choices]
        self.assertEqual(len({(str(c.values), c.words) for c in offered}), len(offered))
        for name, kind in TRANSITIONS.items():
            for subtype, _ in kind.subtypes or (("", ""),):
                ways = [c for c in offered if (c.values["type"], c.values["subtype"]) == (name, subtype)]
                self.assertEqual(len(ways), 2 if kind.verb == "opens" else 1, name)
        for group in what.groups:
            for choice in group.choices:
                now = said(after(Transition(), choice))
                (found,) = chosen(now, "what")
                self.assertEqual((found.values["type"], found.words), (choice.values["type"], choice.words))
                self.assertIn(f"” {group.words}", now.text)
                self.assertEqual([g.words for g in now.settings["what"].groups if g.chosen], [group.words])

    def test_every_other_choice_is_what_it_says(self):
        for type_ in ("ellipseWipe", "pushWipe", "fade-through", "spiralWipe"):
            transition = Transition(type=type_)
            for name, setting in said(transition).settings.items():
                for choice in setting.choices:
                    now = said(after(transition, choice))
                    self.assertEqual([c.words for c in chosen(now, name)], [choice.words])
                    self.assertIn(choice.words, now.text)

    def test_softness_colour_and_duration_stay_when_another_form_is_chosen(self):
        soft = Transition(type="ellipseWipe", softness=0.3, duration_ms=1700, easing="ease-in")
        star = next(c for g in said(soft).settings["what"].groups for c in g.choices if c.words == "as a star")
        turned = after(soft, star)
        self.assertEqual((turned.softness, turned.duration_ms, turned.easing), (0.3, 1700, ""))


class Samples(unittest.TestCase):
    def test_a_sample_is_the_plan_of_what_choosing_it_gives(self):
        soft = Transition(type="fade", colour="#aa0000", duration_ms=700)
        for group in said(soft).settings["what"].groups:
            samples = transition_samples(soft, group.words, 1280, 720)
            for choice in group.choices:
                given = after(soft, choice)
                if TRANSITIONS[given.type].carries:
                    self.assertNotIn(choice.sample, samples)
                else:
                    lasts = 0 if TRANSITIONS[given.type].instant else 700
                    self.assertEqual(samples[choice.sample], plan_of(given, lasts, 1280, 720))

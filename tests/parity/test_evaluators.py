"""The two evaluators say the same: 1e-3 stage units, 1e-4 opacity, on made shows and on the demo's."""

import random
from unittest import TestCase

import msgspec
from hypothesis import given
from hypothesis import strategies as st

from ritornel.core.model import Asset, Show
from ritornel.core.motion.builds import EFFECTS
from ritornel.core.motion.transitions import TRANSITIONS
from ritornel.core.score import compile, evaluate
from ritornel.render.player import playable
from ritornel.shows.demo import lamp, winter
from ritornel.shows.demo.acts import made
from tests.examples import examples
from tests.made import SHOWS, show, slide, step, text
from tests.node import in_page


class Parity(TestCase):
    maxDiff = 2000

    def assert_same(self, show: Show, times: list[float]):
        score = compile(show)
        (frames,) = in_page("evaluate", [{"play": playable(show, score), "times": times}])
        for time, frame in zip(times, frames, strict=True):
            expected = msgspec.json.decode(msgspec.json.encode(evaluate(score, time)))
            self.assertEqual((frame["slide"], frame["backdrop"]), (expected["slide"], expected["backdrop"]))
            self.assertEqual(len(frame["layers"]), len(expected["layers"]))
            for ours, theirs in zip(expected["layers"], frame["layers"], strict=True):
                self.assertEqual(
                    [ours[name] for name in ("slide", "corners", "soft", "grid")],
                    [theirs[name] for name in ("slide", "corners", "soft", "grid")],
                )
                self.assert_near(ours["properties"], theirs["properties"], time)
                self.assertEqual(set(ours["targets"]), set(theirs["targets"]))
                for key, state in ours["targets"].items():
                    self.assert_near(state, theirs["targets"][key], time)

    def assert_near(self, ours: dict, theirs: dict, time: float):
        self.assertEqual(set(ours), set(theirs))
        for name, value in ours.items():
            near = 1e-4 if name in ("opacity", "scale_x", "scale_y", "visible") else 1e-3
            pairs = (
                zip(value, theirs[name], strict=True) if isinstance(value, list | tuple) else [(value, theirs[name])]
            )
            for a, b in pairs:
                self.assertAlmostEqual(a, b, delta=near, msg=f"{name} at {time}")

    @examples(25)
    @given(SHOWS, st.randoms(use_true_random=False))
    def test_on_made_shows(self, show: Show, chance: random.Random):
        length = compile(show).length_ms
        self.assert_same(show, [chance.uniform(0, length) for _ in range(40)])

    def test_on_every_effect(self):
        chance = random.Random(9)
        steps = []
        for effect in EFFECTS.values():
            for kind in sorted(set(effect.verbs) & {"entrance", "emphasis", "exit", "path"}):
                settings = {p.name: chance.choice(p.choices)[0] if p.choices else p.least + 0.7 * (p.most - p.least) for p in effect.params}  # fmt: skip
                steps.append((kind, effect.name, settings))
        slides = [
            slide(
                step("a", "following", 900, kind=kind, effect=name, params=settings),
                step("b", "following", 500, effect="wipe", params={"soft": 40}),
                objects=(text("list", "One", "Two"),),
            )
            for kind, name, settings in steps
        ]
        made = show(*slides)
        score = compile(made)
        self.assert_same(made, [start + chance.uniform(0, 1400) for start in score.starts for _ in range(4)])

    def test_on_every_transition(self):
        chance = random.Random(8)
        forms = [(k.name, s) for k in TRANSITIONS.values() if not k.instant for s, _ in k.subtypes or (("", ""),)]
        slides = [
            slide(
                hold=50,
                transition={
                    "type": name, "subtype": subtype, "duration": 1000, "reverse": chance.random() < 0.3,
                    "softness": chance.choice((0, 0.3)), "easing": chance.choice(("", "ease-out")),
                },
            )
            for name, subtype in forms
        ]  # fmt: skip
        made = show(*slides)
        score = compile(made)
        self.assert_same(made, [start + chance.uniform(0, 1000) for start in score.starts for _ in range(3)])

    def test_on_the_demo_shows(self):
        chance = random.Random(4)
        for document in (lamp.document(lamp.heard()), winter.document() | {"to_beat": None}):
            show = made(document, [Asset(id="turning-lens.webm", kind="clip", length_ms=12_000)])
            length = compile(show).length_ms
            self.assert_same(show, [chance.uniform(0, length) for _ in range(300)])

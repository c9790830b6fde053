"""Every effect in each of its kinds: what of the slide is where at five instants of it.

When the states of one are changed on purpose: ``python -m tests.core.motion.test_builds`` and look at the difference.
"""

import json
from pathlib import Path
from unittest import TestCase

from ritornel.core.model.slide import ACTS
from ritornel.core.motion.builds import EFFECTS
from ritornel.core.score import compile, evaluate
from ritornel.core.sentences.builds import KINDS, effects_of
from tests.made import clip, show, slide, text

GOLDEN = Path(__file__).parents[1] / "golden" / "builds.json"
FIVE = (0, 0.25, 0.5, 0.75, 1)
STARTS, LASTS = 1000, 4000
PAIRS = [(kind, effect.name) for kind in KINDS for effect in effects_of(kind)]


def states(kind: str, effect: str, shares=FIVE) -> list:
    """The state of every target of a slide of a text, a shape or a clip, one of which is built."""
    lines = text("words", "The lamp turns", "the lens floats", x=100, y=100, width=500, height=200)
    box = {"id": "plate", "kind": "shape", "x": 700, "y": 300, "width": 200, "height": 100}
    acts = kind in ACTS
    by_line = EFFECTS[effect].by_line
    target = "film" if acts else "words" if by_line or EFFECTS[effect].reads else "plate"
    more = {"part": {"paragraph": 0}} if by_line else {}
    build = {"id": "b", "object": target, "kind": kind, "effect": effect, "trigger": "alongside", "delay": STARTS}
    made = show(slide({**build, "duration": LASTS, **more}, objects=(lines, clip("film") if acts else box), hold=2000))
    score = compile(made)
    return [_short(evaluate(score, STARTS + share * LASTS)) for share in shares]


def _short(frame) -> dict:
    targets = frame.layers[-1].targets
    return {key: {n: _rounded(v) for n, v in sorted(state.items())} for key, state in sorted(targets.items())}


def _rounded(value):
    return [round(v, 3) for v in value] if isinstance(value, tuple) else round(value, 3)


def all_states() -> dict:
    return {f"{kind} {effect}": states(kind, effect) for kind, effect in PAIRS}


class Builds(TestCase):
    def test_each_is_what_it_was_at_five_instants(self):
        told, known = json.loads(json.dumps(all_states())), json.loads(GOLDEN.read_text(encoding="utf-8"))
        self.assertEqual(sorted(told), sorted(known))
        for name, found in told.items():
            with self.subTest(name):
                self.assertEqual(found, known[name])

    def test_each_is_seen(self):
        for kind, effect in PAIRS:
            if kind in ACTS:
                continue
            with self.subTest(f"{kind} {effect}"):
                before, *then = states(kind, effect, (-0.001, *FIVE))
                self.assertTrue(any(state != before for state in then))


if __name__ == "__main__":
    lines = (f"{json.dumps(name)}: {json.dumps(found)}" for name, found in all_states().items())
    GOLDEN.write_text("{\n" + ",\n".join(lines) + "\n}\n", encoding="utf-8")

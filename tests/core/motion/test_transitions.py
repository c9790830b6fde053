"""Every transition in every form: it begins as the slide before, ends as the new one, and is what it was in between.

When the states of one are changed on purpose: ``python -m tests.core.motion.test_transitions`` and look at the difference.
"""

import hashlib
import json
from itertools import pairwise
from pathlib import Path
from unittest import TestCase

import numpy as np

from ritornel.core.model import Transition
from ritornel.core.model.reading import convert
from ritornel.core.motion.easing import LINEAR
from ritornel.core.motion.geometry import orders
from ritornel.core.motion.transitions import TRANSITIONS
from ritornel.core.score import FrameState, compile, evaluate
from tests.core.motion.seen import new_seen
from tests.made import show, slide

GOLDEN = Path(__file__).parents[1] / "golden" / "transitions.json"
FIVE = (0.02, 0.25, 0.5, 0.75, 0.98)
EDGES = (1e-7, 1 - 1e-7)

FORMS = [
    (kind.name, subtype)
    for kind in TRANSITIONS.values()
    if not kind.instant
    for subtype, _ in kind.subtypes or (("", ""),)
]
WIPES = [(name, subtype) for name, subtype in FORMS if TRANSITIONS[name].softens]
SOFTEST = {("blinds", "lying"): 1 / 14, ("blinds", "upright"): 1 / 12}
"""An edge is never as soft as a slat is wide."""

SWITCHES = {"fade/fadeToColor", "fade/fadeFromColor"}
"""By what the standard says, these cut at one end."""


def frame(name: str, subtype: str, progress: float, **more) -> FrameState:
    transition = {"type": name, "subtype": subtype, "duration": 1_000_000, "easing": "linear", **more}
    score = compile(show(slide(hold=500), slide(transition=transition, hold=500)))
    return evaluate(score, 500 + progress * 1_000_000)


def digest(state: FrameState) -> list:
    """What a frame is known by: how much of the new slide is seen, where, and every number of it in short."""
    seen = new_seen(state, 1)
    numbers = [
        [layer.slide, [(n, np.round(v, 3).tolist()) for n, v in sorted(layer.properties.items())]]
        for layer in state.layers
    ]
    short = hashlib.blake2b(json.dumps(numbers).encode(), digest_size=5).hexdigest()
    rows, columns = np.indices(seen.shape)
    weight = np.maximum(seen, 0)
    middle = [round(float((place * weight).sum() / max(weight.sum(), 1e-9)), 1) for place in (columns, rows)]
    return [round(float(seen.mean()), 3), *middle, short]


def states() -> dict:
    return {f"{name}/{subtype}": [digest(frame(name, subtype, share)) for share in FIVE] for name, subtype in FORMS}


class EveryForm(TestCase):
    maxDiff = 3000

    def test_its_states_are_what_they_were(self):
        kept = json.loads(GOLDEN.read_text(encoding="utf-8"))
        told = json.loads(json.dumps(states()))
        self.assertEqual(list(told), list(kept))
        for form, found in told.items():
            self.assertEqual(found, kept[form], form)

    def test_it_begins_with_the_slide_before_and_ends_with_the_new_one_either_way(self):
        for name, subtype in FORMS:
            for reverse in (False, True):
                if f"{name}/{subtype}" in SWITCHES:
                    continue
                with self.subTest(name=name, subtype=subtype, reverse=reverse):
                    begins, ends = (new_seen(frame(name, subtype, at, reverse=reverse), 1) for at in EDGES)
                    self.assertLess(np.abs(begins).max(), 0.01)
                    self.assertLess(np.abs(ends - 1).max(), 0.01)

    def test_a_wipe_only_ever_uncovers_more_and_reversed_it_is_its_own_complement(self):
        for name, subtype in WIPES:
            with self.subTest(name=name, subtype=subtype):
                before = np.zeros(1)
                for share in (0.1, 0.3, 0.5, 0.7, 0.9):
                    seen = new_seen(frame(name, subtype, share), 1)
                    self.assertGreaterEqual((seen - before).min(), -1e-9)
                    self.assertGreater(seen.mean(), before.mean())
                    back = new_seen(frame(name, subtype, 1 - share, reverse=True), 1)
                    self.assertLess(np.abs(back + seen - 1).mean(), 0.005)
                    before = seen

    def test_a_soft_edge_comes_from_beyond_the_stage_and_goes_beyond_it(self):
        for name, subtype in WIPES:
            start, end = (frame(name, subtype, at, softness=0.4).layers[-1] for at in EDGES)
            with self.subTest(name=name, subtype=subtype):
                if start.grid is not None:
                    continue
                self.assertAlmostEqual(start.soft, 0.4 * 0.25 * 1280 * SOFTEST.get((name, subtype), 1), delta=0.05)
                self.assertLess(np.abs(new_seen(frame(name, subtype, EDGES[0], softness=0.4), 1)).max(), 0.01)
                xs, ys = np.reshape(end.properties["clip"], (-1, 2)).T
                self.assertLess(max(xs.min() + end.soft, ys.min() + end.soft), 1)
                self.assertGreater(min(xs.max() - end.soft - 1280, ys.max() - end.soft - 720), -1)

    def test_words_for_it_are_those_of_one_form_alone(self):
        for kind in TRANSITIONS.values():
            said = [label for _, label in kind.subtypes]
            self.assertEqual(len(said), len(set(said)), kind.name)
            self.assertTrue(kind.help.endswith(".") and kind.verb and kind.label)


class Asked(TestCase):
    def test_names_that_documents_had_once_are_read_as_the_standards(self):
        for once, now in (
            ({"type": "crossfade"}, ("fade", "", False)),
            ({"type": "push", "subtype": "from-left"}, ("pushWipe", "fromLeft", False)),
            ({"type": "bar-wipe", "subtype": "right-to-left"}, ("barWipe", "leftToRight", True)),
            ({"type": "bar-wipe", "subtype": "bottom-to-top", "reverse": True}, ("barWipe", "topToBottom", False)),
        ):
            read = convert(once, Transition)
            self.assertEqual((read.type, read.subtype, read.reverse), now)
            self.assertIn(read.subtype, ["", *(name for name, _ in TRANSITIONS[read.type].subtypes)])

    def test_its_own_easing_and_that_of_its_type(self):
        own = compile(show(slide(), slide(transition={"type": "pushWipe", "easing": "linear"}))).slides[1].transition
        self.assertEqual(own.easing, LINEAR)
        for easing in ("", "sideways"):
            plan = compile(show(slide(), slide(transition={"type": "pushWipe", "easing": easing}))).slides[1].transition
            self.assertEqual(plan.easing, (0.42, 0.0, 0.58, 1.0))

    def test_progress_never_goes_beyond_its_ends(self):
        swings = {"type": "pushWipe", "duration": 1000, "easing": "cubic-bezier(0.3, -2, 0.7, 3)"}
        score = compile(show(slide(hold=500), slide(transition=swings, hold=500)))
        places = [evaluate(score, 500 + t).layers[1].properties["homography"][2] for t in range(0, 1000, 50)]
        self.assertTrue(all(0 <= place <= 1280 for place in places))


class Orders(TestCase):
    def test_each_names_every_cell_once(self):
        named = (orders.rows_to_and_fro, orders.slants_to_and_fro, orders.inwards, orders.falling, orders.scattered)
        for order in named:
            for columns, rows in ((16, 9), (9, 16), (1, 7), (5, 1), (6, 6)):
                with self.subTest(order=order.__name__, columns=columns, rows=rows):
                    cells = [cell for step in order(columns, rows) for cell in step]
                    self.assertEqual(sorted(cells), [(c, r) for c in range(columns) for r in range(rows)])

    def test_they_go_from_neighbour_to_neighbour(self):
        for order in (orders.rows_to_and_fro, orders.inwards):
            cells = [step[0] for step in order(16, 9)]
            steps = [abs(a - c) + abs(b - d) for (a, b), (c, d) in pairwise(cells)]
            self.assertEqual(set(steps), {1})


if __name__ == "__main__":
    rows = ",\n".join(f" {json.dumps(form)}: {json.dumps(found)}" for form, found in states().items())
    GOLDEN.write_text("{\n" + rows + "\n}\n", encoding="utf-8")

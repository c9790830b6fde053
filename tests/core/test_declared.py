"""Everything that effects, transitions and easings declare, and the motion they give: a change of it is a decision.

When it is one: delete ``golden/motion.json`` and run this test, which writes it anew and fails once.
"""

import json
from pathlib import Path
from unittest import TestCase

from ritornel.core.model.box import Box
from ritornel.core.motion.builds import DEFAULT_EFFECT, EFFECTS
from ritornel.core.motion.declared import Asked, Effect, TransitionKind, allows, demand, params_of
from ritornel.core.motion.easing import NAMED
from ritornel.core.motion.track import NEUTRAL
from ritornel.core.motion.transitions import TRANSITIONS

GOLDEN = Path(__file__).parent / "golden" / "motion.json"
BOX = Box(100, 200, 300, 80)


def effect_facts(effect: Effect) -> dict:
    settings = [params_of(effect, {})]
    settings += [params_of(effect, {p.name: value}) for p in effect.params for value, _ in p.choices]
    settings += [params_of(effect, {p.name: n}) for p in effect.params if not p.choices for n in (p.least, p.most)]
    return {
        "label": effect.label,
        "verbs": dict(effect.verbs),
        "duration": effect.duration_ms,
        "easing": dict(effect.easing),
        "params": [list(p) for p in effect.params],
        "curves": [[s, effect.curves(Asked(s, BOX, 1280, 720))] for s in settings],
    }


def transition_facts(kind: TransitionKind) -> dict:
    return {
        "label": kind.label,
        "duration": kind.duration_ms,
        "subtypes": kind.subtypes,
        "colour": list(kind.coloured),
        "easing": kind.easing,
        "instant": kind.instant,
        "softens": kind.softens,
        "verb": kind.verb,
    }


class Declared(TestCase):
    maxDiff = 4000

    def test_it_is_what_it_was(self):
        facts = {
            "effects": {name: effect_facts(e) for name, e in EFFECTS.items()},
            "transitions": {name: transition_facts(t) for name, t in TRANSITIONS.items()},
            "easings": NAMED,
            "neutral": dict(NEUTRAL),
            "default": DEFAULT_EFFECT,
        }
        told = json.loads(json.dumps(facts))
        if not GOLDEN.exists():
            GOLDEN.write_text(json.dumps(told, indent=1, ensure_ascii=False) + "\n", encoding="utf-8")
            self.fail("golden/motion.json was written anew: look at it, and run again")
        self.assertEqual(told, json.loads(GOLDEN.read_text(encoding="utf-8")))

    def test_what_a_setting_allows_is_what_it_demands_at_its_very_edges(self):
        size, side = EFFECTS["grow"].params[0], EFFECTS["slide"].params[0]
        self.assertEqual(
            [allows(size, v) for v in (-0.1, 0, 95, 95.1, True, "5", None)],
            [False, True, True, False, False, False, False],
        )
        self.assertEqual([allows(side, v) for v in ("left", "under", 0)], [True, False, False])
        self.assertEqual((demand(size), demand(side)[:19]), ("between 0 and 95 %", "one of left, top-le"))

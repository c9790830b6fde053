"""What builds of one effect do together: asked of the effect, which nothing else knows."""

from unittest import TestCase
from unittest.mock import patch

from ritornel.core.model.keys import target_key
from ritornel.core.motion.builds import EFFECTS
from ritornel.core.motion.declared import Build, Contribution, Effect, Mark
from ritornel.core.motion.easing import HOLD
from ritornel.core.motion.track import Track
from ritornel.core.score import compile, evaluate, forget
from tests.made import show, slide, step, text


def effect(name: str, **more) -> Effect:
    declared = {"label": name, "verbs": {"emphasis": name}, "help": "", "duration_ms": 500, "easing": {}}
    return Effect(name=name, **{**declared, "curves": lambda asked: (), **more})


class Together(TestCase):
    def seen(self, made, at: int):
        forget()
        return evaluate(compile(made), at).layers[-1].targets

    def test_it_is_asked_once_with_its_builds_in_the_order_in_which_they_start(self):
        asked: list[list[str]] = []

        def together(builds, of) -> Contribution:
            asked.append([build.step.id for build in builds])
            return Contribution()

        late, early = (
            step(n, "alongside", kind="emphasis", effect="new", delay=d) for n, d in (("late", 900), ("early", 0))
        )
        with patch.dict(EFFECTS, {"new": effect("new", together=together)}):
            self.seen(show(slide(late, step("other", "alongside"), early)), 0)
        self.assertEqual(asked, [["early", "late"]])

    def test_its_tracks_are_those_of_whatever_it_names_also_of_what_nothing_else_moves(self):
        def together(builds: list[Build], of) -> Contribution:
            starts = builds[0].start_ms
            turned = Track("rotate", (0, starts), (0.0, 30.0), (HOLD,))
            return Contribution(tracks={target_key(o.id): (turned,) for o in of.objects})

        made = show(
            slide(step("a", "alongside", kind="emphasis", effect="new", delay=400), objects=(text("words", "One"),))
        )
        with patch.dict(EFFECTS, {"new": effect("new", together=together)}):
            before, after = self.seen(made, 399), self.seen(made, 400)
        self.assertEqual([before[name]["rotate"] for name in ("box", "words")], [0, 0])
        self.assertEqual([after[name]["rotate"] for name in ("box", "words")], [30, 30])

    def test_its_curves_stand_for_the_effects_own(self):
        def together(builds, of) -> Contribution:
            return Contribution(curves={builds[0].step.id: (("x", ((0, 0.0), (1, 100.0))),)})

        own = effect("new", together=together, curves=lambda asked: (("y", ((0, 0.0), (1, 100.0))),))
        with patch.dict(EFFECTS, {"new": own}):
            moved = self.seen(show(slide(step("a", "alongside", kind="emphasis", effect="new", duration=500))), 600)[
                "box"
            ]
        self.assertEqual((moved.get("x"), moved.get("y")), (100, None))

    def test_a_mark_is_moved_in_place_of_its_object_and_is_not_there_before(self):
        own = effect(
            "new",
            mark=lambda asked: Mark("M0 0L9 9", "#000000", 2),
            curves=lambda asked: (("drawn", ((0, 0.0), (1, 1.0))),),
        )
        made = show(slide(step("a", "alongside", kind="emphasis", effect="new", duration=500, delay=100)))
        with patch.dict(EFFECTS, {"new": own}):
            before, after = self.seen(made, 99), self.seen(made, 700)
        self.assertEqual([frame["box/mark/a"]["visible"] for frame in (before, after)], [0, 1])
        self.assertEqual((after["box/mark/a"]["drawn"], "box" in after), (1, False))

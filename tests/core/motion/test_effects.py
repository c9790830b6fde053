"""What every effect and transition must keep to, whichever files there are."""

from unittest import TestCase

from ritornel.core.model.box import Box
from ritornel.core.motion.builds import EFFECTS, effect_for
from ritornel.core.motion.declared import Asked, params_of
from ritornel.core.motion.easing import parse
from ritornel.core.motion.track import NEUTRAL
from ritornel.core.motion.transitions import TRANSITIONS
from ritornel.core.score import compile, evaluate
from tests.made import show, slide, step

BOX = Box(100, 200, 300, 80)
PLACES = {"pivot_x", "pivot_y", "soft"}
"""What stays the same as long as a build runs."""


class EveryEffect(TestCase):
    def test_curves_are_in_order_and_end_neutral(self):
        for effect in EFFECTS.values():
            for name, keys in effect.curves(Asked(params_of(effect, {}), BOX, 1280, 720)):
                with self.subTest(effect=effect.name, property=name):
                    shares = [share for share, _ in keys]
                    self.assertEqual(shares, sorted(shares))
                    self.assertEqual((shares[0], shares[-1]), (0, 1))
                    if "entrance" in effect.verbs and name in NEUTRAL and name not in PLACES:
                        self.assertEqual(keys[-1][1], NEUTRAL[name])

    def test_declarations_can_be_used(self):
        for effect in EFFECTS.values():
            with self.subTest(effect=effect.name):
                self.assertTrue(effect.help.endswith(".") and effect.verbs)
                for text in effect.easing.values():
                    parse(text)
                self.assertEqual(params_of(effect, {"side": "nowhere", "size": 1e9}), params_of(effect, {}))

    def test_those_that_are_asked_for_are_there(self):
        entrances = "appear fade slide rise grow shrink overshoot spin swing wipe iris split blur unfold turn-in settle roll draw letters"
        emphases = "pulse shake nudge tilt turn resize dim recolour marker underline ring dim-others light"
        self.assertLessEqual({*entrances.split(), *emphases.split(), "move", "follow", "play", "pause"}, set(EFFECTS))
        self.assertLessEqual({"cut", "fade", "fade-through", "pushWipe", "barWipe"}, set(TRANSITIONS))
        self.assertEqual(effect_for("entrance", "swirl").name, "appear")

    def test_slide_comes_from_eight_sides_beyond_the_edge(self):
        effect = EFFECTS["slide"]
        for side, _ in effect.params[0].choices:
            curves = dict(effect.curves(Asked({"side": side, "distance": 100}, BOX, 1280, 720)))
            x = curves.get("x", ((0, 0),))[0][1]
            y = curves.get("y", ((0, 0),))[0][1]
            outside = BOX.x + x >= 1280 or BOX.x + BOX.width + x <= 0 or BOX.y + y >= 720 or BOX.y + BOX.height + y <= 0
            self.assertTrue(outside, side)


class SomeTransitions(TestCase):
    def test_after_it_the_new_slide_is_there_alone(self):
        for kind in ("cut", "fade", "pushWipe", "leaf"):
            score = compile(show(slide(hold=500), slide(transition={"type": kind, "duration": 1000})))
            after = evaluate(score, 500 + (0 if kind == "cut" else 1000))
            self.assertEqual([(layer.slide, layer.properties) for layer in after.layers], [(1, {})])

    def test_push_has_both_slides_touch(self):
        score = compile(
            show(slide(hold=500), slide(transition={"type": "push", "subtype": "from-left", "duration": 1000}))
        )
        old, new = evaluate(score, 500 + 250).layers
        self.assertAlmostEqual(old.properties["homography"][2] - new.properties["homography"][2], 1280)
        self.assertLess(new.properties["homography"][2], 0)

    def test_fade_through_shows_its_colour_in_the_middle(self):
        second = slide(transition={"type": "fade-through", "duration": 1000, "colour": "#aa0000"})
        frame = evaluate(compile(show(slide(hold=500), second)), 1000)
        self.assertEqual(frame.backdrop, "#aa0000")
        self.assertEqual([layer.properties["opacity"] for layer in frame.layers], [0, 0])

    def test_the_first_slide_comes_in_from_black(self):
        frame = evaluate(compile(show(slide(transition={"type": "crossfade", "duration": 1000}))), 250)
        self.assertEqual((frame.backdrop, [layer.slide for layer in frame.layers]), ("#000000", [-1, 0]))
        self.assertAlmostEqual(frame.layers[1].properties["opacity"], 0.25)


class Choreography(TestCase):
    def state(self, at: float, *steps, **more):
        return evaluate(compile(show(slide(*steps, **more))), at).layers[-1].targets.get("box", {})

    def test_entrance_is_hidden_before_and_neutral_after(self):
        fade = step("a", "following", 1000, effect="fade", delay=500, easing="linear")
        self.assertEqual(self.state(499, fade)["visible"], 0)
        self.assertAlmostEqual(self.state(750, fade)["opacity"], 0.25)
        self.assertEqual(self.state(1500, fade), {"visible": 1, "opacity": 1})

    def test_exit_runs_backwards_and_leaves_nothing(self):
        steps = (step("a", "following", 1000, kind="exit", effect="slide", params={"side": "right"}, easing="linear"),)
        self.assertAlmostEqual(self.state(500, *steps)["x"], 640)
        self.assertEqual(self.state(1000, *steps)["visible"], 0)

    def test_effects_that_overlap_are_combined(self):
        steps = (
            step("a", "following", 1000, kind="emphasis", effect="pulse", params={"peak": 200}, easing="linear"),
            step("b", "alongside", 1000, effect="grow", params={"size": 0}, easing="linear"),
        )
        self.assertAlmostEqual(self.state(500, *steps)["scale_x"], 2 * 0.5)

    def test_repeats_run_again(self):
        steps = (
            step(
                "a", "following", 1000, kind="emphasis", effect="pulse", params={"peak": 200}, repeat=3, easing="linear"
            ),
        )
        self.assertEqual([self.state(t, *steps)["scale_x"] for t in (500, 1000, 1500, 2500, 3000)], [2, 1, 2, 2, 1])

    def test_a_build_cut_by_an_early_cue_is_complete_at_once(self):
        steps = (step("a", "following", 2000, effect="fade", easing="linear"), step("b", "cue", 100))
        state = self.state(600, *steps, narration={"out": 3000, "marks": [500]})
        self.assertEqual(state["opacity"], 1)

    def test_a_step_without_an_object_only_takes_time(self):
        time = compile(show(slide({"duration": 700, "trigger": "following"}))).times[0]
        self.assertEqual(time.groups[0].settle_ms, 700)

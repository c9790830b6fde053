"""Motion as a sentence, by the real hands: found by typing, gone through by arrows, seen before it is chosen."""

from tests.browser.test_objects import BOX, ObjectsCase
from tests.made import step


class Transitions(ObjectsCase):
    def transition(self):
        return self.page.evaluate("ritornel.store.slide.document.transition.type")

    def test_one_key_and_a_word_or_two_and_the_stage_shows_it_before_it_is_kept(self):
        self.desk(BOX)
        keys = self.page.keyboard
        keys.press("n")
        self.settled()
        keys.press("m")
        self.page.wait_for_selector(".finder")
        keys.type("as a heart")
        self.until("document.querySelectorAll('.choice .stage').length === 2")
        self.until("ritornel.stage.previewing.motion !== null")
        self.assertEqual((self.transition(), self.page.evaluate("ritornel.store.kept.revision")), ("cut", 1))
        keys.press("ArrowRight")
        self.assertEqual(self.page.inner_text(".choice.is-active"), "closes in as a heart")
        keys.press("Escape")
        self.settled()
        self.assertEqual((self.transition(), self.page.evaluate("ritornel.stage.previewing.motion")), ("cut", None))
        self.assertEqual(self.page.evaluate("document.activeElement.dataset.setting"), "what")
        keys.press("Enter")
        keys.type("as a heart")
        keys.press("Enter")
        self.settled()
        self.assertEqual(self.transition(), "miscShapeWipe")
        self.assertTrue(
            self.said().startswith(
                "“Slide 2” opens out of “Slide 1” as a heart, with a hard edge, everything on it, in 0.9 s"
            )
        )

    def test_what_arrows_leave_standing_is_chosen_and_what_the_pointer_passes_is_not(self):
        self.desk(BOX)
        self.page.keyboard.press("m")
        self.page.click(".verb >> text=pushes")
        self.page.hover(".choice >> text=from the left")
        self.until("ritornel.stage.previewing.motion !== null")
        self.page.hover("#length")
        self.until("ritornel.stage.previewing.motion === null")
        self.assertEqual(self.page.evaluate("ritornel.store.kept.revision"), 0)
        self.page.focus(".finder")
        self.page.keyboard.press("ArrowRight")
        self.page.keyboard.press("Tab")
        self.settled()
        self.assertEqual((self.transition(), self.page.evaluate("ritornel.store.kept.revision")), ("pushWipe", 1))

    def test_every_choice_closes_what_was_open_and_the_focus_stays_where_one_went(self):
        """Kinds have samples, sounds have none: both close by being chosen; who goes elsewhere instead is not called back."""
        self.desk(BOX)
        for typed in ("pushes from the left", "no sound", "1.4 s"):
            self.page.keyboard.press("m") if not self.page.locator("motion-sentence").count() else self.page.click(
                ".word.is-what"
            )
            self.page.fill(".finder", typed)
            self.page.keyboard.press("Enter")
            self.until("!document.querySelector('.sentence-panel')")
        self.page.click(".word.is-what")
        self.page.keyboard.press("ArrowRight")
        self.page.click("#slide-sheet [aria-label='Hold']")
        self.assertEqual(self.page.evaluate("document.activeElement.getAttribute('aria-label')"), "Hold")
        self.assertEqual(self.page.locator(".sentence-panel").count(), 0)

    def test_what_was_chosen_without_a_line_is_said_when_the_line_is_back(self):
        self.desk(BOX)
        self.page.click("#slide-settings")
        self.said()
        self.context.set_offline(True)
        self.page.click(".word[data-setting=what]")
        self.page.fill(".finder", "starWipe fivePoint")
        self.page.keyboard.press("Enter")
        self.until("document.querySelector('motion-sentence').failed")
        self.assertEqual(self.transition(), "starWipe")
        self.context.set_offline(False)
        self.settled()
        self.until("/opens out of black as a star/.test(document.querySelector('.sentence').textContent)")
        self.assertEqual(self.kept().transition.type, "starWipe")

    def test_a_number_under_the_finger(self):
        self.desk(BOX)
        self.page.keyboard.press("x")
        self.settled()
        self.page.click("#slide-settings")
        self.assertIn("in 0.6 s", self.said())
        box = self.page.locator(".word[data-setting=duration]").bounding_box()
        self.page.mouse.move(box["x"] + 5, box["y"] + 8)
        self.page.mouse.down()
        self.page.mouse.move(box["x"] + 45, box["y"] + 8, steps=4)
        self.assertEqual(self.page.inner_text(".word[data-setting=duration]"), "1.1 s")
        self.page.mouse.up()
        self.settled()
        self.assertEqual(self.page.evaluate("ritornel.store.slide.document.transition.duration"), 1100)


class Builds(ObjectsCase):
    def test_a_build_becomes_another_and_its_curve_is_drawn(self):
        self.desk(BOX, running_order=[step("a", effect="rise", duration=900)])
        self.page.click(".entry[data-step=a]")
        self.say("what", "spins in")
        self.assertIn("spins in", self.said())
        self.page.click(".word[data-setting=easing]")
        self.page.focus(".curve-editor .handle >> nth=0")
        self.page.keyboard.press("ArrowUp")
        self.settled()
        (kept,) = self.kept().running_order
        self.assertEqual(kept.effect, "spin")
        self.assertRegex(kept.easing, r"cubic-bezier\(")
        self.said()
        self.assertIn("by a curve of its own", self.said())

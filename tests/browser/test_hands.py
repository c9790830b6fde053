"""The desk by keys alone, by touch, and with gestures that are left; and what keeps the focus."""

import random

from ritornel.core.model import Shape, Text
from ritornel.shows import in_rows
from ritornel.shows.models import Show
from tests.browser.base import BrowserCase
from tests.made import LAMP, slide, step, text

BOX = {"id": "box", "kind": "shape", "x": 100, "y": 100, "width": 300, "height": 200, "name": "Box"}


def talk() -> dict:
    words = text("words", "First", "Second", x=100, y=400, width=400, height=120)
    one = {
        "id": "one",
        "objects": [BOX, words],
        "running_order": [step("a"), step("b", object="words")],
        "script": LAMP,
    }
    return {"title": "Talk", "slides": [one, slide(id="two"), slide(id="three")]}


class HandsCase(BrowserCase):
    def setUp(self):
        super().setUp()
        self.row = self.keep(talk())
        self.open_desk(self.row)

    def focused(self) -> str:
        return self.page.evaluate(
            "document.activeElement.dataset.step ?? document.activeElement.getAttribute('aria-label') ?? ''"
        )

    def focus(self, selector: str):
        self.page.locator(selector).first.focus()


class KeysAlone(HandsCase):
    def test_from_an_object_to_a_build_and_into_a_text(self):
        keys = self.page.keyboard
        keys.press("o")
        keys.press("j")
        self.assertEqual(self.page.evaluate("[...ritornel.store.objects]"), ["box", "words"])
        keys.press("Escape")
        keys.press("Shift+o")
        keys.press("Enter")
        keys.type("New words")
        keys.press("Escape")
        keys.press("b")
        self.page.wait_for_selector(".asking .choice")
        keys.press("ArrowRight")
        keys.press("Enter")
        self.settled()
        show = self.page.evaluate("ritornel.store.slide.document")
        self.assertEqual([p["text"] for p in show["objects"][1]["paragraphs"]], ["New words"])
        self.assertEqual(len(show["running_order"]), 3)

    def test_slides_are_moved_selected_and_deleted(self):
        keys = self.page.keyboard
        keys.press("Alt+PageDown")
        self.settled()
        order = "ritornel.store.kept.order.map(([id]) => id)"
        self.assertEqual(self.page.evaluate(order), ["two", "one", "three"])
        self.focus(".tl-block[data-slide=one]")
        keys.press("ArrowRight")
        self.until("document.activeElement.dataset.slide === 'three'")
        keys.press("Enter")
        keys.press("Delete")
        self.settled()
        self.assertEqual(self.page.evaluate(order), ["two", "one"])
        self.assertEqual(self.page.evaluate("ritornel.store.focus"), "one")
        keys.press("Control+z")
        self.until("ritornel.store.kept.order.length === 3")
        self.until("ritornel.store.focus === 'three'")

    def test_builds_cues_and_ends_on_the_timeline(self):
        keys = self.page.keyboard
        before = self.length()
        self.focus(".tl-flag[data-cue='1']")
        keys.press("ArrowRight")
        keys.press("Shift+ArrowRight")
        self.settled()
        self.assertEqual(self.length() - before, 1100)
        self.assertEqual(self.focused(), "Cue 1")
        self.focus(".tl-build[data-step=b]")
        keys.press("Control+ArrowRight")
        self.settled()
        self.assertEqual(self.page.evaluate("ritornel.store.step('b').duration"), 700)
        length = self.page.evaluate("ritornel.store.length()")
        self.focus(".tl-grip[data-end=one]")
        keys.press("Shift+ArrowRight")
        self.settled()
        self.assertEqual(self.page.evaluate("ritornel.store.length()"), length + 1000)
        self.assertEqual(self.focused(), "End of slide 1")

    def test_entries_are_moved_and_keep_the_focus(self):
        self.focus(".entry[data-step=b]")
        self.page.keyboard.press("Alt+ArrowUp")
        self.settled()
        order = self.page.evaluate("ritornel.store.slide.document.running_order.map((s) => [s.id, s.trigger])")
        self.assertEqual(order, [["b", "cue"], ["a", "cue"]])
        self.assertEqual(self.focused(), "b")
        self.page.keyboard.press("Enter")
        self.assertEqual(self.page.evaluate("[...ritornel.store.steps]"), ["b"])
        self.page.keyboard.press("o")
        self.assertEqual(self.page.evaluate("[...ritornel.store.objects]"), ["box"])

    def test_space_presses_what_has_the_focus_and_checks_boxes(self):
        self.page.keyboard.press("o")
        self.page.keyboard.press("Shift+o")
        box = self.page.get_by_label("bold")
        box.focus()
        self.page.keyboard.press("Space")
        self.settled()
        self.assertEqual(self.page.evaluate("ritornel.store.object('words').weight"), 600)
        self.assertFalse(self.page.evaluate("ritornel.stage.playing"))
        self.assertTrue(box.evaluate("(e) => e === document.activeElement"))
        self.focus("[data-act=rectangle]")
        self.page.keyboard.press("Space")
        self.assertEqual(self.page.evaluate("ritornel.store.slide.document.objects.length"), 3)

    def test_every_act_has_its_key_in_the_help(self):
        self.page.keyboard.press("?")
        words = self.page.inner_text("dialog")
        for act in self.page.locator("[data-act]").all():
            self.assertIn(
                act.get_attribute("aria-keyshortcuts").split("+")[-1].removesuffix("ete")[:3].lower(), words.lower()
            )

    def test_what_happens_is_announced(self):
        live = "document.getElementById('announce').textContent"
        self.page.keyboard.press("o")
        self.until(f"{live} === 'Selected: Box'")
        self.page.keyboard.press("PageDown")
        self.until(f"{live} === 'Slide 2, Slide 2'")
        self.page.keyboard.press("Space")
        self.until(f"{live}.startsWith('Playing from ')")
        self.page.keyboard.press("Space")
        self.until(f"{live}.startsWith('Paused at ')")


class WhatHasTheFocus(HandsCase):
    def test_after_choosing_and_typing_it_stays(self):
        self.page.click("#slide-settings")
        self.say("what", "pushWipe fromRight")
        self.assertEqual(self.page.evaluate("document.activeElement.dataset.setting"), "what")
        self.page.fill("[aria-label=Hold]", "2.5")
        self.page.keyboard.press("Enter")
        self.settled()
        self.assertEqual((self.focused(), self.page.input_value("[aria-label=Hold]")), ("Hold", "2.5"))
        self.assertIn("holds 2.5 s, by hand", self.page.inner_text("#slide-settings"))

    def test_a_new_slides_fields_say_what_it_has(self):
        self.page.click("#slide-settings")
        self.say("what", "pushWipe fromRight")
        self.page.evaluate("document.activeElement.blur()")
        self.page.keyboard.press("n")
        self.settled()
        self.assertIn("“Slide 2” pushes “Slide 1” from the right", self.said())
        self.assertEqual(self.page.evaluate("ritornel.store.slide.document.transition.type"), "pushWipe")

    def test_writing_goes_on_while_the_show_plays_to_the_next_slide(self):
        self.page.evaluate("ritornel.stage.scrub(ritornel.store.length() - 1500)")
        self.page.keyboard.press("Space")
        self.until("ritornel.stage.playing")
        self.page.locator("[data-cue='2'] .passage").click()
        self.page.keyboard.press("Control+End")
        for letter in " Nobody has to push it, not even a little. ":
            self.page.keyboard.type(letter)
            self.page.wait_for_timeout(25)
        self.until("ritornel.stage.time > ritornel.store.start('two')")
        self.page.keyboard.press("Escape")
        self.settled()
        script = self.page.evaluate("ritornel.store.kept.slides.one.document.script")
        self.assertEqual(script, LAMP + " Nobody has to push it, not even a little.")
        self.assertEqual(self.page.evaluate("ritornel.store.kept.slides.one.document.objects.length"), 2)

    def test_a_mark_that_is_typed_leaves_the_caret_behind_it(self):
        self.page.locator("[data-cue='0'] .passage").click()
        self.page.keyboard.press("Home")
        self.page.keyboard.type("Now [1]look: ")
        self.page.keyboard.press("Escape")
        self.settled()
        script = self.page.evaluate("ritornel.store.slide.document.script")
        self.assertEqual(script, "Now [1] look: The lamp floats. One finger turns it, [2] all four tons.")

    def test_deleting_a_mark_gives_its_words_to_the_cue_before(self):
        self.page.locator("[data-cue='1'] .passage").click()
        self.page.keyboard.press("Home")
        self.page.wait_for_timeout(150)
        self.page.keyboard.press("Backspace")
        self.page.keyboard.press("Escape")
        self.settled()
        script = self.page.evaluate("ritornel.store.slide.document.script")
        self.assertEqual(script, "The lamp floats. One finger turns it, [2] all four tons.")

    def test_listeners_do_not_pile_up(self):
        line = self.context.new_cdp_session(self.page)
        line.send("Performance.enable")

        def listeners() -> float:
            line.send("HeapProfiler.collectGarbage")
            metrics = {m["name"]: m["value"] for m in line.send("Performance.getMetrics")["metrics"]}
            return metrics["JSEventListeners"]

        def round_trip():
            self.page.keyboard.press("o")
            self.page.keyboard.press("Escape")
            self.page.locator("[data-cue='1'] .passage").click()
            self.page.click("text=Pace and beds")
            self.page.click("dialog >> text=Close")

        def added() -> float:
            before = listeners()
            for _ in range(5):
                round_trip()
            return listeners() - before

        # What comes late, or is not collected yet, adds once; what piles up adds in every round.
        self.assertTrue(any(added() < 5 for _ in range(4)))


class GesturesThatAreLeft(HandsCase):
    def test_escape_leaves_everything_as_it_was(self):
        place = "document.querySelector('#stage [data-key=box]').style.left"
        for selector, dx, dy in (
            (".tl-block[data-slide=one]", 500, 0),
            (".entry[data-step=b]", 0, -60),
            (".tl-build[data-step=a]", 60, 0),
        ):
            self.drag(selector, dx, dy, let_go=False)
            self.page.keyboard.press("Escape")
            self.page.mouse.up()
        self.drag_between(self.on_stage(200, 200), self.on_stage(400, 300), let_go=False)
        self.assertNotEqual(self.page.evaluate(place), "100px")
        self.page.keyboard.press("Escape")
        self.assertEqual(self.page.evaluate(place), "100px")
        self.page.mouse.up()
        self.settled()
        self.assertEqual(self.page.evaluate("ritornel.store.kept.revision"), 0)


class NoKeyGoesAstray(HandsCase):
    def test_keys_as_fast_as_they_come_through_whatever_is_opened_and_left(self):
        """200 sequences: something is opened and left by Escape, then a slide, a text with its words, or a shape."""
        hand, keys = random.Random(22), self.page.keyboard
        slides, words, forms = 3, ["First", "Second"], ["rectangle"] * 3
        self.assets()
        for n in range(200):
            keys.press(hand.choice("?hiudksc") if n % 4 else "Escape")
            keys.press("Escape")
            made = hand.choice(["n", "t", "t", "r", "e"])
            keys.press(made)
            if made == "t":
                words.append(f"nt{n}")
                keys.type(words[-1])
                keys.press("Escape")
            elif made == "n":
                slides += 1
            else:
                forms.append({"r": "rectangle", "e": "ellipse"}[made])
        self.settled()
        show = in_rows.load(Show.objects.get(pk=self.row.pk))
        things = [thing for slide in show.slides for thing in slide.objects]
        self.assertEqual(len(show.slides), slides)
        self.assertEqual(
            sorted(p.text for thing in things if isinstance(thing, Text) for p in thing.paragraphs),
            sorted(words),
        )
        self.assertEqual(sorted(thing.form for thing in things if isinstance(thing, Shape)), sorted(forms))

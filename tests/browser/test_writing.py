"""The prompt book by hand: words, marks, entries, and nothing lost."""

import json

from tests.browser.base import BrowserCase
from tests.browser.shows import one, talk
from tests.made import LAMP, step


class Writing(BrowserCase):
    def setUp(self):
        super().setUp()
        self.row = self.keep(talk(one(step("a"), step("b"), script=LAMP)))
        self.open_desk(self.row)

    def script(self) -> str:
        self.settled()
        return self.page.evaluate("ritornel.store.slide.document.script")

    def passage(self, cue: int):
        return self.page.locator(f"[data-cue='{cue}'] .passage")

    def test_times_follow_the_words(self):
        self.passage(0).click()
        self.page.keyboard.press("End")
        self.page.keyboard.type(" And a few words more.")
        self.until("ritornel.store.slide.time.groups[1].start > 1700")
        self.assertEqual(self.script(), LAMP.replace("floats.", "floats. And a few words more."))
        self.assertEqual(
            float(self.page.inner_text("[data-cue='1'] > .margin")),
            round(self.page.evaluate("ritornel.store.slide.time.groups[1].start") / 1000, 1),
        )

    def test_a_mark_can_be_typed(self):
        row = self.keep(talk(one(step("a"), script="")))
        self.open_desk(row)
        self.passage(0).click()
        self.page.keyboard.type("Look here [1] and there.")
        self.until("ritornel.store.slide.document.script === 'Look here [1] and there.'")
        self.until("document.querySelector(\"[data-cue='1'] .passage\").textContent === '1 and there.'")

    def test_a_mark_is_dropped_where_the_words_call_for_it(self):
        disc = self.page.locator("[data-mark='1']:visible").bounding_box()
        words = self.page.evaluate("""(() => {
          const node = document.querySelector("[data-cue='0'] .passage").firstChild;
          const range = document.createRange();
          range.setStart(node, 9);
          range.setEnd(node, 11);
          const { x, y, height } = range.getBoundingClientRect();
          return [x + 2, y + height / 2];
        })()""")
        self.drag_between((disc["x"] + 9, disc["y"] + 9), words)
        self.assertEqual(self.script(), "The lamp [1] floats. One finger turns it, [2] all four tons.")

    def test_entries_are_dragged_between_cues(self):
        first = self.page.locator(".entry[data-step=b]").bounding_box()
        target = self.page.locator(".entry[data-step=a]").bounding_box()
        self.drag_between((first["x"] + 150, first["y"] + 12), (target["x"] + 150, target["y"] + 24))
        self.settled()
        order = self.page.evaluate("ritornel.store.slide.document.running_order.map((s) => [s.id, s.trigger])")
        self.assertEqual(order, [["a", "cue"], ["b", "alongside"]])
        self.assertEqual(self.script(), "The lamp floats. [1] One finger turns it, all four tons.")

    def test_undo_survives_a_reload(self):
        self.passage(0).click()
        self.page.keyboard.press("Control+Home")
        self.page.keyboard.type("Well, ")
        self.page.keyboard.press("Escape")
        self.assertTrue(self.script().startswith("Well, The lamp"))
        self.page.reload()
        self.ready()
        self.page.click("[data-act=undo]")
        self.assertEqual(self.script(), LAMP)
        self.page.reload()
        self.ready()
        self.page.click("[data-act=redo]")
        self.assertTrue(self.script().startswith("Well, "))

    def test_two_pages_keep_the_words_of_both(self):
        other = self.new_page(self.context)
        other.goto(f"/shows/{self.row.pk}/")
        other.wait_for_selector("html[data-ready]", state="attached")
        self.page.route("**/revision", lambda route: route.abort())  # this page does not learn of it before it writes
        other.locator("[data-cue='0'] .passage").click()
        other.keyboard.press("Control+Home")
        other.keyboard.type("Look: ")
        other.keyboard.press("Escape")
        self.settled(other)
        self.passage(2).click()
        self.page.keyboard.press("Control+End")
        self.page.keyboard.type(" Every one.")
        both = LAMP.replace("The lamp", "Look: The lamp") + " Every one."
        self.until(f"ritornel.store.kept.slides.one?.document.script === {json.dumps(both)}")
        self.until(f"ritornel.book.editor.script === {json.dumps(both)}")
        self.page.keyboard.type(" Really.")
        self.until(f"ritornel.store.slide.document.script === {json.dumps(both + ' Really.')}", other)

    def test_what_is_done_while_the_server_cannot_be_reached_is_sent_later(self):
        self.context.set_offline(True)
        self.page.fill("#title", "Kept all the same")
        self.page.keyboard.press("Tab")
        self.page.wait_for_selector("#kept:has-text('not kept yet: no line to the server')")
        self.context.set_offline(False)
        self.until("ritornel.store.kept.show.title === 'Kept all the same'")
        self.page.wait_for_selector("#kept:has-text('kept ')")

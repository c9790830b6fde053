"""The contact sheet by the real hands: many slides at once."""

from ritornel.shows import in_rows
from tests.browser.test_objects import BOX, ObjectsCase
from tests.made import step


class Contact(ObjectsCase):
    def setUp(self):
        super().setUp()
        slides = [
            {"id": f"s{n}", "title": f"Slide of {n}", "objects": [BOX], "hold": 4000 + 1000 * n} for n in range(5)
        ]
        slides[1] |= {"script": "All of it floats in mercury.", "hold": None}
        slides[4] |= {"running_order": [step("a"), step("b", kind="exit")], "hold": 30_000}
        chapters = [{"id": "c1", "title": "One", "first": "s0"}, {"id": "c2", "title": "Two", "first": "s3"}]
        self.row = self.keep({"title": "Strips", "slides": slides, "chapters": chapters})
        self.page.goto(f"/shows/{self.row.pk}/contact")
        self.ready()

    def show(self):
        self.settled()
        self.row.refresh_from_db()
        return in_rows.load(self.row)

    def slide(self, key: str):
        return self.page.locator(f"[data-slide={key}]")

    def drag_to(self, key: str, other: str, share: float = 0.1):
        start, end = self.slide(key).bounding_box(), self.slide(other).bounding_box()
        to = (end["x"] + share * end["width"], end["y"] + 50)
        self.drag_between((start["x"] + 30, start["y"] + 50), to)

    def test_widths_follow_lengths_and_one_that_lasts_long_shows_itself_after_its_cues(self):
        widths = [self.slide(f"s{n}").bounding_box()["width"] for n in (2, 3)]
        lengths = [self.page.evaluate(f"ritornel.store.length('s{n}')") for n in (2, 3)]
        self.assertAlmostEqual(widths[1] / widths[0], lengths[1] / lengths[0], delta=0.05)
        self.page.wait_for_selector("[data-slide=s4] img[src*='cues/2/']")
        self.until("document.querySelectorAll('[data-slide=s4] .strip-blank').length === 0")
        shown = self.page.evaluate(
            "[...document.querySelectorAll('[data-slide=s4] img')].map((one) => one.getAttribute('src').split('?')[0])"
        )
        self.assertEqual((shown[0], shown[-1]), ("cues/0/s4", "cues/2/s4"))
        self.page.click("#widths")
        self.until("new Set([...document.querySelectorAll('.strip-slide')].map((s) => s.offsetWidth)).size === 1")

    def test_several_are_set_at_once(self):
        self.slide("s1").click()
        self.slide("s3").click(modifiers=["Shift"])
        self.page.fill("[aria-label=Hold]", "2.5")
        self.page.keyboard.press("Tab")
        self.assertEqual([s.hold_ms for s in self.show().slides], [4000, 2500, 2500, 2500, 30_000])
        self.page.click("#foot-transition")
        self.page.fill("dialog .finder", "leaf")
        self.page.keyboard.press("Enter")
        self.page.click("dialog >> text=Set it")
        self.assertEqual([s.transition.type for s in self.show().slides[1:4]], ["leaf"] * 3)
        self.page.wait_for_selector("#foot >> text=each")
        self.slide("s0").click(modifiers=["Shift"])
        self.page.wait_for_selector("#foot >> text=different transitions")
        self.assertEqual(self.page.get_attribute("[aria-label=Hold]", "placeholder"), "various")

    def test_slides_are_dragged_between_chapters_and_back_by_a_key(self):
        self.slide("s0").click()
        self.slide("s1").click(modifiers=["Control"])
        self.drag_to("s0", "s3")
        kept = self.show()
        self.assertEqual([s.id for s in kept.slides], ["s2", "s0", "s1", "s3", "s4"])
        self.assertEqual([c.first for c in kept.chapters], ["s2", "s0"])
        self.page.keyboard.press("Control+z")
        self.assertEqual([c.first for c in self.show().chapters], ["s0", "s3"])

    def test_by_keys_found_skipped_and_opened(self):
        self.page.keyboard.press("/")
        self.page.keyboard.type("mercury")
        self.page.wait_for_selector("[data-slide=s1] mark:text('mercury')")
        self.assertEqual(self.page.inner_text("#found"), "1 place on 1 slide")
        self.page.keyboard.press("Enter")
        self.page.keyboard.press("Escape")
        self.page.focus("[data-slide=s1]")
        self.page.keyboard.press("Shift+ArrowRight")
        self.page.keyboard.press("k")
        self.assertEqual([s.id for s in self.show().slides if s.skipped], ["s1", "s2"])
        self.page.keyboard.press("Alt+ArrowRight")
        self.assertEqual([s.id for s in self.show().slides], ["s0", "s3", "s1", "s2", "s4"])
        self.page.keyboard.press("Enter")
        self.page.wait_for_url("**/#s2")
        self.ready()
        self.until("ritornel.store.focus === 's2'")

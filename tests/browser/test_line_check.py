"""The line check by real hands: read by keys, a mend seen and kept, all of a kind, left with a reason, gone to."""

from ritornel.core.score import compile
from ritornel.shows import in_rows
from ritornel.shows.models import Show
from tests.browser.counting import CountingCase
from tests.browser.test_accessibility import Axe
from tests.made import step, text

PALE = text("words", "Who can read this?", x=80, y=200, width=900, size=40, height=60, colour="#eeeeee")
STANDS = {"background": "#ffffff"}


class LineCheck(CountingCase, Axe):
    def setUp(self):
        super().setUp()
        slides = [
            {"id": "long", "title": "Nothing happens", "hold": 24_000},
            {"id": "longer", "title": "Nothing again", "hold": 30_000},
            {"id": "pale", "title": "In the fog", "objects": [PALE], "hold": 4000},
            {"id": "built", "objects": [{"id": "box", "kind": "shape"}], "running_order": [step("a", "following", 500), step("b", "following", 500)]},
        ]  # fmt: skip
        self.row = self.keep({"title": "A bad evening", "slides": [STANDS | one for one in slides]})
        self.page.goto(f"/shows/{self.row.pk}/check")
        self.ready()

    def now(self):
        self.settled()
        return in_rows.load(Show.objects.get(pk=self.row.pk))

    def rows(self, count: int):
        self.until(f"document.querySelectorAll('.check-group:not(.is-aside) .check-row').length === {count}")

    def looked(self):
        self.until("ritornel.closely.told && !ritornel.closely.waiting && !ritornel.closely.listening")

    def about(self) -> str:
        return self.page.inner_text("#about")

    def test_it_is_read_and_mended_by_keys_alone(self):
        self.looked()
        self.rows(4)
        self.check_now("the line check")
        self.assertIn("nothing moves and nothing is said for 24 s", self.about())
        self.page.wait_for_selector("#would:has-text('the show lasts 16.0 s less')")
        length = compile(self.now()).length_ms
        self.press("m")
        self.rows(3)
        self.assertEqual(compile(self.now()).length_ms, length - 16_000)
        self.assertEqual(self.took(), 1)
        self.assertIn("for 30 s", self.about())
        self.page.keyboard.press("ArrowDown")
        self.page.wait_for_selector("figure:has-text('mended')")
        self.assertIn("Who can read this?", self.about())
        self.page.keyboard.press("Control+z")
        self.rows(4)
        self.assertIn("Who can read this?", self.about())

    def test_all_of_a_kind_are_mended_at_once_and_that_is_one_step(self):
        self.looked()
        self.rows(4)
        self.page.wait_for_selector("#mend-alike:has-text('Mend all 2 of this kind')")
        self.press("a")
        self.until("!document.querySelector('#list').textContent.includes('nothing is said')")
        self.assertEqual(self.took(), 1)
        self.assertEqual([slide.hold_ms for slide in self.now().slides[:2]], [8000, 8000])
        self.page.keyboard.press("Control+z")
        self.until("document.querySelector('#list').textContent.includes('nothing is said')")

    def test_one_is_left_with_a_reason_and_taken_up_again(self):
        self.looked()
        self.rows(4)
        self.press("l")
        self.page.wait_for_selector("#reason")
        self.write("A minute of silence")
        self.check_now("why a finding is left")
        self.press("Enter")
        self.rows(3)
        self.assertEqual(self.took(), 3)
        (aside,) = self.now().set_aside
        self.assertEqual((aside.slide, aside.reason), ("long", "A minute of silence"))
        self.page.reload()
        self.ready()
        self.page.keyboard.press("End")
        self.until("document.querySelector('#about').textContent.includes('A minute of silence')")
        self.page.keyboard.press("u")
        self.looked()
        self.rows(4)
        self.assertEqual(self.now().set_aside, ())

    def test_grouped_by_kind_and_weight_and_gone_to(self):
        self.looked()
        self.page.keyboard.press("g")
        self.until("document.querySelectorAll('.check-group').length === 3")
        self.page.keyboard.press("g")
        self.assertEqual(self.page.inner_text(".check-title >> nth=0"), "What will be noticed")
        self.page.click(".check-row:has-text('comes in while it is there')")
        self.page.keyboard.press("Enter")
        self.page.wait_for_url("**/#built:b")
        self.ready()
        self.until("ritornel.store.steps.has('b')")
        self.page.click("#line-check")
        self.page.wait_for_url("**/check")

    def test_what_another_page_mends_is_gone_here(self):
        self.looked()
        self.rows(4)
        other = self.new_page(self.context)
        other.goto(f"/shows/{self.row.pk}/check")
        other.wait_for_selector("html[data-ready]", state="attached")
        other.keyboard.press("m")
        self.settled(other)
        self.until("!document.querySelector('#list').textContent.includes('for 24 s')")

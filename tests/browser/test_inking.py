"""Drawing while a show runs: seen at once in both windows, taken back, rubbed out, kept per slide."""

from ritornel.shows import in_rows
from tests.browser.base import BrowserCase
from tests.browser.test_passages import drawn
from tests.made import slide

SEEN = "stageWindow.ink.strokes.filter((one) => one.gone === undefined).length"


class Drawing(BrowserCase):
    def setUp(self):
        super().setUp()
        self.row = self.keep({"title": "Talk", "style": "fog", "slides": [slide(id="one"), slide(id="two")]})
        self.open_lectern(self.row)
        with self.page.expect_popup() as opened:
            self.page.keyboard.press("w")
        self.window = opened.value
        self.until("lectern.sound && document.getElementById('hear').textContent.includes('Not heard')")

    def seen(self, count: int):
        self.until(f"{SEEN} === {count}", self.window)

    def test_strokes_are_seen_in_both_windows_rubbed_out_taken_back_cleared_and_kept_per_slide(self):
        page = self.page
        page.keyboard.press("Space")
        page.keyboard.press("i")
        drawn(page, (100, 100), (300, 200), (500, 150))
        page.keyboard.press("n")
        page.keyboard.down("Shift")
        drawn(page, (100, 400), (700, 420), (600, 600))
        page.keyboard.up("Shift")
        self.seen(2)
        one, two = self.window.evaluate("stageWindow.ink.strokes")
        self.assertEqual((one["tool"], two["tool"]), ("pen", "line"))
        self.assertNotEqual(one["colour"], two["colour"])
        self.assertGreater(self.window.evaluate("document.querySelector('.ink-layer').width"), 0)
        page.keyboard.press("e")
        drawn(page, (300, 200), (305, 205))
        self.seen(1)
        page.keyboard.press("e")
        drawn(page, (100, 100), (300, 120))
        page.keyboard.press("Backspace")
        self.seen(1)
        page.keyboard.press("ArrowRight")  # the next slide: what was drawn stays with the first
        self.until("lectern.slide === 1")
        self.seen(0)
        page.keyboard.press("Home")
        self.seen(1)
        page.keyboard.press("Delete")
        self.seen(0)

    def test_a_hand_in_the_stage_window_draws_and_gives_no_cue_until_drawing_is_over(self):
        page = self.page
        page.keyboard.press("Space")
        page.keyboard.press("i")
        self.until("document.body.classList.contains('is-inking')", self.window)
        drawn(self.window, (100, 100), (600, 300), root="#stage")
        self.until("document.querySelector('#stage-now .ink-layer') && lectern.slide === 0")
        self.seen(1)
        self.assertAlmostEqual(self.window.evaluate("stageWindow.ink.strokes[0].points.at(-1)[0]"), 600, delta=6)
        page.keyboard.press("i")
        self.until("!document.body.classList.contains('is-inking')", self.window)
        self.window.mouse.click(300, 200)
        self.until("lectern.slide === 1")

    def test_what_was_drawn_in_a_rehearsal_is_kept_by_one_act_or_left_out(self):
        page = self.page
        page.keyboard.press("Space")
        page.keyboard.press("i")
        drawn(page, (100, 100), (600, 300))
        self.seen(1)
        page.click("#end")
        page.click("text=Keep the ink as drawings")
        self.ready()
        self.row.refresh_from_db()
        one, two = in_rows.load(self.row).slides
        self.assertEqual([o.group for o in one.objects], ["", "ink"])
        self.assertEqual((len(two.objects), one.running_order[-1].effect), (1, "draw"))
        page.click("[data-act=undo]")
        self.until("ritornel.store.settled")
        self.row.refresh_from_db()
        self.assertEqual(len(in_rows.load(self.row).slides[0].objects), 1)

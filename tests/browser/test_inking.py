"""Drawing while a show runs: seen at once in both windows, taken back, rubbed out, kept per slide."""

from ritornel.shows import in_rows
from ritornel.shows.models import Show
from tests.browser.base import BrowserCase
from tests.browser.test_passages import drawn
from tests.made import slide

SEEN = "stageWindow.ink.strokes.filter((one) => one.gone === undefined).length"


class Drawing(BrowserCase):
    def setUp(self):
        super().setUp()
        self.row = self.keep(
            {
                "title": "Talk",
                "style": "fog",
                "slides": [slide(id="one", title="Slide 1"), slide(id="two", title="Slide 2")],
            }
        )
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

    def test_a_pointer_the_picture_nearer_and_a_clock_are_seen_in_both_windows(self):
        page, pointer = self.page, "document.querySelector('.over-pointer')"
        page.keyboard.press("Space")
        box = page.locator("#stage-now").bounding_box()
        for kind in ("spot", "ring", "dimmed"):
            page.keyboard.press("r")
            self.until(f"{pointer}.dataset.kind === {kind!r} && !{pointer}.hidden", self.window)
        page.mouse.move(box["x"] + box["width"] / 4, box["y"] + box["height"] / 2)
        self.until(f"Math.abs(parseFloat({pointer}.style.getPropertyValue('--x')) - 25) < 1", self.window)
        page.keyboard.press("r")
        self.until(f"{pointer}.hidden", self.window)
        page.keyboard.press("z")
        plane = "document.querySelector('.stage-plane')"
        self.until(f"{plane}.style.scale === '2.2'", self.window)
        left = "document.querySelector('#stage').getBoundingClientRect().left"
        nearer = f"(({plane}.getBoundingClientRect().left - {left}) / document.querySelector('#stage').clientWidth)"
        self.until(f"Math.abs({nearer} + 1.2 * 0.25) < 0.01", self.window)  # the point stays where it is
        page.keyboard.press("z")
        self.until(f"{plane}.style.scale === '1'", self.window)
        page.keyboard.press("5")
        page.keyboard.press("t")
        self.until("/^(5:00|4:5.)$/.test(document.querySelector('.over-rest').textContent)", self.window)
        page.keyboard.press("Space")
        self.until("document.querySelector('.over-rest').hidden && lectern", page)
        self.until("document.querySelector('.over-rest').hidden", self.window)
        self.assertEqual(page.evaluate("lectern.slide"), 0)

    def test_a_strip_at_the_foot_goes_anywhere_also_to_what_is_skipped(self):
        keeper = {"speaks": "the keeper"}
        slides = [slide(id="one", title="Slide 1", **keeper), slide(id="two", title="Slide 2", skipped=True)]
        page = self.open_desk(self.keep({"title": "Other", "slides": [*slides, slide(id="three", **keeper)]}))
        page.evaluate("ritornel.store.focusSlide('three')")
        page.click("#slide-settings")
        page.fill("[aria-label='Who says it']", "the curator")
        page.keyboard.press("Enter")
        self.settled()
        page = self.open_lectern(Show.objects.get(title="Other"))
        self.assertEqual(page.inner_text("#next-words"), "Next: Slide 2, said by the curator")
        page.keyboard.press("Space")
        self.until("lectern.running")
        page.keyboard.press("u")
        page.click(".foot-slide:has-text('–')")
        self.until(
            "lectern.slide === 2 && document.querySelector('.foot-slide[aria-current] span').textContent === '–'"
        )
        self.assertIn("said by the curator", page.inner_text("#next-words"))  # there it goes on
        page.locator(".foot-slide").first.focus()
        page.keyboard.press("ArrowRight")  # walks in the strip, and gives no cue
        page.keyboard.press("ArrowLeft")
        page.keyboard.press("Enter")
        self.until("lectern.slide === 0")
        page.reload()
        self.ready()
        page.wait_for_selector(".foot-slide >> nth=1")
        self.until("lectern.running && lectern.slide === 0")

    def test_one_goes_where_words_are_said_and_back_to_where_one_was(self):
        page = self.page
        page.keyboard.press("Space")
        page.keyboard.press("/")
        page.keyboard.type("2")
        page.keyboard.press("Enter")
        self.until("lectern.slide === 1")
        page.keyboard.press("v")
        self.until("lectern.slide === 0")

    def test_what_was_drawn_in_a_rehearsal_is_kept_by_one_act_or_left_out(self):
        page = self.page
        page.keyboard.press("Space")
        page.keyboard.press("i")
        drawn(page, (100, 100), (600, 300))
        self.seen(1)
        page.reload()
        self.ready()
        self.until("lectern.running && lectern.ink().length === 1")
        self.seen(1)
        page.keyboard.press("i")
        page.keyboard.press("r")
        stage = page.locator("#stage-now").bounding_box()
        moves = 0
        while page.evaluate("lectern.pointed()") < 6:
            moves += 1
            page.mouse.move(stage["x"] + 20 + 9 * (moves % 20), stage["y"] + 60)
        page.click("#end")
        page.click("text=Keep ink and pointer")
        self.ready()
        self.row.refresh_from_db()
        one, two = in_rows.load(self.row).slides
        self.assertEqual([o.name for o in one.objects[1:]], ["Ink 1", "Pointer 2"])
        self.assertEqual({s.effect for s in one.running_order if s.object != "box"}, {"draw", "fade", "follow"})
        self.assertEqual(len(two.objects), 1)
        page.click("[data-act=undo]")
        self.until("ritornel.store.settled")
        self.row.refresh_from_db()
        self.assertEqual(len(in_rows.load(self.row).slides[0].objects), 1)

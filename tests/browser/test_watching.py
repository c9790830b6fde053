"""What the player gives who watches: what is said beside the picture, other speeds, going on where one was."""

from tests.browser.watching import WatchingCase
from tests.made import slide


class Watching(WatchingCase):
    def spoken(self):
        """An edition of half a minute in which something is said on two slides."""
        words = "Four tons of glass stand here. " * 4
        slides = [
            slide(id="one", title="The bath", script=words),
            slide(id="two", title="One finger", script="Nobody pushes it at all. " * 5),
        ]
        return self.published(slides=slides, chapters=[])

    def test_what_is_said_follows_is_found_and_gone_to(self):
        self.watch(self.spoken())
        self.until("player.playhead.playing")
        self.page.keyboard.press("w")
        lines = self.page.locator(".said-lines button")
        self.until("document.querySelectorAll('.said-lines h2').length === 2")
        self.assertEqual(lines.first.locator("span").inner_text(), "The bath")
        self.until("document.querySelector('.said-lines [aria-current]')")
        self.page.keyboard.type("pushes")
        self.assertEqual(self.page.locator(".said-lines h2:visible").count(), 0)
        self.page.locator(".said-lines p:visible button").first.click()
        second = self.page.evaluate("player.shown.order[1][1]")
        self.until(f"player.playhead.time >= {second}")
        self.until("document.querySelector('.said-lines [aria-current]')?.textContent.includes('pushes')")
        self.page.fill(".said-find", "zebra")
        self.assertTrue(self.page.is_visible("text=Nobody says that."))
        self.page.keyboard.press("Escape")
        self.assertFalse(self.page.is_visible(".beside-words"))
        stage = self.page.locator("#stage").bounding_box()
        self.assertEqual(round(stage["width"]), 1280)

    def test_faster_and_slower(self):
        self.watch(self.spoken())
        self.until("player.playhead.playing")
        for key, speed in (("+", 1.25), ("+", 1.5), ("+", 2), ("+", 2), ("-", 1.5)):
            self.page.keyboard.press(key)
            self.until(f"player.playhead.speed === {speed} && player.sound.speed === {speed}")
        passed = self.page.evaluate("""async () => {
          const { playhead } = player;
          const [from, since] = [playhead.time, performance.now()];
          await new Promise((resolve) => setTimeout(resolve, 1200));
          return (playhead.time - from) / (performance.now() - since);
        }""")  # fmt: skip
        self.assertAlmostEqual(passed, 1.5, delta=0.15)

    def test_captions_in_another_size(self):
        self.watch(self.spoken())
        self.until("player.playhead.playing")
        self.page.keyboard.press("c")
        self.until("player.captions.on")
        size = "parseFloat(document.querySelector('.captions').style.fontSize)"
        usual = self.page.evaluate(size)
        self.page.mouse.move(300, 300)
        self.page.click("text=Size of captions")
        self.until(f"{size} > {usual * 1.2}")
        self.page.keyboard.press("Shift+C")
        self.until(f"{size} < {usual}")

    def test_who_comes_back_can_go_on(self):
        edition = self.spoken()
        page = self.watch(edition)
        self.until("player.playhead.playing")
        self.assertFalse(page.is_visible("text=Go on at"))
        page.evaluate("player.seek(12400)")
        self.watch(edition)
        self.until("player.left !== null && player.left > 12000")
        page.mouse.move(300, 300)
        page.click("text=Go on at 0:12")
        self.until("player.playhead.time >= 12300")
        self.assertFalse(page.is_visible("text=Go on at"))

    def test_thumbs_on_a_narrow_page_find_everything(self):
        self.page.set_viewport_size({"width": 390, "height": 780})
        self.watch(self.spoken())
        self.until("player.playhead.playing")
        self.page.mouse.move(200, 200)
        self.page.click("text=Words")
        self.until("document.querySelector('.said-lines [aria-current]')")
        for one in ("Pause", "Words", "Speed 1", "Full screen"):
            box = self.page.locator(f".player-words button:text-is('{one}')").bounding_box()
            self.assertTrue(box["x"] >= 0 and box["x"] + box["width"] <= 390, (one, box))
        panel = self.page.locator(".beside-words").bounding_box()
        stage = self.page.locator("#stage").bounding_box()
        self.assertLessEqual(stage["y"] + stage["height"], panel["y"])

"""Editions in the pages of others: their size, where they end and rest, what they are told and tell."""

from tests.browser.watching import WatchingCase


class Embedded(WatchingCase):
    def test_a_frame_of_a_given_size_holds_the_picture_and_nothing_else(self):
        edition = self.published()
        self.page.goto(f"/shows/{edition.show_id}/publish")
        self.page.select_option("[data-embed-width]", "640")
        code = self.page.input_value("[data-embed]")
        self.assertIn('width="640" height="360"', code)
        host = f"<!doctype html><body style='margin:0;background:red'>{code}</body>"
        self.page.route("http://museum.test/", lambda route: route.fulfill(body=host, content_type="text/html"))
        self.page.goto("http://museum.test/")
        frame = self.page.frame_locator("iframe")
        stage = frame.locator("#stage").bounding_box()
        self.assertEqual((stage["x"], stage["y"], stage["width"], stage["height"]), (0, 0, 640, 360))
        self.assertFalse(frame.locator(".player-words").is_visible())
        self.assertIn("Play", frame.locator(".player-ask").inner_text())  # it says that it waits for a press
        self.assertEqual(frame.locator("html").evaluate("(e) => [e.scrollWidth, e.scrollHeight]"), [640, 360])
        frame.locator(".player-cover").click()
        frame.locator(".player-words").wait_for(state="visible")
        self.page.goto(f"/shows/{edition.show_id}/publish")
        self.page.select_option("[data-embed-begins]", "muted")
        self.page.fill("[data-embed-slide]", "2")
        self.page.dispatch_event("[data-embed-slide]", "change")
        self.assertIn("/frame?muted&amp;slide=2", self.page.input_value("[data-embed]"))
        self.page.goto(f"/e/{edition.token}/frame?muted&slide=2")
        self.until(
            "player.playhead.playing && player.sound.muted && player.playhead.time > player.stage.play.order[1][1]"
        )

    def test_the_page_around_plays_it_goes_anywhere_and_is_told_where_it_is_and_one_plays_at_a_time(self):
        edition, page = self.published(), self.page
        address = f"{self.live_server_url}/e/{edition.token}/frame"
        frames = "".join(
            f"<iframe src='{address}{asked}'></iframe>" for asked in ("", "", "?host=https://none.example")
        )
        page.route("http://museum.test/", lambda route: route.fulfill(body=frames, content_type="text/html"))
        page.goto("http://museum.test/")
        for n in range(3):
            page.frame_locator(f"iframe >> nth={n}").locator(".player-cover").wait_for()
        page.evaluate("""() => {
          window.told = [[], [], []];
          addEventListener("message", ({ source, data }) => told[[0, 1, 2].find((n) => frames[n] === source)].push(data));
          window.ask = (n, what) => frames[n].postMessage(what, "*");
        }""")
        page.evaluate("[0, 1, 2].forEach((n) => ask(n, {edition: 'go', slide: 2}))")
        self.until("told[0].at(-1)?.slide === 2 && told[1].at(-1)?.slide === 2 && !told[0].at(-1).playing")
        page.evaluate("ask(0, {edition: 'play'})")
        self.until("told[0].at(-1).playing")
        page.evaluate("ask(1, {edition: 'go', at: 0}), ask(1, {edition: 'play'})")
        self.until("told[1].at(-1).playing && told[1].at(-1).slide === 1")
        self.until("!told[0].at(-1).playing")  # two play one at a time
        self.assertEqual(page.evaluate("told[1].at(-1).of"), edition.length_ms / 1000)
        page.evaluate("ask(1, {edition: 'pause'})")
        self.until("!told[1].at(-1).playing")
        self.assertEqual(page.evaluate("told[2]"), [], "it listens to another page alone")

    def test_an_address_says_where_it_ends_that_it_rests_and_that_nothing_lies_over_it(self):
        quick = {"default_hold": 300, "least_hold": 300, "wpm": 900, "cps": 200, "least_wait": 100}
        edition = self.published(pace=quick)
        page = self.watch(edition, "frame?muted&to=1&bare")
        self.until("!player.playhead.playing && player.playhead.time === player.asked.until && player.asked.until > 0")
        self.assertFalse(page.locator(".player-words").is_visible())
        page.keyboard.press("Space")
        self.until("player.playhead.playing && player.playhead.time < player.asked.until - 50")
        self.watch(edition, "frame?muted&pauses")
        first = "player.stage.play.order[1][1]"
        self.until(f"!player.playhead.playing && player.playhead.time === {first}")
        page.keyboard.press("Space")
        self.until(f"!player.playhead.playing && player.playhead.time > {first} + 100")
        page.evaluate("player.seek(0), player.play()")
        self.until(
            f"player.playhead.playing && !player.seek({first} + 20)"
        )  # on to the next: it does not rest where it was to rest before
        self.until(f"!player.playhead.playing && player.playhead.time > {first} + 100")
        self.watch(edition, "frame?muted&slide=2&loop")
        self.until("player.playhead.playing && player.playhead.time > player.first + 100")
        page.evaluate("player.seek(player.stage.play.length - 40)")
        self.until("player.playhead.playing && player.playhead.time < player.stage.play.length - 60")

"""What the public sees: editions that play by themselves, and the windows beside them."""

from ritornel.publishing.editions import publish
from ritornel.takes.models import Take
from tests.browser.base import SOUND_AT_ONCE, BrowserCase
from tests.browser.shows import two_slides
from tests.browser.watching import WatchingCase


class Player(WatchingCase):
    def test_plays_by_itself_to_the_end_and_stops(self):
        page = self.watch(
            self.published(pace={"default_hold": 300, "least_hold": 300, "wpm": 900, "cps": 200, "least_wait": 100})
        )
        self.until("player.playhead.time > 100 && player.playhead.playing")
        self.until("!player.playhead.playing && player.playhead.time === player.stage.play.length")
        self.assertEqual(page.inner_text(".player-words button >> nth=0"), "Again")

    def test_who_asks_for_less_motion_sees_crossfades_at_the_same_times(self):
        leaf = {
            "id": "two",
            "transition": {"type": "pushWipe", "duration": 1000},
            "background": "#112233",
            "hold": 9000,
        }
        row = self.keep({"slides": [{"id": "one", "hold": 500, "objects": []}, leaf]})
        edition = publish(row, False)
        layer = (
            "(({transform, opacity}) => [transform, opacity])(document.querySelector('#stage [data-slide=two]').style)"
        )
        for motion, expected in (("no-preference", ["matrix", "1"]), ("reduce", ["", "0.5"])):
            self.page.emulate_media(reduced_motion=motion)
            page = self.watch(edition)
            self.until("Boolean(player.rest)")
            page.evaluate("player.loadRest().then(() => { player.pause(); player.seek(1000); })")
            transform, opacity = page.evaluate(layer)
            self.assertEqual([transform[:6], opacity], expected)
            self.assertEqual(page.evaluate("player.stage.play.length"), edition.length_ms)

    def test_what_comes_next_is_built_before_it_comes(self):
        leaf = {"id": "two", "transition": {"type": "leaf", "duration": 500}, "hold": 9000}
        row = self.keep({"slides": [{"id": "one", "hold": 60_000, "objects": []}, leaf]})
        page = self.watch(publish(row, False))
        self.until("player.stage.layers.get('two')?.nodes.size === 0 && player.stage.layers.has('two#1')")
        self.assertEqual(page.evaluate("document.querySelector('#stage [data-slide=two]').style.visibility"), "hidden")

    def test_clips_and_sounds_that_are_over_are_let_go_of(self):
        """One that comes again is the same element, with what it has read: a kiosk grows by every other one."""
        held = self.assets()
        clip = {"id": "c", "kind": "clip", "asset": held["clip"], "x": 0, "y": 0, "width": 640, "height": 360}
        slides = [
            {"id": f"s{n}", "hold": 60_000, "objects": [{**clip, "out": 800}] if n == 0 else []} for n in range(9)
        ]
        page = self.watch(publish(self.keep({"slides": slides}), False))
        self.until("player.playhead.playing && document.querySelector('.stage video')?.readyState >= 2")
        page.evaluate("window.held = document.querySelector('.stage video')")
        for number in range(1, 9):
            page.keyboard.press("PageDown")
            self.until(f"player.stage.layers.has('s{number}')")
        self.until("!held.isConnected && held.paused && held.currentTime === 0")
        page.keyboard.press("Home")
        self.until("document.querySelector('.stage video')?.readyState >= 2")
        self.until("player.playhead.playing && held.isConnected && held.currentTime > 0.1")
        self.until("Math.abs((player.sound.graph?.gainOf(held) ?? held.volume) - 1) < 0.01")

    def test_or_begins_again(self):
        self.watch(
            self.published(
                loops=True, pace={"default_hold": 100, "least_hold": 100, "wpm": 1900, "cps": 900, "least_wait": 10}
            )
        )
        self.until("player.playhead.time > 400")
        self.until("player.playhead.playing && player.playhead.time < 300")

    def test_seek_bar_with_chapters_and_keys(self):
        page = self.watch(self.published())
        self.until("player.playhead.playing")
        self.assertEqual(page.locator(".player-bar i").count(), 2)
        page.mouse.move(1100, 795)
        self.assertIn("Close", page.inner_text(".player-told"))
        page.mouse.click(1100, 795)
        length = page.evaluate("player.stage.play.length")
        self.assertAlmostEqual(page.evaluate("player.playhead.time"), length * 1100 / 1280, delta=400)
        page.keyboard.press("Space")
        self.assertFalse(page.evaluate("player.playhead.playing"))
        page.keyboard.press("Home")
        self.assertEqual(page.evaluate("player.playhead.time"), 0)
        page.keyboard.press("PageDown")
        self.assertEqual(page.evaluate("player.playhead.time"), page.evaluate("player.stage.play.order[1][1]"))
        page.keyboard.press("f")
        self.until("Boolean(document.fullscreenElement)")

    def test_captions_are_shown_when_they_are_asked_for_and_lie_on_no_text(self):
        words = {
            "id": "t",
            "kind": "text",
            "x": 100,
            "width": 900,
            "height": 80,
            "size": 40,
            "paragraphs": [{"text": "Afloat"}],
        }
        slides = [
            {"id": "low", "script": "All of it floats.", "objects": [{**words, "y": 620}], "hold": 3000},
            {"id": "high", "script": "Nobody hears a thing.", "objects": [{**words, "y": 20}], "hold": 3000},
        ]
        page = self.watch(publish(self.keep({"slides": slides}), False))
        self.until("Boolean(player.rest)")
        page.evaluate("player.loadRest().then(() => { player.pause(); player.seek(300); })")
        captions = "document.querySelector('#stage .captions')"
        self.until(f"{captions}.hidden")
        page.keyboard.press("c")
        self.until(f"{captions}.innerText === 'All of it floats.'")
        apart = f"""(() => {{
          const [a, b] = [{captions}, document.querySelector("#stage [data-slide]:not([style*='hidden']) .stage-part, #stage .stage-line")]
            .map((one) => one.getBoundingClientRect());
          return a.bottom <= b.top || a.top >= b.bottom;
        }})()"""
        self.assertTrue(page.evaluate(apart))
        page.evaluate("player.seek(player.stage.play.order[1][1] + 300)")
        self.until(f"{captions}.innerText === 'Nobody hears a thing.'")
        self.assertFalse(page.evaluate(f"{captions}.classList.contains('is-above')"))
        page.keyboard.press("c")
        self.until(f"{captions}.hidden")

    def test_the_keys_are_listed_and_meanwhile_do_nothing_else(self):
        page = self.watch(self.published())
        self.until("player.playhead.playing")
        page.keyboard.press("?")
        page.wait_for_selector("dialog >> text=to the next slide")
        page.keyboard.type("sound m")
        self.assertEqual(page.locator("dialog kbd").all_inner_texts(), ["M"])
        self.assertFalse(self.page.evaluate("player.sound.muted"), "what is typed to find is not a key of the player")
        page.keyboard.press("Escape")
        page.keyboard.press(" ")
        self.until("!player.playhead.playing")

    def test_withdrawn(self):
        edition = self.published()
        self.page.on("dialog", lambda dialog: dialog.accept())
        self.page.goto(f"/shows/{edition.show_id}/publish")
        self.page.click("button:text-is('Withdraw')")
        self.page.wait_for_selector("text=is withdrawn")
        self.watch(edition)
        self.assertIn("no longer shown", self.page.inner_text("main"))


class PlayerWithoutSoundAtOnce(BrowserCase):
    """A browser that wants a gesture before it lets sound out, as most do."""

    flags = ("--autoplay-policy=document-user-activation-required",)

    def test_a_start_button_says_so(self):
        self.assertNotIn(SOUND_AT_ONCE, self.flags)
        media = self.assets()
        bed = [{"id": "bed", "asset": media["sound"]}]
        edition = publish(self.keep(two_slides(beds=bed)), loops=False)
        context = self.new_context()
        viewer = self.new_page(context)
        viewer.goto(f"/e/{edition.token}/")
        viewer.wait_for_selector("text=Start with sound")
        self.assertEqual(viewer.evaluate("player.playhead.time"), 0)
        viewer.click("text=Start with sound")
        self.until("player.playhead.time > 300", viewer)
        self.until("'bed/bed 0' in player.sound.sounds()", viewer)
        context.close()

    def test_the_stage_window_is_heard_or_says_why_not(self):
        """Whether this window may sound is the browser's to say; what must not be is silence without a word."""
        media = self.assets()
        row = self.keep(two_slides(beds=[{"id": "bed", "asset": media["sound"]}]))
        self.open_lectern(row)
        window = self.new_page(self.context)
        window.goto(f"/shows/{row.pk}/stage")
        window.wait_for_selector("#stage .stage-layer")
        self.page.bring_to_front()
        self.page.click("#give")
        heard = "[...stageWindow.sound.heard.values()].some((m) => !m.element.paused && !m.element.muted && m.element.currentTime > 0)"
        self.until(f"Boolean(document.querySelector('.player-cover')) || {heard}", window)
        if window.locator(".player-cover").count():
            window.click(".player-cover")
            self.until(heard, window)
            self.assertEqual(self.page.evaluate("lectern.cue"), 0)

    def test_a_silent_show_needs_none(self):
        edition = publish(self.keep(two_slides()), loops=False)
        self.page.goto(f"/e/{edition.token}/")
        self.until("player.playhead.time > 200")


class SecondPages(BrowserCase):
    def setUp(self):
        super().setUp()
        self.row = self.keep(two_slides())
        self.open_lectern(self.row)

    def test_a_second_page_of_the_lectern_follows_and_ends_nothing(self):
        with self.page.expect_popup() as opened:
            self.page.click("#open-stage")
        opened.value.close()
        self.page.keyboard.press("Space")  # what was clicked is not pressed again
        self.page.wait_for_timeout(1300)
        other = self.new_page(self.context)
        other.goto(f"/shows/{self.row.pk}/lectern")
        other.wait_for_selector("#pace:has-text('Another page of this lectern runs the show')")
        self.page.keyboard.press("Space")
        self.until("document.querySelector(\"[data-slide='0'][data-cue='1']\").classList.contains('is-now')", other)
        other.keyboard.press("Space")
        self.assertEqual(self.page.evaluate("lectern.cue"), 1)
        self.assertTrue(self.page.evaluate("lectern.running && !lectern.ended"))
        self.assertEqual(Take.objects.count(), 0)
        self.page.close()
        other.wait_for_selector("#give:has-text('Next slide')")  # in charge now, once it has loaded anew
        self.until("window.lectern?.running && lectern.cue === 1", other)  # it goes on there, and the take is whole
        self.assertEqual(
            other.evaluate("lectern.instants.filter((i) => i.kind !== 'pause').map((i) => i.kind)"), ["slide", "cue"]
        )
        self.assertEqual(Take.objects.count(), 0)

    def test_the_show_goes_on_while_nobody_looks(self):
        """A hidden page gets no frames; cues that the clock gives come all the same, and the stage window shows them."""
        window = self.new_page(self.context)
        window.goto(f"/shows/{self.row.pk}/stage")
        hide = """(hidden) => {
          Object.defineProperty(document, "hidden", { value: hidden, configurable: true });
          window.requestAnimationFrame = hidden ? () => 0 : window.requestAnimationFrame;
          document.dispatchEvent(new Event("visibilitychange"));
        }"""
        self.page.keyboard.press("Space")
        self.until("lectern.time > 100")
        self.page.evaluate(hide, True)
        before = self.page.evaluate("lectern.elapsed")
        self.page.wait_for_timeout(700)
        self.assertGreater(self.page.evaluate("lectern.elapsed") - before, 500)
        self.page.evaluate("lectern.give(performance.now())")
        box = "document.querySelector('#stage [data-key=box]').style.visibility"
        self.until(f"{box} === 'inherit'", window)

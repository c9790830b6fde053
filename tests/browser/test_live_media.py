"""Clips while somebody gives the cues: they go on by themselves, and do what they are told last."""

from tests.browser.base import BrowserCase
from tests.made import slide, step


class LiveMedia(BrowserCase):
    def test_a_clip_goes_on_while_the_running_order_waits_for_a_cue(self):
        media = self.assets()
        film = {
            "id": "film",
            "kind": "clip",
            "asset": media["clip"],
            "in": 500,
            "out": 3500,
            "width": 640,
            "height": 480,
        }
        slides = [slide(step("a"), id="one", objects=(film,), waits={"1": 300}), slide(id="two")]
        row = self.keep({"title": "T", "slides": slides, "beds": [{"asset": media["sound"]}]})
        page = self.open_lectern(row)
        page.keyboard.press("Space")
        video = "document.querySelector('#stage-now video')"
        self.until(f"{video}.currentTime > 0.7")
        self.until("lectern.time === 299")
        times = []
        for _ in range(6):
            page.wait_for_timeout(200)
            times.append(page.evaluate(f"{video}.currentTime"))
        self.assertEqual(times, sorted(times))
        self.assertGreater(times[-1] - times[0], 0.7)
        self.until(f"{video}.paused", seconds=10)
        self.assertAlmostEqual(page.evaluate(f"{video}.currentTime"), 3.5, delta=0.25)
        page.keyboard.press("Space")
        page.wait_for_timeout(400)
        self.assertTrue(page.evaluate(f"{video}.paused"))
        page.keyboard.press("p")
        page.keyboard.press("Space")
        page.keyboard.press("ArrowLeft")
        self.until(f"{video}.currentTime < 1 && !{video}.paused")


class OneMedium(BrowserCase):
    """A clip that is paused, played on and made quieter live: one medium, which does what it is told last."""

    def setUp(self):
        super().setUp()
        clip = {"id": "film", "kind": "clip", "asset": self.assets()["clip"], "plays": 99}
        acts = [
            {"id": "p1", "kind": "play", "object": "film", "trigger": "alongside"},
            {"id": "p2", "kind": "pause", "object": "film", "trigger": "cue"},
            {"id": "p3", "kind": "play", "object": "film", "trigger": "cue"},
            {
                "id": "v",
                "kind": "volume",
                "object": "film",
                "trigger": "alongside",
                "duration": 300,
                "params": {"to": -20},
            },
        ]
        one = {"id": "one", "objects": [clip], "running_order": acts, "waits": {"1": 800, "2": 800}}
        self.open_lectern(self.keep({"slides": [one, {"id": "two"}]}))
        self.page.evaluate(
            """(() => {
              window.told = [];
              for (const act of ["play", "pause"]) {
                const was = HTMLMediaElement.prototype[act];
                HTMLMediaElement.prototype[act] = function () { told.push(act); return was.call(this); };
              }
            })()"""
        )

    def test_it_is_told_each_thing_once_and_goes_on_where_it_stood(self):
        film = "document.querySelector('#stage-now video')"
        self.page.click("#give")
        self.until(f"{film}?.currentTime > 1.5")  # longer than the plan waits: the presenter takes the time
        self.page.click("#give")
        self.until(f"{film}.paused")
        stands = self.page.evaluate(f"{film}.currentTime")
        self.assertGreater(stands, 1.4)
        self.page.click("#give")
        self.until(f"!{film}.paused && {film}.currentTime > {stands} + 0.4")
        self.assertLess(self.page.evaluate(f"{film}.currentTime"), stands + 2)
        self.until(f"Math.abs((lectern.sound.graph?.gainOf({film}) ?? {film}.volume) - 0.1) < 0.01")
        self.assertEqual(self.page.evaluate("told"), ["play", "pause", "play"])


class LiveBeds(BrowserCase):
    """Music follows the slides as they really come, not the clock of the plan."""

    def test_a_bed_begins_when_its_slide_comes_goes_on_while_one_waits_and_fades_when_its_end_comes(self):
        sound = self.assets()["sound"]
        slides = [slide(step("a"), id="one", waits={"1": 300}), slide(step("a"), id="two", waits={"1": 300}), slide(id="three", hold=9000)]  # fmt: skip
        bed = {"id": "sea", "asset": sound, "start": {"slide": "two"}, "end": {"slide": "three"}, "fade_out": 400}
        page = self.open_lectern(self.keep({"title": "T", "slides": slides, "beds": [bed]}))
        beds = "[...lectern.sound.heard.entries()].filter(([key, { element }]) => key.startsWith('bed/') && !element.paused)"
        page.click("#give")
        self.until("lectern.time === 299")
        page.wait_for_timeout(900)  # longer than the plan waits
        self.assertEqual(page.evaluate(f"{beds}.length"), 0)
        page.click("#give")
        self.until("lectern.slide === 0 && lectern.time > 700")
        page.click("#give")
        self.until(f"lectern.slide === 1 && {beds}.length === 1")
        self.until("lectern.cue === 0 && lectern.time - lectern.order[1][1] === 299")
        at = page.evaluate(f"{beds}[0][1].element.currentTime")
        page.wait_for_timeout(500)
        self.assertGreater(page.evaluate(f"{beds}[0][1].element.currentTime"), at + 0.2)  # it does not wait
        page.click("#give")
        page.click("#give")
        self.until("lectern.slide === 2")
        self.until(f"{beds}.length === 0")
        page.keyboard.press("ArrowLeft")
        page.keyboard.press("ArrowLeft")
        self.until(f"lectern.slide === 1 && {beds}.length === 1")

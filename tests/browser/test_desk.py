"""The desk by hand: running, retiming, trimming."""

from tests.browser.base import BrowserCase
from tests.browser.shows import one, talk
from tests.made import slide, step


class Running(BrowserCase):
    def test_scrubbing_shows_the_exact_frame(self):
        fade = step("a", "following", 1000, effect="fade", easing="linear", delay=500)
        page = self.open_desk(
            self.keep(talk(one(fade, hold=1000), slide(id="two", transition={"type": "push", "duration": 1000})))
        )
        node = "document.querySelector('#stage [data-slide=one] [data-key=box]').style"
        for at, opacity, shown in (
            (400, "", "hidden"),
            (1000, 0.5, "inherit"),
            (1250, 0.75, "inherit"),
            (2000, 1, "inherit"),
        ):
            page.evaluate(f"ritornel.stage.scrub({at})")
            self.assertEqual(page.evaluate(f"{node}.visibility"), shown, at)
            if opacity:
                self.assertAlmostEqual(float(page.evaluate(f"{node}.opacity")), opacity, places=4)
        page.evaluate("ritornel.stage.scrub(2500 + 500)")
        layers = page.evaluate(
            "[...document.querySelectorAll('#stage .stage-layer')].map((l) => [l.dataset.slide, l.style.transform])"
        )
        self.assertIn("640", dict(layers)["two"])
        self.assertIn("-640", dict(layers)["one"])

    def test_a_clip_stands_at_the_right_frame_and_plays_in_step(self):
        media = self.assets()
        film = {
            "id": "film",
            "kind": "clip",
            "asset": media["clip"],
            "x": 0,
            "y": 0,
            "width": 640,
            "height": 480,
            "in": 1000,
        }
        tune = {"id": "tune", "kind": "sound", "asset": media["sound"]}
        document = talk(one(objects=(film, tune), hold=9000), beds=[{"asset": media["sound"], "loop": True}])
        page = self.open_desk(self.keep(document))
        page.evaluate("ritornel.stage.scrub(1200)")
        self.until("Math.abs(document.querySelector('#stage video').currentTime - 2.2) < 0.02")
        heard = page.evaluate(
            "ritornel.stage.scrub(1400, true); [...ritornel.stage.sound.tasted].map((one) => [one.tagName, one.paused])"
        )
        self.assertEqual(heard, [["AUDIO", False]] * 3)  # the clip's sound, the tune and the bed, for a moment
        self.until("ritornel.stage.sound.tasted.size === 0 && document.querySelector('#stage video').paused")
        page.keyboard.press("Shift+Space")
        self.until("ritornel.stage.time > 2500")
        self.assert_in_step()
        page.keyboard.press("Space")
        self.assertTrue(page.evaluate("document.querySelector('#stage video').paused"))


class Retiming(BrowserCase):
    def setUp(self):
        super().setUp()
        self.row = self.keep(
            talk(
                one(step("a"), step("b", "alongside", delay=300), script="Zero words here. [1] And some more."),
                slide(id="two"),
            )
        )
        self.open_desk(self.row)
        self.scale = self.page.evaluate("ritornel.timeline.scale")

    def dragged(self, selector: str, px: float, **more) -> int:
        before = self.length()
        self.scale = self.page.evaluate("ritornel.timeline.scale")
        self.drag(selector, px, hold="Alt", **more)
        self.settled()
        return self.length() - before

    def test_a_slides_end_moves_everything_after_it(self):
        grown = self.dragged("[data-end=one]", 60)
        self.assertAlmostEqual(grown, 60 / self.scale, delta=2)
        self.assertEqual(
            self.page.evaluate("ritornel.store.start('two')"), self.page.evaluate("ritornel.store.slide.time.length")
        )
        self.assertIsNotNone(self.page.evaluate("ritornel.store.slide.document.hold"))

    def test_a_builds_end_and_start(self):
        self.dragged(".tl-build[data-step=b]", 40, at=(0.97, 0.5))
        longer = self.page.evaluate("ritornel.store.step('b').duration")
        self.assertAlmostEqual(longer, 600 + 40 / self.scale, delta=3)
        self.dragged(".tl-build[data-step=b]", 20, at=(0.03, 0.5))
        later = self.page.evaluate("ritornel.store.step('b')")
        self.assertAlmostEqual(later["delay"], 300 + 20 / self.scale, delta=3)
        self.assertAlmostEqual(later["delay"] + later["duration"], 300 + longer, delta=2)

    def test_a_cue_by_its_flag_and_escape_leaves_all_as_it_was(self):
        grown = self.dragged(".tl-flag[data-cue='1']", 50)
        self.assertAlmostEqual(grown, 50 / self.scale, delta=2)
        self.drag(".tl-flag[data-cue='1']", 50, let_go=False)
        self.page.keyboard.press("Escape")
        self.page.mouse.up()
        self.settled()
        self.assertEqual(self.page.evaluate("ritornel.store.kept.revision"), 1)

    def test_a_number_can_be_typed_instead(self):
        self.page.click(".entry[data-step=a]")
        self.say("duration", "1.25")
        self.assertEqual(self.page.evaluate("ritornel.store.step('a').duration"), 1250)
        self.page.click(".word[data-setting=duration]")
        self.page.fill(".number .field", "soon")
        self.page.keyboard.press("Tab")
        self.assertEqual(self.page.get_attribute(".number .field", "aria-invalid"), "true")
        self.assertEqual(self.page.evaluate("ritornel.store.step('a').duration"), 1250)

    def test_slides_are_dragged_into_another_order(self):
        self.page.keyboard.press("1")
        self.drag(".tl-block[data-slide=two]", -600)
        self.settled()
        self.assertEqual(self.page.evaluate("ritornel.store.kept.order.map(([id]) => id)"), ["two", "one"])

    def test_transition_and_hold_for_one_or_for_all(self):
        self.page.click("#slide-settings")
        self.say("what", "barWipe leftToRight")
        self.assertEqual(self.page.evaluate("ritornel.store.slide.document.transition.type"), "barWipe")
        self.page.fill("[aria-label=Hold]", "2.5")
        self.page.keyboard.press("Tab")
        self.until("ritornel.store.slide.document.hold === 2500")
        self.page.click("motion-sentence >> text=the show")
        self.page.click("text=Hold for all")
        self.settled()
        two = self.page.evaluate("ritornel.store.kept.slides.two.document")
        self.assertEqual((two["transition"]["type"], two["hold"]), ("barWipe", 2500))


class Trimming(BrowserCase):
    def setUp(self):
        super().setUp()
        self.media = self.assets()
        film = {
            "id": "film",
            "kind": "clip",
            "asset": self.media["clip"],
            "x": 200,
            "y": 100,
            "width": 640,
            "height": 480,
        }
        self.open_desk(self.keep(talk(one(objects=(film,), hold=6000))))
        self.page.mouse.click(*self.on_stage(500, 300))

    def film(self) -> dict:
        self.settled()
        return self.page.evaluate("ritornel.store.object('film')")

    def test_by_handles_by_typing_and_from_here(self):
        width = self.page.locator(".trim").bounding_box()["width"]
        length = self.page.evaluate("Object.values(ritornel.store.kept.assets).find((a) => a.kind === 'clip').length")
        self.drag(".trim-handle[data-edge=in]", width / 4)
        self.assertAlmostEqual(self.film()["in"], length / 4, delta=60)
        self.drag(".trim-handle[data-edge=out]", -width / 4)
        self.assertAlmostEqual(self.film()["out"], length * 3 / 4, delta=60)
        self.page.fill("input[aria-label='In point']", "0:00.5")
        self.page.keyboard.press("Tab")
        self.until("ritornel.store.object('film').in === 500")
        self.page.evaluate("ritornel.stage.scrub(1000)")
        self.until("Math.abs(document.querySelector('#stage video').currentTime - 1.5) < 0.05")
        self.page.click("text=From here")
        self.assertAlmostEqual(self.film()["in"], 1500, delta=60)

    def test_volume_mute_and_start_on_a_cue(self):
        self.assertEqual(self.page.locator("[aria-label=Volume]").count(), 0)  # this clip has no sound
        sea = {"id": "sea", "kind": "sound", "asset": self.media["sound"]}
        self.open_desk(self.keep(talk(one(objects=(sea,), hold=6000))))
        self.page.keyboard.press("o")
        self.page.fill("[aria-label=Volume]", "-12")
        self.page.keyboard.press("Tab")
        self.until("ritornel.store.object('sea').gain_db === -12")
        self.page.check("text=mute")
        self.until("ritornel.store.object('sea').muted")
        self.page.select_option("[aria-label=Starts]", "cue")
        self.until("ritornel.store.slide.document.running_order.some((s) => s.kind === 'play' && s.trigger === 'cue')")
        self.page.select_option("[aria-label=Starts]", "slide")
        self.until("ritornel.store.slide.document.running_order.length === 0")

"""Sheets, menus, files, the transport and the timeline's view: the desk's smaller parts."""

from tests.browser.base import BrowserCase
from tests.browser.test_journey import DROP
from tests.files import png, wav
from tests.made import slide, step, text

BOX = {"id": "box", "kind": "shape", "x": 100, "y": 100, "width": 300, "height": 200, "name": "Box"}


class Sheets(BrowserCase):
    def setUp(self):
        super().setUp()
        words = text("words", "One", "Two", "Three", x=100, y=400, width=400, height=200)
        slides = [{"id": "one", "objects": [BOX, words]}, slide(id="two"), slide(id="three")]
        self.row = self.keep({"title": "Talk", "slides": slides})
        self.open_desk(self.row)

    def fill(self, label: str, value: str):
        self.page.fill(f"[aria-label='{label}']", value)
        self.page.keyboard.press("Tab")
        self.settled()

    def object(self, key: str) -> dict:
        self.settled()
        return self.page.evaluate(f"ritornel.store.object('{key}')")

    def test_a_shapes_sheet(self):
        self.page.mouse.click(*self.on_stage(200, 200))
        self.fill("Left", "140")
        self.fill("Turn", "12,5")
        self.fill("Opacity", "50")
        self.fill("Corner radius", "8")
        self.page.select_option("[aria-label=Form]", "ellipse")
        self.fill("Name of the object", "The sun")
        box = self.object("box")
        expected = {
            "x": 140,
            "rotation": 12.5,
            "opacity": 0.5,
            "corner_radius": 8,
            "form": "ellipse",
            "name": "The sun",
        }
        self.assertEqual({k: box[k] for k in expected}, expected)
        self.assertEqual(self.page.locator(".tl-name >> text=The sun").count(), 1)

    def test_what_cannot_be_is_marked_and_nothing_is_lost(self):
        self.page.mouse.click(*self.on_stage(200, 200))
        self.fill("Width", "-5")
        self.assertEqual(self.page.get_attribute("[aria-label=Width]", "aria-invalid"), "true")
        self.assertEqual(self.object("box")["width"], 300)

    def test_a_texts_sheet_and_its_builds_line_by_line(self):
        self.page.mouse.click(*self.on_stage(300, 500))
        self.page.click(".face-button")
        self.page.click("[role=menuitemradio]:has-text('Fraunces')")
        self.fill("Size", "50")
        self.page.check("text=bold")
        words = self.object("words")
        self.assertEqual((words["font"], words["size"], words["weight"]), ("fraunces", 50, 600))
        self.build("line by line", "cue of its own", "slides in")
        steps = self.page.evaluate("ritornel.store.slide.document.running_order")
        self.assertEqual(
            [(s["part"]["paragraph"], s["trigger"], s["effect"]) for s in steps],
            [(n, "cue", "slide") for n in range(3)],
        )
        self.assertEqual(self.page.locator(".tl-build").count(), 3)

    def test_a_builds_settings(self):
        self.page.mouse.click(*self.on_stage(200, 200))
        self.build("slides in")
        self.say("side", "top right")
        self.say("distance", "40")
        build = self.page.evaluate("ritornel.store.slide.document.running_order[0]")
        self.assertEqual(build["params"], {"side": "top-right", "distance": 40})
        self.say("easing", "evenly")
        self.say("repeat", "2")
        self.say("wait", "0.7")
        self.say("what", "grows in")
        (build,) = self.page.evaluate("ritornel.store.slide.document.running_order")
        self.assertEqual((build["effect"], build["repeat"], build["params"]), ("grow", 2, {}))
        self.assertEqual(self.page.evaluate("ritornel.store.slide.document.waits"), {"1": 700})
        self.assertIn("on cue 1 after 0.7 s, at once, taking 0.6 s, twice", self.said())
        self.page.click(".word[data-setting=wait]")
        self.page.click("text=By the clock")
        self.settled()
        self.assertEqual(self.page.evaluate("ritornel.store.slide.document.waits"), {})
        self.page.click("motion-sentence >> text=Delete build")
        self.settled()
        self.assertEqual(self.page.locator(".entry").count(), 0)

    def test_chapters_and_fixed_lengths(self):
        self.page.keyboard.press("PageDown")
        self.page.click("#slide-settings")
        self.fill("Chapter that begins here", "Part two")
        self.assertIn("Part two", self.page.inner_text("#stage-line"))
        self.fill("Fixed length", "0:09.5")
        self.assertEqual(self.page.evaluate("ritornel.store.slide.time.length"), 9500)
        self.page.keyboard.press("PageUp")
        self.assertNotIn("Part two", self.page.inner_text("#stage-line"))

    def test_pace_target_and_bed(self):
        media = self.assets()
        self.fill("Length aimed at", "0:05")
        self.assertIn("is-over", self.page.get_attribute("#length", "class"))
        self.page.click("text=Pace and beds")
        self.fill("Hold otherwise, s", "1")
        self.assertEqual(self.length(), 3 * 1000)
        self.assertNotIn("is-over", self.page.get_attribute("#length", "class"))
        self.page.click("#choose-bed")
        self.page.click(".choose-grid button")
        self.until("ritornel.store.kept.show.beds.length === 1")
        self.fill("Fade in", "0.5")
        self.fill("Volume", "-20")
        bed = self.page.evaluate("ritornel.store.kept.show.beds[0]")
        self.assertEqual((bed["asset"], bed["fade_in"], bed["gain_db"]), (media["sound"], 500, -20))
        self.page.click("#choose-bed")
        self.page.click(".choose-grid button")
        self.until("ritornel.store.kept.show.beds.length === 2")
        self.fill("Volume of bed 2", "-30")
        self.assertEqual(self.page.evaluate("ritornel.store.kept.show.beds.map((b) => b.gain_db)"), [-20, -30])
        self.page.click("dialog >> text=Take it away >> nth=0")
        self.until("ritornel.store.kept.show.beds.length === 1")
        self.assertEqual(self.page.evaluate("ritornel.store.kept.show.beds[0].gain_db"), -30)
        self.page.click("dialog >> text=Close")
        self.assertEqual(self.page.locator(".tl-name >> text=Bed: sea").count(), 1)
        self.page.locator(".tl-fade[data-fade=fade_in]").focus()
        self.page.keyboard.press("ArrowRight")
        self.until("ritornel.store.kept.show.beds[0].fade_in === 1100")

    def test_the_list_of_keys(self):
        self.page.keyboard.press("?")
        self.assertIn("play from here", self.page.inner_text("dialog"))
        self.assertEqual(self.page.evaluate("document.querySelector('dialog').scrollTop"), 0)
        self.page.keyboard.press("Escape")
        self.until("!document.querySelector('dialog')")


class Files(BrowserCase):
    def drop(self, where: str, *named: tuple[str, bytes]):
        files = [{**f, "bytes": list(f.pop("buffer"))} for f in self.files(*named)]
        self.page.evaluate(DROP.replace(".timeline", where), files)

    def setUp(self):
        super().setUp()
        self.open_desk(self.keep({"title": "Talk", "slides": [{"id": "one"}]}))

    def test_a_picture_or_sound_dropped_on_the_stage_lies_on_the_slide(self):
        self.drop("#stage-over", ("lamp.png", png(size=(400, 200))))
        self.until("ritornel.store.slide.document.objects.length === 1")
        picture = self.page.evaluate("ritornel.store.slide.document.objects[0]")
        self.assertEqual((picture["kind"], picture["width"] / picture["height"]), ("picture", 2))
        self.drop("#stage-over", ("sea.wav", wav()))
        self.page.click("button:has-text('On this slide')")
        self.until("ritornel.store.slide.document.objects.at(-1).kind === 'sound'")

    def test_a_file_that_is_not_what_it_claims_is_told_and_the_others_come_in(self):
        self.drop(".timeline", ("broken.png", b"no picture at all"), ("good.png", png()))
        self.page.select_option("#picture-fit", "fill")
        self.page.click("text=Make slides")
        self.page.wait_for_selector(".desk-notice:has-text('broken.png')")
        self.until("ritornel.store.slide?.document.objects.length === 1 && ritornel.store.kept.order.length === 1")
        self.settled()
        thing = self.page.evaluate("ritornel.store.slide.document.objects[0]")
        self.assertEqual((thing["fit"], thing["width"], thing["height"]), ("fill", 1280, 720))
        self.assertEqual(self.page.evaluate("ritornel.store.slide.document.hold"), 4000)

    def test_no_picture_no_slides(self):
        self.drop(".timeline", ("sea.wav", wav()))
        self.page.click("button:has-text('As bed')")
        self.until("ritornel.store.kept.bed_spans.length === 1")
        self.assertEqual(self.page.evaluate("ritornel.store.slide.document.objects"), [])
        self.assertEqual(self.page.evaluate("ritornel.store.kept.order.length"), 1)


class TransportAndView(BrowserCase):
    def setUp(self):
        super().setUp()
        steps = (step("a", duration=100), step("b", duration=100))
        slides = [
            {"id": "one", "objects": [BOX], "running_order": list(steps), "waits": {"1": 500, "2": 700}, "hold": 400},
            slide(id="two", hold=1000),
        ]
        self.open_desk(self.keep({"slides": slides, "title": "Talk"}))

    def time(self) -> float:
        return self.page.evaluate("ritornel.stage.time")

    def test_from_cue_to_cue(self):
        instants = []
        for _ in range(4):
            self.page.keyboard.press(".")
            instants.append(self.time())
        self.assertEqual(instants, [500, 1300, 1800, 2800])
        self.page.keyboard.press(",")
        self.assertEqual(self.time(), 1800)
        self.assertEqual(self.page.evaluate("ritornel.store.focus"), "two")

    def test_frames_and_seconds_by_arrows(self):
        self.page.keyboard.press("ArrowRight")
        self.assertAlmostEqual(self.time(), 1000 / 30, places=3)
        self.page.keyboard.press("Shift+ArrowRight")
        self.assertAlmostEqual(self.time(), 1000 + 1000 / 30, places=3)

    def test_play_from_here_from_the_slide_and_from_the_show(self):
        self.page.evaluate("ritornel.stage.scrub(2200)")
        self.page.keyboard.press("Space")
        self.until("ritornel.stage.time > 2300")
        self.page.keyboard.press("Space")
        self.page.click("text=From slide")
        self.until("ritornel.stage.playhead.playing && ritornel.stage.time < 2100")
        self.page.click("text=From show")
        self.until("ritornel.stage.playhead.playing && ritornel.stage.time < 600")
        self.until("!ritornel.stage.playhead.playing")
        self.assertEqual(self.time(), 2800)

    def test_looping_a_slide(self):
        self.page.keyboard.press("PageDown")
        self.page.keyboard.press("l")
        self.page.keyboard.press("Space")
        self.until("ritornel.stage.time > 2500")
        self.until("ritornel.stage.playhead.playing && ritornel.stage.time < 2300")
        self.page.keyboard.press("Space")

    def test_the_faces(self):
        box = "document.querySelector('#stage [data-key=box]').style.visibility"
        self.assertEqual(self.page.evaluate(box), "inherit")
        self.page.click("[data-face=run]")
        self.assertEqual(self.page.evaluate(box), "hidden")
        self.page.keyboard.press("f")
        self.assertEqual(self.page.evaluate(box), "inherit")

    def test_zoom_from_the_show_to_a_frame(self):
        self.page.keyboard.press("1")
        whole = self.page.evaluate(
            "ritornel.timeline.scale * ritornel.store.shown.length / ritornel.timeline.axis.width"
        )
        self.assertAlmostEqual(whole, 0.97, places=2)
        for _ in range(12):
            self.page.keyboard.press("+")
        self.assertGreaterEqual(self.page.evaluate("ritornel.timeline.scale * 1000 / 30"), 39)
        self.page.hover(".tl-ruler")
        self.page.mouse.wheel(6000, 0)
        self.until("document.querySelector('.tl-scroll').scrollLeft > 1500")
        names = "document.querySelector('.tl-names').getBoundingClientRect().left"
        self.assertEqual(self.page.evaluate(names), 0)  # the lanes' names stay
        self.page.keyboard.press("3")
        self.assertEqual(self.page.get_attribute("[data-act=zoom-slide]", "aria-pressed"), "true")

    def test_scrubbing_on_the_ruler(self):
        ruler = self.page.locator(".tl-ruler").bounding_box()
        self.page.keyboard.press("1")
        scale = self.page.evaluate("ritornel.timeline.scale")
        self.page.mouse.move(ruler["x"] + 100, ruler["y"] + 10)
        self.page.mouse.down()
        self.assertAlmostEqual(self.time(), 100 / scale, delta=2)
        self.page.mouse.move(ruler["x"] + 300, ruler["y"] + 10, steps=3)
        self.page.mouse.up()
        self.assertAlmostEqual(self.time(), 300 / scale, delta=2)

    def test_an_empty_show_says_what_to_do(self):
        self.page.click("#slide-settings")
        for _ in range(2):
            self.page.click("text=Delete slide")
            self.settled()
        self.assertIn("An empty show", self.page.inner_text("#book"))
        self.page.keyboard.press("t")
        self.assertIn("no slide yet", self.page.inner_text(".desk-notice"))
        self.page.keyboard.press("n")
        self.until("ritornel.store.kept.order.length === 1")

"""The lectern with its stage window."""

from ritornel.takes.models import Take
from tests.browser.base import BrowserCase
from tests.browser.shows import two_slides


class Lectern(BrowserCase):
    def setUp(self):
        super().setUp()
        self.row = self.keep(two_slides())
        self.open_lectern(self.row)

    def test_the_stage_window_follows_and_gives_cues(self):
        with self.page.expect_popup() as opened:
            self.page.click("#open-stage")
        window = opened.value
        window.wait_for_selector("#stage .stage-layer")
        box = "document.querySelector('#stage [data-key=box]').style"
        self.page.click("#give")
        self.page.wait_for_selector("#give:has-text('Cue 1')")
        self.until(f"{box}.visibility === 'hidden'", window)
        window.click("#stage")
        self.until(f"{box}.visibility === 'inherit' && {box}.opacity === '1'", window)
        self.assertIn("is-now", self.page.get_attribute("[data-slide='0'][data-cue='1']", "class"))
        window.keyboard.press("Space")
        self.until("document.querySelector('#stage [data-slide=two]')?.style.visibility === 'visible'", window)
        self.assertEqual(self.page.inner_text("#next-words"), "Then the show ends")

    def test_links_lead_on_the_stage_window_and_at_the_lectern(self):
        shown = "document.querySelector('#{} [data-slide={}]')?.style.visibility === 'visible'"
        leading = {"id": "leads", "kind": "shape", "x": 100, "y": 100, "width": 300, "height": 200}
        there, back = ({**leading, "link": f"#slide:{to}"} for to in ("two", "one"))
        row = self.keep({"slides": [{"id": "one", "objects": [there]}, {"id": "two", "objects": [back]}]})
        self.open_lectern(row)
        with self.page.expect_popup() as opened:
            self.page.click("#open-stage")
        window = opened.value
        self.page.click("#give")
        window.click("#stage [data-link='#slide:two']")
        self.until(shown.format("stage", "two"), window)
        self.until(shown.format("stage-now", "two"))
        self.page.locator("#stage-now [data-slide=two] [data-link]").focus()
        self.page.keyboard.press("Enter")
        self.until(shown.format("stage", "one"), window)

    def test_a_waiting_cue_waits_and_pauses_are_taken_out(self):
        page = self.page
        page.keyboard.press("Space")
        page.wait_for_timeout(600)
        page.keyboard.press("p")
        page.wait_for_timeout(700)
        page.keyboard.press("Space")
        page.wait_for_timeout(200)
        self.assertEqual(page.evaluate("lectern.cue"), 0)
        page.keyboard.press("Space")
        page.wait_for_timeout(400)
        page.keyboard.press("Space")
        page.keyboard.press("ArrowLeft")
        self.assertEqual(page.evaluate("[lectern.slide, lectern.cue]"), [0, 0])
        page.click("#end")
        page.wait_for_url("**/takes/*")
        instants = Take.objects.get().document["instants"]
        pause = next(i for i in instants if i["kind"] == "pause")
        self.assertAlmostEqual(pause["length"], 700, delta=300)
        self.assertEqual([i["slide"] for i in instants if i["kind"] == "slide"], ["one", "two", "one"])

    def test_a_take_that_is_cut_short_is_not_lost(self):
        page = self.page
        page.on("dialog", lambda dialog: dialog.accept())
        page.keyboard.press("Space")
        page.wait_for_timeout(500)
        page.keyboard.press("Space")
        page.wait_for_timeout(1300)
        page.reload()
        page.click("#pace >> text=see it")
        page.wait_for_url("**/takes/*")
        kinds = [(i["kind"], i.get("cue")) for i in Take.objects.get().document["instants"]]
        self.assertEqual(kinds, [("slide", None), ("cue", 1), ("end", None)])
        page.go_back()
        page.wait_for_selector("#give:has-text('Begin')")
        self.assertEqual(page.locator("#pace a").count(), 0)

    def test_a_take_is_kept_as_soon_as_the_server_can_be_reached(self):
        page = self.page
        away = [True]
        page.route("**/takes", lambda route: route.abort() if away else route.continue_())
        page.keyboard.press("Space")
        page.click("#end")
        page.wait_for_selector("#pace:has-text('the take is not kept yet: the server cannot be reached')")
        self.assertEqual((page.inner_text("#give").strip(), page.is_disabled("#give")), ("Ended", True))
        away.clear()
        page.wait_for_url("**/takes/*")
        self.assertEqual(Take.objects.count(), 1)

    def test_applying_sets_the_show_to_what_was_given(self):
        page = self.page
        for wait in (0, 900, 700, 500):
            page.wait_for_timeout(wait)
            page.keyboard.press("Space")
        page.wait_for_url("**/takes/*")
        page.click("text=Apply to the show")
        self.ready()
        waits = page.evaluate("ritornel.store.kept.slides.one.document.waits")
        self.assertAlmostEqual(waits["1"], 900, delta=300)
        self.assertIn("holds as you did", page.inner_text(".desk-notice"))
        page.click("[data-act=undo]")
        self.until("Object.keys(ritornel.store.kept.slides.one.document.waits).length === 0")


class LessMotion(BrowserCase):
    """Whoever asks the system for less motion sees crossfades wherever a show runs; what is looked at stays exact."""

    LAYER = "document.querySelector('#{} [data-slide=two]')?.style"

    def setUp(self):
        super().setUp()
        long = {"type": "pushWipe", "duration": 20_000}
        slides = [{"id": "one", "hold": 200, "objects": []}, {"id": "two", "transition": long, "hold": 30_000}]
        self.row = self.keep({"slides": [{"background": "#112233"} | s for s in slides]})
        self.page.emulate_media(reduced_motion="reduce")

    def test_at_the_lectern_and_in_the_stage_window(self):
        self.open_lectern(self.row)
        with self.page.expect_popup() as opened:
            self.page.click("#open-stage")
        opened.value.emulate_media(reduced_motion="reduce")
        opened.value.reload()
        opened.value.wait_for_selector("#stage .stage-layer")
        self.page.click("#give")
        self.page.click("#give")
        for stage, page in (("stage-now", self.page), ("stage", opened.value)):
            layer = self.LAYER.format(stage)
            self.until(f"{layer}?.visibility === 'visible' && {layer}.transform === '' && {layer}.opacity < 0.5", page)

    def test_on_the_desk_while_it_plays(self):
        self.open_desk(self.row)
        self.page.evaluate("ritornel.stage.scrub(1000)")
        layer = self.LAYER.format("stage")
        self.assertTrue(self.page.evaluate(f"{layer}.transform.startsWith('matrix') && {layer}.opacity === '1'"))
        self.page.keyboard.press("Space")
        self.until(f"{layer}.transform === '' && {layer}.opacity > 0 && {layer}.opacity < 0.5")

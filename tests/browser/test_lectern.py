"""The lectern with its stage window."""

from ritornel.core.score import compile
from ritornel.shows import in_rows
from ritornel.takes.models import Take
from tests.browser.base import BrowserCase
from tests.browser.shows import two_slides

TWO_SCREENS = """
Object.defineProperty(window.screen, "isExtended", { value: true });
const here = { availLeft: 0, availTop: 0, availWidth: 1280, availHeight: 800 };
const there = { availLeft: 1280, availTop: 0, availWidth: 1920, availHeight: 1080 };
window.getScreenDetails = async () => {
  if (!window.screensAllowed) throw new DOMException("no", "NotAllowedError");
  return { screens: [here, there], currentScreen: here };
};
window.open = (...asked) => (window.opened = asked);
"""


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

    def test_the_stage_window_opens_on_the_other_screen_where_that_is_allowed(self):
        page = self.page
        page.add_init_script(TWO_SCREENS)
        for allowed, place in ((True, "left=1280,top=0,width=1920,height=1080"), (False, "width=960,height=540")):
            self.open_lectern(self.row)
            page.evaluate(f"window.screensAllowed = {'true' if allowed else 'false'}")
            page.keyboard.press("w")
            self.until("window.opened")
            self.assertEqual(page.evaluate("opened[2]"), f"popup,{place}")

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
        self.assertEqual(page.evaluate("[lectern.slide, lectern.cue]"), [0, 1])
        page.click("#end")
        page.wait_for_url("**/takes/*")
        instants = Take.objects.get().document["instants"]
        pause = next(i for i in instants if i["kind"] == "pause")
        self.assertAlmostEqual(pause["length"], 700, delta=300)
        self.assertEqual([i["slide"] for i in instants if i["kind"] == "slide"], ["one", "two", "one"])

    def test_a_run_goes_on_after_a_reload_and_the_take_is_whole(self):
        page = self.page
        page.keyboard.press("Space")
        page.wait_for_selector("#give:has-text('Cue 1')")
        page.keyboard.press("Space")
        self.until("lectern.cue === 1 && lectern.elapsed > 200")
        elapsed = page.evaluate("lectern.elapsed")
        page.reload()
        page.wait_for_selector("#give:has-text('Next slide')")
        self.until("window.lectern?.running && lectern.cue === 1")
        self.assertLess(abs(page.evaluate("lectern.elapsed") - elapsed), 3000)
        page.keyboard.press("Space")
        page.keyboard.press("Space")
        page.wait_for_url("**/takes/*")
        instants = Take.objects.get().document["instants"]
        self.assertEqual(
            [(i["kind"], i.get("slide")) for i in instants if i["kind"] != "pause"],
            [("slide", "one"), ("cue", "one"), ("slide", "two"), ("end", None)],
        )
        self.assertGreater(next(i["length"] for i in instants if i["kind"] == "pause"), 0)

    def test_one_left_long_ago_waits_and_one_of_yesterday_is_kept_as_it_is(self):
        page = self.page
        page.keyboard.press("Space")
        self.until("lectern.elapsed > 100")
        page.goto("about:blank")
        aged = "(ago) => { const [key] = Object.keys(localStorage).filter((k) => k.startsWith('take/')); const left = JSON.parse(localStorage[key]); left.seen -= ago; localStorage[key] = JSON.stringify(left); }"
        page.goto("/")
        page.evaluate(aged, 600_000)
        self.open_lectern(self.row)
        page.wait_for_selector("#give:has-text('Go on')")
        self.assertIn("10:0", page.inner_text("#pace"))
        page.goto("/")
        page.evaluate(aged, 24 * 3600_000)
        self.open_lectern(self.row)
        page.click("#pace >> text=see it")
        page.wait_for_url("**/takes/*")
        self.assertEqual([i["kind"] for i in Take.objects.get().document["instants"]], ["slide", "end"])

    def test_it_goes_anywhere_by_words_headings_numbers_the_line_and_the_overview(self):
        page = self.page
        where = "[lectern.slide, lectern.cue]"
        page.keyboard.press("2")
        page.keyboard.press("Enter")
        self.assertEqual(page.evaluate(where), [1, 0])  # before it has begun that is where it begins
        page.keyboard.press("Space")
        page.click(".lectern-script [data-slide='0'][data-cue='1']")
        self.assertEqual(page.evaluate(where), [0, 1])
        page.keyboard.press("ArrowLeft")
        self.assertEqual(page.evaluate(where), [0, 0])
        page.click(".lectern-script h2 >> nth=1")
        self.assertEqual(page.evaluate(where), [1, 0])
        line = page.locator("#line").bounding_box()
        page.mouse.click(line["x"] + 1, line["y"] + line["height"] / 2)
        self.assertEqual(page.evaluate("lectern.slide"), 0)
        page.keyboard.press("End")
        self.assertEqual(page.evaluate("lectern.slide"), 1)
        page.keyboard.press("Home")
        page.keyboard.press("o")
        page.wait_for_selector(".overview-slide.is-now:focus")
        page.keyboard.press("ArrowRight")
        page.keyboard.press("Enter")
        self.until("lectern.slide === 1")
        page.keyboard.press("9")
        page.keyboard.press("Enter")
        self.assertEqual((page.inner_text("#pace"), page.evaluate("lectern.slide")), ("There are 2 slides.", 1))

    def test_dark_light_pause_and_the_window_that_is_closed(self):
        page = self.page
        page.keyboard.press("Space")
        self.assertIn("Heard here", page.inner_text("#hear"))
        with page.expect_popup() as opened:
            page.keyboard.press("w")
        window = opened.value
        window.wait_for_selector("#stage .stage-layer")
        page.wait_for_selector("#hear:has-text('Not heard here')")
        page.keyboard.press("d")
        window.wait_for_selector("body[data-curtain=dark]")
        self.assertFalse(window.is_visible(".whole-stage"))
        page.keyboard.press("l")
        window.wait_for_selector("body[data-curtain=light]")
        page.keyboard.press("Space")
        window.wait_for_selector("body[data-curtain='']")
        self.assertEqual(page.evaluate("lectern.cue"), 0)  # the picture came back, no cue was given
        page.keyboard.press("p")
        self.assertEqual(page.evaluate("lectern.running"), False)
        page.keyboard.press("p")
        self.assertEqual(page.evaluate("lectern.running"), True)
        page.keyboard.press("+")
        self.assertEqual(
            page.evaluate("document.getElementById('script').style.getPropertyValue('--script-size')"), "1.1"
        )
        window.close(run_before_unload=True)
        page.wait_for_selector("#pace:has-text('The stage window is closed')")
        page.wait_for_selector("#hear:has-text('Heard here')")

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

    def test_a_run_with_a_jump_and_a_reload_is_applied_as_it_was_given(self):
        page = self.page
        page.keyboard.press("Space")
        self.until("lectern.elapsed > 700")
        page.keyboard.press("Space")
        given = page.evaluate("lectern.elapsed")
        self.until(f"lectern.elapsed > {given + 500}")
        page.keyboard.press("2")
        page.keyboard.press("Enter")
        self.until("lectern.slide === 1")
        page.reload()
        self.until("window.lectern?.running && lectern.slide === 1")
        page.keyboard.press("Space")
        page.wait_for_url("**/takes/*")
        page.click("text=Apply to the show")
        self.ready()
        self.assertAlmostEqual(page.evaluate("ritornel.store.kept.slides.one.document.waits['1']"), given, delta=300)
        self.row.refresh_from_db()
        instants = Take.objects.get().document["instants"]
        paused = sum(one["length"] for one in instants if one["kind"] == "pause")  # the page was away for so long
        given_in_all = instants[-1]["at"] - paused
        self.assertAlmostEqual(compile(in_rows.load(self.row)).length_ms, given_in_all, delta=300)


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

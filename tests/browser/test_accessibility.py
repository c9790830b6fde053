"""Every main page, checked by axe-core."""

from pathlib import Path

from ritornel.publishing.editions import publish
from ritornel.takes.models import Take
from tests.browser.base import BrowserCase
from tests.browser.test_journey import DROP
from tests.files import png, wav
from tests.made import LAMP, slide, step, text

AXE = Path(__file__).resolve().parents[2] / "node_modules" / "axe-core" / "axe.min.js"
RUN = """(options) => axe.run(options, {
  runOnly: ['wcag2a', 'wcag2aa'],
  rules: { 'page-has-heading-one': { enabled: true }, 'landmark-one-main': { enabled: true } },
})"""
PLACED_BY_AUTHOR = [
    "#stage",
    ".thumb",
    ".style-slides",
    ".prompt",
    ".sample",
    ".show-strip",
    "#stage-now",
    "#stage-next",
]


class Axe(BrowserCase):
    """Looks at a page as it is now."""

    def check(self, path: str):
        self.page.goto(path)
        self.page.wait_for_load_state("networkidle")
        self.check_now(path)

    def check_now(self, name: str):
        self.page.evaluate(AXE.read_text(encoding="utf-8"))
        options = {"exclude": [[selector] for selector in PLACED_BY_AUTHOR]}
        found = self.page.evaluate(RUN, options)
        told = [
            f"{v['id']}: {v['nodes'][0]['html'][:120]} ({v['nodes'][0]['failureSummary']})" for v in found["violations"]
        ]
        self.assertEqual(told, [], name)


class Accessibility(Axe):
    def setUp(self):
        super().setUp()
        slides = [slide(step("a"), id="one", script=LAMP, objects=(text("t", "Words"),)), slide(id="two")]
        self.row = self.keep({"title": "Talk", "slides": slides, "target": 60_000})

    def test_pages(self):
        take = Take.objects.create(show=self.row, document={"instants": []}, planned={"one": 1000})
        edition = publish(self.row, loops=False)
        shows = f"/shows/{self.row.pk}/"
        for path in (
            "/",
            f"{shows}transcript",
            f"{shows}publish",
            f"{shows}lectern",
            f"{shows}stage",
            f"{shows}history?at=0",
            f"{shows}contact",
            f"{shows}comments",
            f"{shows}people",
            "/library/",
            f"/library/?used={self.row.pk}",
            f"/takes/{take.pk}",
            f"/e/{edition.token}/",
            f"/e/{edition.token}/frame",
            "/editions",
            "/signed-in",
        ):
            self.check(path)
        self.context.clear_cookies()
        self.check("/sign-in")

    def test_the_contact_sheet_and_house_styles_in_their_states(self):
        self.page.goto(f"/shows/{self.row.pk}/contact")
        self.ready()
        self.page.click("[data-slide=one]")
        self.page.fill("#find", "lamp")
        self.page.wait_for_selector(".strip-told.is-hit")
        self.until(
            "ritornel.store.slides.size === 1 && document.querySelector('#foot-transition:not([disabled])') !== null"
        )
        self.check_now("contact sheet")
        self.page.click("#foot-transition")
        self.page.wait_for_selector("dialog .sentence")
        self.check_now("transition of several")
        self.open_desk(self.row)
        self.page.keyboard.press("h")
        self.page.wait_for_selector(".style-choice")
        self.page.click("[data-style=slipway]")
        self.page.wait_for_selector(".style-row.is-chosen")
        self.check_now("house styles")
        self.page.keyboard.press("Escape")
        self.page.keyboard.press("n")
        self.page.wait_for_selector(".prompt")
        self.check_now("places to be written in")

    def test_the_desk_in_its_states(self):
        self.check(f"/shows/{self.row.pk}/")
        self.page.click("#slide-settings")
        self.page.click(".entry")
        self.page.wait_for_selector(".entry-sentence .sentence .word")
        self.check_now("desk with settings")
        self.page.click(".entry-sentence .word[data-setting=what]")
        self.page.wait_for_selector(".sample .stage")
        self.check_now("what a build could be")
        self.page.keyboard.press("Escape")
        self.page.click(".entry-sentence .word[data-setting=easing]")
        self.check_now("the curve of a build")
        self.page.keyboard.press("Escape")
        self.page.mouse.click(*self.on_stage(20, 20))
        self.check_now("desk with an object's sheet")
        self.page.keyboard.press("b")
        self.page.wait_for_selector(".asking .sample .stage")
        self.check_now("desk asked how to build")
        self.page.keyboard.press("Escape")
        self.page.click("text=Pace and beds")
        self.check_now("pace and bed")
        self.page.click("#listen")
        self.page.wait_for_selector("#sounds")
        self.check_now("how the show sounds")
        self.page.click("dialog >> text=Close")
        self.page.keyboard.press("Alt+l")
        self.page.wait_for_selector("#lengths-told")
        self.check_now("how long it lasts")
        self.page.keyboard.press("Escape")
        self.page.keyboard.press("?")
        self.check_now("keys")

    def test_objects_and_placing(self):
        self.open_desk(self.row)
        self.page.keyboard.press("u")
        self.page.click("[role=menuitem]:has-text('upright')")
        self.page.keyboard.press("k")
        self.page.keyboard.press("Control+a")
        self.settled()
        self.check_now("several objects, their list, a guide")
        self.page.keyboard.press("d")
        self.check_now("the forms")
        self.page.click("[role=menuitem]:has-text('star')")
        self.page.select_option("[aria-label=Fill]", "linear")
        self.page.check("text=casts a shadow")
        self.settled()
        self.check_now("a shape with a gradient and a shadow")
        self.page.select_option("[aria-label='Put it on']", "chosen")
        self.page.wait_for_selector(".slide-choice")
        self.check_now("choosing slides")
        self.page.click("dialog >> text=Leave")
        self.page.click(".object-line[data-object=t]")
        self.page.click(".face-button")
        self.check_now("the faces")

    def test_dialogs_and_writing(self):
        self.assets()
        self.open_desk(self.row)
        self.page.keyboard.press("t")
        self.check_now("a text being written")
        self.page.keyboard.press("Escape")
        self.page.keyboard.press("s")
        self.page.click(".choose-grid button")
        self.page.wait_for_selector(".trim")
        self.check_now("the sheet of a sound")
        self.page.keyboard.press("c")
        self.page.wait_for_selector(".choose-grid")
        self.check_now("choosing a clip")
        self.page.click("dialog >> text=Leave")
        with self.page.expect_file_chooser() as chosen:
            self.page.click("[data-act=pictures]")
        chosen.value.set_files(self.files(("mast.png", png())))
        self.page.wait_for_selector("#picture-hold")
        self.check_now("pictures into slides")
        self.page.keyboard.press("Escape")
        dropped = [{**f, "bytes": list(f.pop("buffer"))} for f in self.files(("sea.wav", wav(1.0)))]
        self.page.evaluate(DROP, dropped)
        self.page.wait_for_selector("button:has-text('As bed')")
        self.check_now("where a sound goes")

"""Photograph each main view of a running demo: ``make_screenshots ADDRESS FOLDER``."""

import os
import sys
from pathlib import Path

from playwright.sync_api import Page, sync_playwright

from ritornel.shows.demo import PASSWORD, USER

CHROMIUM = os.environ.get("RITORNEL_CHROMIUM", "/usr/bin/chromium")
FLAGS = ["--no-sandbox", "--disable-gpu", "--disable-quic", "--no-first-run", "--disable-background-networking"]
SOUND_AT_ONCE = "--autoplay-policy=no-user-gesture-required"
VIEWS = "shows people comments desk objects sheets plane library voice transcript check lectern publish"
TALK = "article:has-text('How the lamp turns')"


class Camera:
    """Goes through the application and keeps a picture of each view."""

    def __init__(self, page: Page, folder: Path) -> None:
        """Work with this page and into this folder."""
        self.page, self.folder = page, folder

    def keep(self, name: str, page: Page | None = None) -> None:
        """Photograph what is there now."""
        (page or self.page).wait_for_timeout(700)
        (page or self.page).screenshot(path=self.folder / f"{name}.png")

    def open(self, title: str) -> None:
        """Open a show's desk, from wherever one is."""
        self.page.goto("/")
        self.page.click(f"text={title}")
        self.page.wait_for_selector("html[data-ready]", state="attached")

    def shows(self) -> None:
        """Sign in; the list of shows."""
        self.page.goto("/sign-in")
        self.page.fill("[name=login]", USER)
        self.page.fill("[name=password]", PASSWORD)
        self.page.click("main button")
        self.page.wait_for_selector(TALK)
        self.page.wait_for_load_state("networkidle")
        self.keep("shows")

    def people(self) -> None:
        """Who has a part in the talk."""
        page = self.page
        self.open("How the lamp turns")
        page.click("#head >> text=People")
        page.wait_for_selector("[name=whom]")
        self.keep("people")

    def comments(self) -> None:
        """What was said about the talk."""
        page = self.page
        self.open("How the lamp turns")
        page.click("#said")
        page.wait_for_selector("html[data-ready]", state="attached")
        page.wait_for_selector(".talk-row")
        self.keep("comments")

    def desk(self) -> None:
        """The desk at the bath, a build selected."""
        page = self.page
        self.open("How the lamp turns")
        for _ in range(4):
            page.keyboard.press("PageDown")
        page.wait_for_timeout(400)
        page.evaluate("ritornel.stage.scrub(ritornel.store.start() + 14200)")
        page.evaluate("ritornel.store.select('steps', ['b3', 'b4'])")
        page.wait_for_timeout(2500)  # the slides' pictures come while the hand rests
        self.keep("desk")
        page.keyboard.press("Escape")
        page.keyboard.press("PageDown")
        page.wait_for_timeout(400)
        page.keyboard.press("f")

    def objects(self) -> None:
        """Motion said in a sentence; words being written; a text and a shape placed; what was done."""
        page = self.page
        page.keyboard.press("Escape")
        self.music()
        self.sentence()
        page.keyboard.press("PageUp")
        page.wait_for_timeout(500)
        page.keyboard.press("PageDown")
        page.keyboard.press("PageDown")
        page.keyboard.press("PageDown")
        page.wait_for_timeout(400)
        page.keyboard.press("k")
        page.mouse.click(*self.on_stage(298, 426))
        page.keyboard.down("Shift")
        page.mouse.click(*self.on_stage(526, 426))
        page.keyboard.up("Shift")
        self.history()

    def history(self) -> None:
        """What was done: some of it with what is selected, all of it taken back again."""
        page = self.page
        page.keyboard.press("Shift+ArrowUp")
        for label, value in (("Opacity", "90"), ("Soft edge", "14")):
            page.fill(f"#book-sheet [aria-label='{label}']", value)
            page.keyboard.press("Enter")
        page.evaluate("document.activeElement.blur()")
        page.keyboard.press("Control+d")
        page.keyboard.press("Delete")
        page.keyboard.press("k")
        page.wait_for_timeout(1500)
        page.click("text=History")
        page.wait_for_load_state("networkidle")
        page.click(".history-point a >> nth=3")
        page.wait_for_load_state("networkidle")
        self.keep("history")
        self.open("How the lamp turns")
        while page.evaluate("ritornel.store.kept.undo"):
            page.keyboard.press("Control+z")
            page.wait_for_timeout(300)

    def music(self) -> None:
        """The bed of the talk under all of it, and how the show sounds."""
        page = self.page
        page.keyboard.press("1")
        page.click("#show-sheet")
        page.click("#listen")
        page.wait_for_selector("#sounds", timeout=60_000)
        page.evaluate("document.querySelector('dialog').scrollTop = 9999")
        self.keep("music")
        page.keyboard.press("Escape")
        page.keyboard.press("3")

    def sentence(self) -> None:
        """A transition by its words, with samples of the two slides, and one of them on the stage; nothing is kept."""
        page = self.page
        page.evaluate("ritornel.store.select('steps', [])")
        page.keyboard.press("m")
        page.wait_for_selector(".finder")
        page.click(".verb >> text=opens")
        page.wait_for_selector(".sample .stage")
        page.wait_for_timeout(900)
        page.locator(".choice >> text=as a circle").scroll_into_view_if_needed()
        page.hover(".choice >> text=as a circle")
        page.wait_for_timeout(1150)
        self.keep("sentence")
        page.keyboard.press("Escape")
        page.click("#slide-settings")

    def on_stage(self, x: float, y: float) -> tuple[float, float]:
        """Return the point of the page for a point in stage units."""
        box = self.page.locator("#stage-over").bounding_box()
        assert box is not None
        return box["x"] + box["width"] * x / 1280, box["y"] + box["height"] * y / 720

    def sheets(self) -> None:
        """The contact sheet with some slides selected and a word found; house styles by the show's own slides."""
        page = self.page
        self.open("How the lamp turns")
        page.evaluate("ritornel.store.focusSlide('skerry')")
        page.keyboard.press("h")
        page.wait_for_selector(".style-slides .stage-layer")
        page.wait_for_timeout(1500)
        self.keep("house-styles")
        page.keyboard.press("Escape")
        page.click("text=Contact sheet")
        page.wait_for_selector(".strip-pictures img")
        page.click("[data-slide=bath]")
        page.click("[data-slide=finger]", modifiers=["Shift"])
        page.wait_for_timeout(4000)
        self.keep("contact-sheet")

    def plane(self) -> None:
        """A plane from near, with its views as frames and as a list."""
        page = self.page
        self.open("Round the skerry")
        page.get_by_role("button", name="Objects", exact=True).click()
        page.locator(".view-line .object-pick").nth(4).click()
        page.wait_for_timeout(2500)
        self.keep("plane")

    def library(self) -> None:
        """The library, with something found outside."""
        page = self.page
        page.goto("/library/")
        page.wait_for_selector("html[data-ready]", state="attached")
        page.fill("#outside-words", "sea")
        page.keyboard.press("Enter")
        page.wait_for_selector(".outside-list li")
        page.click(".outside-list button >> nth=1")
        page.wait_for_selector("#coming progress")
        self.keep("library")

    def voice(self) -> None:
        """A voice and its words, with captions over the stage; the slide recorded again."""
        page = self.page
        self.open("How the lamp turns")
        page.evaluate("ritornel.store.focusSlide(ritornel.store.shown.order[2][0])")
        page.wait_for_timeout(800)
        page.keyboard.press("Shift+w")
        page.evaluate("ritornel.stage.scrub(ritornel.store.start() + 5200)")
        page.wait_for_timeout(900)
        self.keep("voice")
        page.keyboard.press("Alt+r")
        page.wait_for_selector(".speaking[data-state=troubled]")
        page.keyboard.press("m")  # there is no microphone here: a made voice stands in
        page.wait_for_selector(".speaking[data-state=ready]")
        page.keyboard.press(" ")
        while not page.evaluate("ritornel.speaking.recording.followed > 9"):
            page.wait_for_timeout(100)
        self.keep("recording")
        page.evaluate("void (ritornel.speaking.recording.state === 'recording' && ritornel.speaking.recording.stop())")
        page.wait_for_selector(".speaking[data-state=done]")
        page.keyboard.press("Escape")
        page.click("#notice button:has-text('Forget')")

    def transcript(self) -> None:
        """What is said, to be read."""
        page = self.page
        page.goto(f"{'/'.join(page.url.split('/')[:5])}/transcript")
        page.wait_for_load_state("networkidle")
        self.keep("transcript")

    def check(self) -> None:
        """The line check of a show in which everything goes wrong, a mend of it shown."""
        page = self.page
        self.open("A bad evening")
        page.click("#line-check")
        page.click(".check-row:has-text('Who can read this')", timeout=180_000)
        page.wait_for_selector("figure:has-text('mended')", timeout=60_000)
        self.keep("line-check")

    def lectern(self) -> None:
        """The lectern, and the take that comes of it."""
        page = self.page
        page.goto("/")
        page.click(f"{TALK} >> text=Rehearse")
        page.wait_for_selector("#give:has-text('Begin')")
        for pause in (0, 5200, 3300, 4200, 1500):
            page.wait_for_timeout(pause)
            page.keyboard.press("Space")
        page.wait_for_timeout(1500)
        self.keep("lectern")
        for pause in (1200, 4300, 2500, 1300, 1300, 1500):
            page.keyboard.press("Space")
            page.wait_for_timeout(pause)
        page.click("#end")
        page.wait_for_url("**/takes/*")
        self.keep("take")

    def publish(self) -> None:
        """Publishing, and what the public sees."""
        page = self.page
        page.goto("/")
        page.click("article:has-text('Winter opening') >> text=Publish")
        page.click(".way-row button:text-is('Publish')")
        page.wait_for_selector("[aria-label=Link]")
        page.select_option("[data-set=lines]", label="1280 × 720")
        page.click("[data-way=film] button")
        page.wait_for_selector("[data-state=made]", timeout=90_000)
        page.select_option("[data-set=lines]", label="1920 × 1080")
        page.click("[data-way=film] button")
        page.wait_for_selector("[data-state=making] >> text=/ left/", timeout=60_000)
        page.mouse.move(5, 5)
        self.keep("publish")
        page.click("[data-state=making] button")
        page.goto(page.input_value("[aria-label=Link]"))
        page.set_viewport_size({"width": 1280, "height": 720})
        page.wait_for_timeout(5000)
        page.mouse.move(700, 705)
        self.keep("player")


def main() -> int:
    """Take every picture, or those that are named: ADDRESS FOLDER [NAMES...]."""
    address, folder = sys.argv[1], Path(sys.argv[2])
    folder.mkdir(parents=True, exist_ok=True)
    with sync_playwright() as driver:
        browser = driver.chromium.launch(executable_path=CHROMIUM, args=[*FLAGS, SOUND_AT_ONCE])
        page = browser.new_page(viewport={"width": 1280, "height": 800}, base_url=address)
        camera = Camera(page, folder)
        for view in ["shows", *(sys.argv[3:] or VIEWS.split()[1:])]:  # at first one signs in
            getattr(camera, view)()
        browser.close()
    return 0


if __name__ == "__main__":
    sys.exit(main())

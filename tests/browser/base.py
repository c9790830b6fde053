"""The real interface in headless Chromium, through Playwright."""

import atexit
import os
import time
from functools import cache
from pathlib import Path

from django.conf import settings
from django.contrib.auth import get_user_model
from django.contrib.staticfiles.testing import StaticLiveServerTestCase
from django.test import Client, override_settings
from playwright.sync_api import Browser, BrowserContext, Page, Playwright, sync_playwright

from proof.server import NOT_NEEDED
from ritornel.core.model.reading import read_show
from ritornel.shows import keeping
from ritornel.shows.models import Show
from tests.files import png, wav, webm
from tests.material import MediaFolder, asset

CHROMIUM = os.environ.get("RITORNEL_CHROMIUM", "/usr/bin/chromium")
FLAGS = [
    "--no-sandbox",
    "--disable-gpu",
    "--disable-quic",
    "--no-first-run",
    "--disable-background-networking",
    "--disable-component-update",
    "--disable-sync",
    "--use-fake-device-for-media-stream",
    f"--disable-features=LocalNetworkAccessChecks,{NOT_NEEDED}",  # a made-up host page frames the server on loopback
]
SOUND_AT_ONCE = "--autoplay-policy=no-user-gesture-required"
USER, PASSWORD = "keeper", "four-flashes"

os.environ.setdefault("DJANGO_ALLOW_ASYNC_UNSAFE", "1")


@cache
def driver() -> Playwright:
    """One driver for the process: Playwright allows no second one beside it."""
    started = sync_playwright().start()
    atexit.register(started.stop)
    return started


@cache
def browser_with(flags: tuple[str, ...]) -> Browser:
    return driver().chromium.launch(executable_path=CHROMIUM, args=[*FLAGS, *flags])


@override_settings(AXES_ENABLED=False)
class BrowserCase(MediaFolder, StaticLiveServerTestCase):
    """Gives every test a context that is signed in and knows nothing; page errors fail the test.

    The tests of a class have one after another the same context, emptied: what pages are made of is loaded once.
    """

    flags = (SOUND_AT_ONCE,)
    emptied_context: BrowserContext | None = None

    def setUp(self):
        self.owner = get_user_model().objects.create_user(USER, password=PASSWORD)
        self.errors: list[str] = []
        self.context = type(self).emptied_context or self.new_context()
        type(self).emptied_context = None  # one that cannot be emptied is not used again
        self.page = self.new_page(self.context)
        self.sign_in(self.page)

    def tearDown(self):
        self.emptied()
        self.assertEqual(self.errors, [])

    @classmethod
    def tearDownClass(cls):
        if cls.emptied_context is not None:
            cls.emptied_context.close()
            cls.emptied_context = None
        super().tearDownClass()

    def emptied(self):
        """Leaves nothing in the context but the files that pages are made of."""
        context = self.context
        context.unroute_all()
        context.set_offline(False)
        for page in context.pages:
            page.close()
        context.clear_cookies()
        context.clear_permissions()
        page = context.new_page()
        storage = {"origin": self.live_server_url, "storageTypes": "local_storage,indexeddb,cache_storage,file_systems"}
        context.new_cdp_session(page).send("Storage.clearDataForOrigin", storage)
        page.close()
        type(self).emptied_context = context

    def new_context(self) -> BrowserContext:
        context = browser_with(self.flags).new_context(
            viewport={"width": 1280, "height": 800}, base_url=self.live_server_url
        )
        context.set_default_timeout(60_000)
        return context

    def new_page(self, context: BrowserContext) -> Page:
        page = context.new_page()
        page.on("pageerror", lambda error: self.errors.append(str(error)))
        page.on(
            "console", lambda message: self.errors.append(message.text) if "Content Security" in message.text else None
        )
        return page

    def sign_in(self, page: Page):
        """Gives the page's context a session; how people sign in is tried by the tests of the first minute and of the line."""
        client = Client()
        client.force_login(self.owner)
        session = client.cookies[settings.SESSION_COOKIE_NAME]
        page.context.add_cookies([{"name": session.key, "value": session.value, "url": self.live_server_url}])

    def assert_in_step(self):
        """Media and playhead are less than 80 ms apart while they play: nine readings in ten of the last thirty.

        A machine that is busy with other tests gets a few seconds to come to it.
        """
        self.until(
            """(() => {
              const last = ritornel.stage.sound.drifts.slice(-30).map(Math.abs).sort((a, b) => a - b);
              return ritornel.stage.playhead.playing && last.length >= 10 && last[Math.ceil(last.length * 0.9) - 1] < 80;
            })()""",
            seconds=6,
        )

    # ---- shows

    def keep(self, document: dict) -> Show:
        return keeping.create(self.owner, read_show(document))

    def assets(self) -> dict[str, str]:
        """A picture, a clip whose frames tell their time, and a sound; ids by kind."""
        return {
            "picture": asset(self.owner, "lamp.png", png()).sha256,
            "clip": asset(self.owner, "turn.webm", webm(4.0)).sha256,
            "sound": asset(self.owner, "sea.wav", wav(3.0)).sha256,
        }

    def open_desk(self, row: Show) -> Page:
        self.page.goto(f"/shows/{row.pk}/")
        self.ready()
        return self.page

    def open_lectern(self, row: Show) -> Page:
        self.page.goto(f"/shows/{row.pk}/lectern")
        self.ready()
        return self.page

    def ready(self):
        self.page.wait_for_selector("html[data-ready]", state="attached")

    def until(self, expression: str, page: Page | None = None, seconds: float = 60):
        """Waits until an expression in the page is true, and returns its value. (The policy forbids eval in the page.)"""
        end = time.monotonic() + seconds
        while time.monotonic() < end:
            if value := (page or self.page).evaluate(expression):
                return value
            time.sleep(0.04)
        raise AssertionError(f"never true: {expression}")

    def say(self, setting: str, words: str, within: str = "motion-sentence"):
        """Touches a word of the sentence that is shown, and finds by typing what it shall be; a number is typed."""
        self.page.click(f"{within} .word[data-setting={setting}]")
        number = self.page.locator(f"{within} .number .field")
        if number.count():
            number.fill(words)
        else:
            self.page.fill(f"{within} .finder", words)
        self.page.keyboard.press("Enter")
        self.settled()
        if self.page.locator(f"{within} .sentence-panel").count():
            self.page.keyboard.press("Escape")

    def build(self, *words: str):
        """Asks for builds of what is selected and types: how they shall be, and last what they do."""
        self.page.keyboard.press("b")
        for one in words:
            self.page.keyboard.type(one)
            self.page.keyboard.press("Enter")
        self.page.wait_for_selector(".asking", state="detached")
        self.settled()

    def said(self, within: str = "motion-sentence") -> str:
        """The sentence that is shown, once it is that of what is shown."""
        self.until(f"(s => s?.said && s.asked === s.told)(document.querySelector('{within}'))")
        return self.page.inner_text(f"{within} .sentence")

    def settled(self, page: Page | None = None):
        """Waits until every edit has been kept."""
        self.until("ritornel.store.settled && !ritornel.store.trying", page)

    def length(self) -> int:
        """The length that the header shows, in ms."""
        return int(self.page.get_attribute("#length", "data-ms"))

    def drag(
        self, selector: str, dx: float, dy: float = 0, hold: str = "", at: tuple[float, float] = (0.5, 0.5), let_go=True
    ):
        box = self.page.locator(selector).first.bounding_box()
        x, y = box["x"] + box["width"] * at[0], box["y"] + box["height"] * at[1]
        self.drag_between((x, y), (x + dx, y + dy), hold, let_go)

    def drag_between(self, start: tuple[float, float], end: tuple[float, float], hold: str = "", let_go: bool = True):
        """From one point of the page to another, by the pointer, with a key held."""
        if hold:
            self.page.keyboard.down(hold)
        self.page.mouse.move(*start)
        self.page.mouse.down()
        self.page.mouse.move(*end, steps=8)
        if let_go:
            self.page.mouse.up()
        if hold:
            self.page.keyboard.up(hold)

    def on_stage(self, x: float, y: float) -> tuple[float, float]:
        """The page's point for a point in stage units."""
        box = self.page.locator("#stage-over").bounding_box()
        return box["x"] + box["width"] * x / 1280, box["y"] + box["height"] * y / 720

    def files(self, *named: tuple[str, bytes]) -> list[dict]:
        types = {".png": "image/png", ".wav": "audio/wav", ".webm": "video/webm", ".json": "application/json"}
        return [{"name": n, "mimeType": types[Path(n).suffix], "buffer": content} for n, content in named]

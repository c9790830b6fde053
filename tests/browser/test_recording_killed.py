"""Three slides recorded from a file of known words while the server is killed: the right words at the right instants."""

import json
import re
import tempfile
from pathlib import Path
from unittest import TestCase

import numpy as np

from proof.server import PASSWORD, USER, Server, Someone
from ritornel.formats.hearing import heard_in
from ritornel.formats.samples import mono
from tests.browser.base import SOUND_AT_ONCE, browser_with
from tests.made import edits
from tests.speech import made_voice

RATE = 16_000
WORDS = "One lamp burns. Two ships wait. Three bells ring. Four winds blow. Five waves break. Six gulls cry."
NEAR_MS = 150
"""A made device on a busy machine loses samples now and then; words are longer."""

WINDOW_S, STEP_S = 0.8, 0.2
AGAIN_AT = (0.15, 0.35)
"""Shares of the words; it is counted in before one speaks again."""


def offset_of(part: np.ndarray, whole: np.ndarray) -> tuple[float, float]:
    """Where a stretch lies in a sound, in ms, and how like it is what lies there, 0 to 1."""
    count = len(whole) + len(part)
    like = np.fft.irfft(np.fft.rfft(whole, count) * np.conj(np.fft.rfft(part, count)), count)[: len(whole)]
    at = int(np.argmax(like))
    there = whole[at : at + len(part)]
    alike = float(np.dot(there, part[: len(there)]) / (np.linalg.norm(there) * np.linalg.norm(part[: len(there)])))
    return at * 1000 / RATE, alike


def likest(stretch: np.ndarray, whole: np.ndarray) -> tuple[float, float]:
    """Where a stretch begins in a sound, told by that window of it which is most like what lies there: see offset_of."""
    window, step = int(WINDOW_S * RATE), int(STEP_S * RATE)
    found = []
    for first in range(0, max(1, len(stretch) - window), step):
        at, alike = offset_of(stretch[first : first + window], whole)
        found.append((alike, at - first * 1000 / RATE))
    alike, at = max(found)
    return at, alike


class RecordedAndKilled(TestCase):
    def setUp(self):
        folder = tempfile.TemporaryDirectory()
        self.addCleanup(folder.cleanup)
        self.spoken = Path(folder.name) / "spoken.wav"
        self.spoken.write_bytes(made_voice(WORDS, quiet_ms=200).content)
        self.heard = Path(folder.name) / "heard.ogg"
        self.server = Server()
        self.addCleanup(self.server.close)
        self.server.start()
        self.someone = Someone(self.server)
        self.address = self.someone.new_show("Known words")
        more = [{"do": "add-slide"}, {"do": "add-slide"}]
        self.someone.post(f"{self.address}edit", json=edits(0, *more)).raise_for_status()
        flags = (
            SOUND_AT_ONCE,
            f"--use-file-for-fake-audio-capture={self.spoken}",
            "--auto-accept-camera-and-microphone-capture",
        )
        browser = browser_with(flags)
        context = browser.new_context(viewport={"width": 1280, "height": 800}, base_url=self.server.url)
        self.addCleanup(browser.close)
        context.set_default_timeout(60_000)
        self.page = context.new_page()
        self.page.goto("/sign-in")
        self.page.fill("[name=login]", USER)
        self.page.fill("[name=password]", PASSWORD)
        self.page.click("main button")

    def until(self, expression: str):
        self.page.wait_for_selector("html[data-ready]", state="attached")
        for _ in range(600):
            if self.page.evaluate(expression):
                return
            self.page.wait_for_timeout(100)
        raise AssertionError(f"never true: {expression}")

    def spoken_for(self, seconds: float):
        self.until(f"recording.recorder?.fed / recording.devices.microphone.rate > {seconds}")

    def record_three_with_the_server_killed_in_the_second(self) -> list[int]:
        page = self.page
        page.goto(f"{self.address}record")
        self.until("recording.state === 'ready'")
        page.select_option("select[aria-label='What is kept']", "both")
        self.until("recording.devices.camera?.stream && recording.state === 'ready'")
        page.keyboard.press("Space")
        self.until("recording.state === 'running'")
        self.spoken_for(3)
        page.keyboard.press("Space")
        self.came_at = page.evaluate("performance.now()")
        self.spoken_for(4)
        self.server.kill()
        self.spoken_for(6)
        page.keyboard.press("Space")
        self.spoken_for(7)
        self.server.start()
        self.spoken_for(8.5)
        told = page.evaluate("recording.recorder.state.anchors.map(([voice]) => voice)")
        page.keyboard.press("Enter")
        self.until("recording.state === 'ready'")
        self.until("recording.ledger.slides.every((one) => one.passages.length === 1 && one.passages[0].chosen)")
        return told

    def record_the_second_again(self, turn_ms: float):
        """At another place of the words, which come again each ``turn_ms``: about half of them later."""
        page = self.page
        page.click(".ledger-row >> nth=1")
        turn = f"((performance.now() - {self.came_at}) % {turn_ms})"
        self.until(f"{turn} > {turn_ms * AGAIN_AT[0]} && {turn} < {turn_ms * AGAIN_AT[1]}")
        page.keyboard.press("a")
        self.until("recording.state === 'running'")
        self.spoken_for(2.5)
        page.keyboard.press("Space")
        self.until("recording.state === 'ready' && recording.ledger.slides[1].passages[1]?.ready")
        page.click("text=Choose what was just recorded")
        self.until("recording.ledger.slides[1].passages[1].chosen")

    def published(self) -> dict:
        page = self.page
        page.goto(self.address)
        page.wait_for_selector("html[data-ready]", state="attached")
        page.click("text=Publish")
        page.click(".way-row button:text-is('Publish')")
        page.wait_for_selector("article a[href*='/e/']")
        address = page.locator("a[href*='/e/']").first.get_attribute("href")
        text = self.someone.get(address).text
        play = json.loads(re.search(r'<script id="page" type="application/json">(.*?)</script>', text, re.S)[1])["play"]
        play["slides"] |= self.someone.get(f"{address}slides").json()["slides"]
        return play

    def test_each_slide_of_the_edition_says_what_was_said_there(self):
        anchors = self.record_three_with_the_server_killed_in_the_second()
        file = mono(self.spoken, RATE)
        self.record_the_second_again(len(file) * 1000 / RATE)
        play = self.published()
        whole = np.concatenate([file] * 8)  # it is spoken again and again
        found = []
        for name, _, length, *_ in play["order"]:
            (span,) = (s for s in play["slides"][name]["score"]["spans"] if s["source"] == "narration")
            self.heard.write_bytes(self.someone.get(play["assets"][span["asset"]]["url"]).content)
            stretch = mono(self.heard, RATE)[int(span["from"] * RATE / 1000) :][: int(length * RATE / 1000)]
            at, alike = likest(stretch, whole)
            self.assertGreater(alike, 0.5, name)
            found.append((at - span["start"], length))
        (first, lasts), (second, _), (third, _) = found
        self.assertAlmostEqual(lasts, anchors[1] - anchors[0], delta=NEAR_MS)
        turn = len(file) * 1000 / RATE
        off = (third - first - (anchors[2] - anchors[0])) % turn
        self.assertLess(min(off, turn - off), 2 * NEAR_MS, "the third says what was said then")
        off = (second - first - (anchors[1] - anchors[0])) % turn
        self.assertGreater(min(off, turn - off), NEAR_MS, "the second was said again, at another time")
        self.assertGreater(len(heard_in(self.heard, WORDS).words), 2)
        self.assertEqual(self.server.traces(), [])

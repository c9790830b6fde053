"""The Publish page: a film by its sentence, watched while it is made, stopped, gone on with, fetched."""

import io
import shutil
from unittest.mock import patch

import av

from ritornel.films import making
from ritornel.jobs import running
from ritornel.shows.models import Show
from tests.browser.base import BrowserCase
from tests.made import slide
from tests.web.test_films import made_here


class WaysOut(BrowserCase):
    def setUp(self):
        super().setUp()
        self.enterContext(patch.object(making, "done_apart", made_here))
        for room in (running, making):
            self.enterContext(patch.object(room, "enqueue"))
        shutil.rmtree(making.films_folder(), ignore_errors=True)

    def opened(self) -> Show:
        slides = [
            slide(id=f"s{n}", title=f"Part {n}", hold=400, script="Said." if n else "", transition={"type": "cut"})
            for n in range(3)
        ]
        row = self.keep(
            {
                "title": "The lamp",
                "slides": slides,
                "chapters": [
                    {"id": "a", "title": "First", "first": "s0"},
                    {"id": "b", "title": "Second", "first": "s1"},
                ],
            }
        )
        self.page.goto(f"/shows/{row.pk}/publish")
        self.page.wait_for_selector("html[data-films]", state="attached")
        return row

    def set(self, name: str, label: str):
        self.page.select_option(f"[data-set={name}]", label=label)

    def test_a_film_is_asked_for_by_its_sentence_and_fetched(self):
        self.opened()
        self.set("of", "chapter 2, “Second”")
        self.set("lines", "854 × 480")
        self.until("ways.costs && document.querySelector('.way-cost')")
        self.page.click("[data-way=film] button")
        self.page.wait_for_selector("[data-state=making]")
        running.work_on_next()
        self.until("ways.films[0].made === 1")
        self.assertIn("1 of", self.page.inner_text("[data-state=making] .way-cost"))
        self.page.reload()
        self.page.wait_for_selector("[data-state=making]")
        while running.work_on_next():
            pass
        self.page.wait_for_selector("[data-state=made]")
        self.assertIn("chapter “Second”, 854 × 480 at 30", self.page.inner_text("[data-state=made]"))
        with self.page.expect_download() as fetched:
            self.page.click("[data-state=made] a")
        with av.open(io.BytesIO(fetched.value.path().read_bytes())) as container:
            self.assertEqual(container.streams.video[0].height, 480)
        self.page.click("[data-state=made] button")
        self.page.wait_for_selector("[data-state=made]", state="detached")

    def test_by_keys_alone_stopped_and_gone_on_with(self):
        self.opened()
        self.page.focus("[data-set=lines]")
        self.page.keyboard.press("Home")
        self.until("ways.wished.lines === 480")
        self.page.focus("[data-way=film] button")
        self.page.keyboard.press("Enter")
        self.page.focus("[data-state=making] button")
        self.page.keyboard.press("Enter")
        self.page.wait_for_selector("[data-state=stopped]")
        self.assertFalse(running.work_on_next())
        self.page.focus("[data-state=stopped] button")
        self.page.keyboard.press("Enter")
        self.page.wait_for_selector("[data-state=making]")

    def test_what_a_way_does_not_heed_is_not_in_its_sentence_and_what_cannot_be_made_is_said(self):
        self.opened()
        self.set("kind", "The sound (WAV)")
        self.until("ways.costs?.not")
        self.assertEqual(self.page.locator("[data-way=film] [data-set]").count(), 2)
        self.assertIn("nothing is heard", self.page.inner_text("[data-way=film] .way-cost"))
        self.assertTrue(self.page.is_disabled("[data-way=film] button"))
        self.set("kind", "A moving picture (WebP)")
        self.set("captions", "in the picture")
        self.until("ways.costs && !ways.costs.not")
        self.assertEqual(self.page.evaluate("ways.asked.burnt"), "")

    def test_a_slow_line_and_one_that_is_cut(self):
        self.opened()
        cdp = self.page.context.new_cdp_session(self.page)
        cdp.send("Network.enable")
        slow = {"offline": False, "latency": 600, "downloadThroughput": -1, "uploadThroughput": -1}
        cdp.send("Network.emulateNetworkConditions", slow)
        self.set("lines", "854 × 480")
        self.page.click("[data-way=film] button")
        self.page.wait_for_selector("[data-state=making]")
        cdp.send("Network.emulateNetworkConditions", slow | {"offline": True})
        self.until("document.querySelector('[role=alert]')?.textContent.includes('asked again')")
        cdp.send("Network.emulateNetworkConditions", slow)
        self.until("!document.querySelector('[role=alert]')")

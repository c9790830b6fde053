"""An edition that needs no server: opened from a disk, without network, it asks for nothing, and plays."""

import tempfile
import zipfile
from io import BytesIO
from pathlib import Path

from django.test import Client
from PIL import Image
from playwright.sync_api import Page

from ritornel.publishing import file_views, one_file
from ritornel.shows.models import Show
from tests.browser.base import BrowserCase
from tests.browser.shows import two_slides
from tests.made import clip, step, text
from tests.material import asset


class OneFile(BrowserCase):
    def setUp(self):
        super().setUp()
        self.folder = Path(self.enterContext(tempfile.TemporaryDirectory()))
        self.asked: list[str] = []

    def show(self) -> Show:
        held = self.assets()
        film = clip("film", 3000, asset=held["clip"], x=600, y=300, width=320, height=240)
        picture = {"id": "p", "kind": "picture", "asset": held["picture"], "x": 0, "y": 0, "width": 320, "height": 240}
        play = step("play", "alongside", 0, object="film", kind="play", effect="play")
        one = {
            "id": "one",
            "objects": [film, picture, text("t", "It needs none", x=100, y=560, width=700, height=90)],
            "running_order": [play],
            "hold": 1500,
        }
        two = {"id": "two", "objects": [text("u", "Шхеры, 灯台", x=100, y=100, width=700, height=90)], "hold": 500}
        beds = [{"id": "bed", "asset": held["sound"]}]
        return self.keep(two_slides(slides=[one, two], chapters=[], beds=beds))

    def fetched(self, address: str) -> Path:
        client = Client()
        client.force_login(self.owner)
        answer = client.get(address)
        self.assertEqual(answer.status_code, 200)
        name = answer["Content-Disposition"].split('"')[1]
        path = self.folder / name
        path.write_bytes(b"".join(answer.streaming_content))
        return path

    def opened(self, path: Path) -> Page:
        """A page of a context that has no network, and a list of all that it asks for."""
        context = self.page.context.browser.new_context(viewport={"width": 1280, "height": 800}, offline=True)
        self.addCleanup(context.close)
        page = context.new_page()
        page.on("request", lambda request: self.asked.append(request.url))
        page.on("pageerror", lambda error: self.errors.append(str(error)))
        page.on("console", lambda said: self.errors.append(said.text) if said.type == "error" else None)
        page.goto(path.as_uri())
        page.wait_for_function("window.player?.playhead?.playing")
        return page

    def test_it_plays_from_a_disk_and_asks_for_nothing_but_its_own_parts(self):
        row = self.show()
        page = self.opened(self.fetched(f"/shows/{row.pk}/one-file"))
        page.wait_for_function("player.playhead.time > 700")
        film = "[...document.querySelectorAll('video')].map((one) => [one.readyState, one.currentTime, one.src.slice(0, 5)])"
        page.wait_for_function("[...document.querySelectorAll('video')].some((one) => one.currentTime > 0.3)")
        self.assertEqual([one[2] for one in page.evaluate(film)], ["blob:"])
        self.assertTrue(page.evaluate("document.querySelector('.stage img').naturalWidth > 0"))
        page.wait_for_function("player.playhead.time >= player.stage.play.length", timeout=15_000)
        self.assertEqual(page.inner_text(".stage-layer[data-slide=two]").strip(), "Шхеры, 灯台")
        self.assertTrue(page.evaluate("document.fonts.check('20px IBM Plex Sans')"))
        outside = [url for url in self.asked if not url.startswith(("data:", "blob:", "file:"))]
        self.assertEqual((outside, sum(url.startswith("file:") for url in self.asked)), ([], 1))

    def test_a_plane_is_sharp_in_it_as_it_is_on_the_page(self):
        made = BytesIO()
        Image.effect_noise((3000, 1800), 90).convert("RGB").save(made, "JPEG")
        plan = asset(self.owner, "plan.jpg", made.getvalue())
        on = {"id": "plan", "kind": "picture", "asset": plan.sha256, "width": 3000, "height": 1800, "fit": "fill"}
        arrives = {"id": "to", "kind": "view", "view": "near", "effect": "jump", "trigger": "alongside"}
        near = {"id": "near", "x": 400, "y": 300, "width": 500}
        walk = {"id": "one", "objects": [on], "plane": {"width": 3000, "height": 1800}, "views": [near], "running_order": [arrives], "hold": 60_000}  # fmt: skip
        row = self.keep(two_slides(slides=[walk], chapters=[]))
        page = self.opened(self.fetched(f"/shows/{row.pk}/one-file"))
        page.wait_for_selector(".stage-tiles canvas[data-whole]", state="attached")
        self.assertEqual([url for url in self.asked if url.startswith("http")], [])

    def test_as_a_kiosk_it_goes_on_and_on_and_begins_again_after_an_error(self):
        row = self.keep(
            two_slides(
                slides=[
                    {
                        "id": n,
                        "objects": [text("t", n, x=0, y=0, width=300, height=90)],
                        "hold": 150,
                        "transition": {"type": "cut"},
                    }
                    for n in ("one", "two")
                ],
                chapters=[],
            )
        )
        page = self.opened(self.fetched(f"/shows/{row.pk}/one-file?as=kiosk"))
        self.assertTrue(page.evaluate("document.querySelector('.player').classList.contains('is-bare')"))
        page.evaluate("""() => {
            window.rounds = 0;
            const { playhead } = player;
            const wrapped = playhead.wrapped;
            playhead.wrapped = () => { window.rounds += 1; wrapped(); };
        }""")  # fmt: skip
        page.wait_for_function("rounds >= 10", timeout=20_000)
        nodes = page.evaluate("document.querySelectorAll('*').length")
        page.wait_for_function("rounds >= 20", timeout=20_000)
        self.assertEqual(page.evaluate("document.querySelectorAll('*').length"), nodes, "it grows with every round")
        page.evaluate("setTimeout(() => { throw new Error('made up'); })")
        page.wait_for_function("window.rounds === undefined && window.player?.playhead?.playing", timeout=20_000)
        self.assertIn("made up", self.errors.pop())

    def test_a_large_one_is_a_folder_with_its_media_beside_it(self):
        row = self.show()
        file_views.MOST_BYTES, held = 1, file_views.MOST_BYTES
        one_file._SMALL_BYTES, small = 1, one_file._SMALL_BYTES
        try:
            path = self.fetched(f"/shows/{row.pk}/one-file")
        finally:
            file_views.MOST_BYTES, one_file._SMALL_BYTES = held, small
        self.assertEqual(path.suffix, ".zip")
        with zipfile.ZipFile(path) as packed:
            packed.extractall(self.folder / "out")
        page = self.opened(self.folder / "out" / "index.html")
        self.assertIn("/out/media/", page.evaluate("document.querySelector('.stage img').src"))
        self.assertTrue(page.evaluate("document.querySelector('.stage img').naturalWidth > 0"))

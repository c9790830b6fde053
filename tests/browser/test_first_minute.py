"""What someone new does in the first minute, on the demo show; and the contract between the core and the page about text."""

import hashlib
import io
import json
import zipfile
from unittest.mock import patch

from ritornel.core.model import Text
from ritornel.core.text.families import FAMILIES
from ritornel.core.text.layout import set_text
from ritornel.shows import in_rows
from ritornel.shows.demo.making import make_demo
from tests.browser.base import PASSWORD, USER, BrowserCase
from tests.files import png, wav
from tests.made import text
from tests.material import examined_here

EMBEDDING = dict.fromkeys((0x202B, 0x202C))  # what says that words run from right to left, taken out
LINES = [
    "Four tons of glass, afloat in mercury: To AVATAR, Wow!",
    "Skarholm fyr – “åtte blink” på ærlig fjell, Žižka & Łódź",
    "fi fl ffi 0123456789 — … ‘quoted’",
]


class FirstMinute(BrowserCase):
    def test_play_the_demo_move_a_build_see_the_length_change(self):
        self.owner.delete()
        talk = next(row for row in make_demo() if row.title == "How the lamp turns")
        self.page.goto("/sign-in")
        self.page.fill("[name=login]", USER)
        self.page.fill("[name=password]", PASSWORD)
        self.page.click("main button")
        self.page.click("text=How the lamp turns")
        self.ready()
        self.page.keyboard.press("Space")
        self.until("ritornel.stage.time > 2200")
        self.page.keyboard.press("Space")
        title = "document.querySelector('#stage [data-key=welcome-title]').style"
        self.assertGreater(float(self.page.evaluate(f"{title}.opacity")), 0)
        before = self.length()
        scale = self.page.evaluate("ritornel.timeline.scale")
        self.drag(".tl-build[data-step=b2]", 90, hold="Alt")
        self.settled()
        self.assertAlmostEqual(self.length() - before, 90 / scale, delta=3)
        self.page.reload()
        self.ready()
        self.assertGreater(self.length(), before)
        self.page.click("[data-act=undo]")
        self.until(f"Number(document.querySelector('#length').dataset.ms) === {before}")
        self.assertEqual(in_rows.load(talk).slides[0].waits, {})


class TextInThePage(BrowserCase):
    """The page draws each line as wide as the core computed it: what the film and the files will show too."""

    def check(self, *lines: str, **style):
        self.compare(text("t", *(lines or LINES), x=40, y=40, width=700, height=600, **style))

    def compare(self, *texts: dict):
        row = self.keep({"title": "T", "slides": [{"id": "one", "objects": texts}]})
        page = self.open_desk(row)
        page.evaluate("document.fonts.ready")
        drawn = page.evaluate(
            """[...document.querySelectorAll('#stage text')].map((t) => [t.textContent, t.getComputedTextLength()])"""
        )
        things = [o for o in in_rows.load(row).slides[0].objects if isinstance(o, Text)]
        expected = [(line.text, line.width) for o in things for paragraph in set_text(o) for line in paragraph.lines]
        self.assertEqual([words.translate(EMBEDDING) for words, _ in drawn], [words for words, _ in expected])
        for (words, seen), (_, computed) in zip(drawn, expected, strict=True):
            self.assertAlmostEqual(seen, computed, delta=max(0.5, computed * 0.002), msg=words)

    def test_plex_sans(self):
        self.check(size=40)

    def test_plex_sans_bold(self):
        self.check(size=33, weight=600)

    def test_fraunces(self):
        self.check(font="fraunces", size=52)

    def test_fraunces_italic_and_bold(self):
        self.check(font="fraunces", size=40, italic=True)
        self.check(font="fraunces", size=28, weight=600)

    def test_every_family_and_what_stands_in_for_scripts_that_it_lacks(self):
        lines = ("Four tons of glass", "Λάμπα και φακός", "Маяк и линза", "灯台の光", "עששית", "منارة")
        self.compare(*(text(font, *lines, x=40, y=40, width=700, height=600, font=font, size=40) for font in FAMILIES))


class UploadsThatAreCutOff(BrowserCase):
    PIECE = 60_000

    def begin(self) -> bytes:
        """Begins to send a file; after three pieces the line is cut."""
        content = wav(4.0, 48_000)
        self.open_desk(self.keep({"title": "T", "slides": [{"id": "one"}, {"id": "two"}]}))
        sent: list[str] = []
        self.page.route("**/library/uploads/**", lambda route: self.cut(route, sent))
        self.choose(content)
        self.page.wait_for_selector(".desk-notice:has-text('no line to the server, trying again')")
        self.assertEqual(len(sent), 3)
        return content

    def line_is_back(self) -> list[str]:
        pieces: list[str] = []
        self.page.on("request", lambda r: pieces.append(r.url) if r.method == "PUT" else None)
        self.page.unroute("**/library/uploads/**")
        return pieces

    def missing(self, content: bytes) -> int:
        return -(-len(content) // self.PIECE) - 3

    def test_it_goes_on_when_the_line_is_back_and_lands_where_it_was_meant_to(self):
        with self.settings(UPLOAD_PIECE_BYTES=self.PIECE):
            content = self.begin()
            self.page.keyboard.press("PageDown")
            pieces = self.line_is_back()
            self.until("ritornel.store.kept.slides.one.document.objects.length === 1")
            self.assertEqual(len(set(pieces)), self.missing(content))
            self.assertEqual(self.page.evaluate("ritornel.store.slide.document.objects.length"), 0)
            self.page.wait_for_selector(".desk-notice", state="detached")

    def test_choosing_the_file_again_goes_on_where_it_was_stopped(self):
        with self.settings(UPLOAD_PIECE_BYTES=self.PIECE):
            content = self.begin()
            self.page.click(".desk-notice >> text=Stop")
            self.page.wait_for_selector(".desk-notice:has-text('choose it again')")
            pieces = self.line_is_back()
            self.choose(content)
            self.until("ritornel.store.slide.document.objects.length === 1")
            self.assertEqual(len(pieces), self.missing(content))

    def cut(self, route, sent: list[str]):
        """Lets three pieces through; then the line is cut."""
        if route.request.method == "PUT" and len(sent) >= 3:
            route.abort()
            return
        if route.request.method == "PUT":
            sent.append(route.request.url)
        route.continue_()

    def choose(self, content: bytes):
        with self.page.expect_file_chooser() as chosen:
            self.page.click("[data-act=sound]")
        path = self.folder / "sea.wav"
        if not path.exists():
            path.write_bytes(content)
        chosen.value.set_files(path)


class DocumentsOnTheirWayIn(BrowserCase):
    """A document whose media take a while to be looked through."""

    def test_it_says_how_far_it_is_and_opens_the_desk(self):
        sounds = [wav(0.2 + n / 10) for n in range(3)]
        ids = [hashlib.sha256(s).hexdigest() for s in sounds]
        document = {
            "title": "Foghorns",
            "slides": [{"objects": [{"kind": "sound", "asset": i} for i in ids]}],
            "assets": [{"id": i, "kind": "sound", "name": f"horn {n}.wav"} for n, i in enumerate(ids)],
        }
        held = io.BytesIO()
        with zipfile.ZipFile(held, "w") as archive:
            archive.writestr("show.ritornel.json", json.dumps(document))
            for asset_id, content in zip(ids, sounds, strict=True):
                archive.writestr(f"media/{asset_id}.wav", content)
        later = [None, None, None]

        def slowly(*asked):
            return later.pop() if later else examined_here(*asked)

        with patch("ritornel.library.taking_in.examined", slowly), patch("ritornel.lobby.views.PATIENCE_S", 0.05):
            file = {"name": "foghorns.zip", "mimeType": "application/zip", "buffer": held.getvalue()}
            self.page.goto("/")
            self.page.set_input_files("[name=document]", files=[file])
            self.page.wait_for_url("**/arrivals/**")
            self.assertIn("Taking in foghorns.zip", self.page.inner_text("h1"))
            self.ready()
        self.assertEqual(self.page.input_value("#title"), "Foghorns")

    def test_a_picture_that_takes_a_while_arrives_all_the_same(self):
        row = self.keep({"slides": [{"id": "one"}]})
        self.open_desk(row)
        later = [None, None]

        def slowly(*asked):
            return later.pop() if later else examined_here(*asked)

        with patch("ritornel.library.taking_in.examined", slowly):
            with self.page.expect_file_chooser() as chosen:
                self.page.click("text=Pictures…")
            chosen.value.set_files(self.files(("mast.png", png())))
            self.page.click("text=Make slides")
            self.until("ritornel.store.kept.order.length === 1 && ritornel.store.slide.document.objects.length === 1")
        self.assertEqual(later, [])

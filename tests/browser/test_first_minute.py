"""What someone new does in the first minute, on the demo show; and the contract between the core and the page about text."""

from ritornel.core.model import Text
from ritornel.core.text.layout import set_text
from ritornel.shows import keeping
from ritornel.shows.demo.making import make_demo
from tests.browser.base import PASSWORD, USER, BrowserCase
from tests.made import text

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
        self.page.fill("[name=username]", USER)
        self.page.fill("[name=password]", PASSWORD)
        self.page.click("main button")
        self.page.click("text=How the lamp turns")
        self.ready()
        self.page.keyboard.press("Space")
        self.until("ritornel.stage.time > 2200")
        self.page.keyboard.press("Space")
        title = "document.querySelector('#stage [data-key=title]').style"
        self.assertGreater(float(self.page.evaluate(f"{title}.opacity")), 0)
        before = self.length()
        self.drag(".tl-build[data-step=b2]", 90, hold="Alt")
        self.settled()
        self.assertAlmostEqual(self.length() - before, 90 / self.page.evaluate("ritornel.timeline.scale"), delta=3)
        self.page.reload()
        self.ready()
        self.assertGreater(self.length(), before)
        self.page.click("#undo")
        self.until(f"Number(document.querySelector('#length').dataset.ms) === {before}")
        self.assertEqual(keeping.load(talk).slides[0].waits, {})


class TextInThePage(BrowserCase):
    """The page draws each line as wide as the core computed it: what the film and the files will show too."""

    def check(self, **style):
        document = text("t", *LINES, x=40, y=40, width=700, height=600, **style)
        row = self.keep({"title": "T", "slides": [{"id": "one", "objects": [document]}]})
        page = self.open_desk(row)
        page.evaluate("document.fonts.ready")
        drawn = page.evaluate(
            """[...document.querySelectorAll('#stage text')].map((t) => [t.textContent, t.getComputedTextLength()])"""
        )
        thing = keeping.load(row).slides[0].objects[0]
        assert isinstance(thing, Text)
        expected = [(line.text, line.width) for paragraph in set_text(thing) for line in paragraph.lines]
        self.assertEqual([words for words, _ in drawn], [words for words, _ in expected])
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


class UploadsThatAreCutOff(BrowserCase):
    def test_choosing_the_file_again_goes_on_where_it_stopped(self):
        from tests.material import wav

        content = wav(4.0, 48_000)
        with self.settings(UPLOAD_PIECE_BYTES=60_000):
            self.open_desk(self.keep({"title": "T", "slides": [{"id": "one"}]}))
            sent: list[str] = []
            self.page.route("**/library/uploads/**", lambda route: self.cut(route, sent))
            self.choose(content)
            self.page.wait_for_selector(".desk-notice:has-text('choose it again')", timeout=30_000)
            self.page.unroute("**/library/uploads/**")
            self.assertEqual(len(sent), 3)
            again: list[str] = []
            self.page.on("request", lambda r: again.append(r.url) if r.method == "PUT" else None)
            self.choose(content)
            self.until("ritornel.store.slide.doc.objects.length === 1")
            self.assertEqual(len(again), -(-len(content) // 60_000) - 3)

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
            self.page.click("[data-act='Sound…']")
        path = self.folder / "sea.wav"
        if not path.exists():
            path.write_bytes(content)
        chosen.value.set_files(path)

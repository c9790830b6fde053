"""From pictures to a published edition, as a person does it."""

from ritornel.publishing.models import Edition
from ritornel.shows.models import Show
from tests.browser.base import BrowserCase
from tests.files import png, wav, webm

DROP = """async (files) => {
  const data = new DataTransfer();
  for (const { name, mimeType, bytes } of files) data.items.add(new File([new Uint8Array(bytes)], name, { type: mimeType }));
  const target = document.querySelector(".timeline");
  for (const type of ["dragover", "drop"]) {
    target.dispatchEvent(new DragEvent(type, { bubbles: true, cancelable: true, dataTransfer: data }));
  }
}"""


class Journey(BrowserCase):
    def test_from_pictures_to_a_link_that_plays_by_itself(self):
        page = self.page
        page.goto("/")
        page.fill("[name=title]", "A small light")
        page.click("text=New show")
        self.ready()
        self.drop_pictures()
        self.build_and_drag()
        self.add_clip()
        self.play()
        self.rehearse()
        self.publish_and_watch()

    def drop_pictures(self):
        page = self.page
        files = self.files(
            ("page 10.png", png("#a03030")), ("page 2.png", png("#30a030")), ("page 1.png", png("#3030a0"))
        )
        page.evaluate(DROP, [{**f, "bytes": list(f.pop("buffer"))} for f in files])
        page.fill("#picture-hold", "2")
        self.say("what", "pushWipe fromRight", "dialog motion-sentence")
        page.click("text=Make slides")
        self.until("ritornel.store.kept.order.length === 3")
        self.settled()
        titles = page.evaluate("ritornel.store.kept.order.map(([id]) => ritornel.store.kept.briefs[id].title)")
        self.assertEqual(titles, ["Page 1", "Page 2", "Page 10"])
        self.assertEqual(self.length(), 3 * (900 + 2000))
        self.assertEqual(page.inner_text("#length"), "0:08")

    def build_and_drag(self):
        """Two gestures build the picture; dragging the build moves the header's length by as much, while it lasts."""
        page = self.page
        self.until("ritornel.store.slide?.nodes.length === 1 && ritornel.arranging.ready")
        page.mouse.click(*self.on_stage(640, 360))
        self.until("ritornel.store.objects.size === 1")
        page.keyboard.press("b")
        page.click(".asking .choice:has-text('fades in')")
        page.wait_for_selector(".tl-build")
        self.settled()
        before = self.length()
        self.assertEqual(before, 3 * 2900 + 1500 + 600)
        by = round(80 / page.evaluate("ritornel.timeline.scale"))
        self.drag(".tl-build", 80, hold="Alt", let_go=False)
        self.until(f"Number(document.querySelector('#length').dataset.ms) > {before}")
        page.mouse.up()
        self.settled()
        self.assertAlmostEqual(self.length() - before, by, delta=2)
        page.click("[data-act=undo]")
        self.until(f"Number(document.querySelector('#length').dataset.ms) === {before}")

    def add_clip(self):
        page = self.page
        page.keyboard.press("Escape")
        with page.expect_file_chooser() as chosen:
            page.click("[data-act=clip]")
        chosen.value.set_files(self.files(("turn.webm", webm(4.0))))
        page.wait_for_selector(".trim")
        page.fill("input[aria-label='In point']", "1.5")
        page.keyboard.press("Tab")
        page.check("text=wait for its end")
        self.settled()
        thing = page.evaluate("ritornel.store.slide.document.objects.at(-1)")
        self.assertEqual((thing["kind"], thing["in"], thing["waited_for"]), ("clip", 1500, True))
        with page.expect_file_chooser() as chosen:
            page.click("text=Pace and beds")
            page.click("#choose-bed")
        chosen.value.set_files(self.files(("sea.wav", wav(3.0))))
        self.until("ritornel.store.kept.bed_spans.length === 1")
        page.click("dialog >> text=Close")

    def play(self):
        page = self.page
        page.keyboard.press("Home")
        self.until("ritornel.stage.time > 1600")
        self.assert_in_step()
        page.keyboard.press("Space")

    def rehearse(self):
        page = self.page
        page.click("text=Rehearse")
        page.wait_for_selector("#give:has-text('Begin')")
        page.keyboard.press("Space")
        for words in ("Cue 1", "Next slide", "Next slide", "End the show"):
            page.wait_for_selector(f"#give:has-text('{words}')")
            page.wait_for_timeout(350)
            page.keyboard.press("Space")
        page.wait_for_url("**/takes/*")
        self.assertEqual(page.locator("tbody tr").count(), 3)
        page.click("text=Leave the show as it is")
        self.ready()

    def publish_and_watch(self):
        page = self.page
        page.click("text=Publish")
        page.click(".way-row button:text-is('Publish')")
        link = page.input_value("[aria-label=Link]")
        context = self.new_context()
        viewer = self.new_page(context)
        viewer.goto(link)
        self.until("window.player?.playhead.time > 300", viewer)
        self.assertEqual(context.cookies(), [])
        playing = "(() => { const v = document.querySelector('video'); return v && !v.paused && v.currentTime; })()"
        self.assertAlmostEqual(self.until(playing, viewer), 1.5, delta=0.7)  # looked at late where the machine is slow
        self.until("player.playhead.time > player.stage.play.order[1][1] + 950", viewer, seconds=20)
        shown = viewer.evaluate(
            "[...document.querySelectorAll('.stage-layer')].filter((l) => l.style.visibility === 'visible').length"
        )
        self.assertEqual(shown, 1)
        context.close()

    def test_fifteen_pictures_and_music_are_a_looping_show_in_five_gestures(self):
        page = self.page
        page.goto("/")
        page.click("text=New show")  # 1
        self.ready()
        colours = [f"#{20 + n:02x}{40 + 8 * n:02x}70" for n in range(15)]
        pictures = [(f"winter {n}.png", png(colour)) for n, colour in enumerate(colours, 1)]
        self.dropped(*pictures, ("bells.wav", wav(2.0)))  # 2
        page.wait_for_selector("dialog :text('“bells.wav” lies under the show')")
        page.click("text=Make slides")  # 3
        self.until("ritornel.store.kept.order.length === 15 && ritornel.store.kept.show.beds.length === 1")
        self.settled()
        self.assertEqual(self.length(), 15 * (800 + 4000))
        self.assertEqual(page.locator("dialog").count(), 0)
        page.click("text=Publish")  # 4
        page.click(".way-row button:text-is('Publish')")  # 5
        page.wait_for_selector("article:has-text('begins again')")
        edition = Edition.objects.get()
        self.assertTrue(edition.loops)
        self.assertEqual(len(edition.assets), 16)

    def test_music_that_comes_with_pictures_takes_no_beds_place_unasked(self):
        sound = self.assets()["sound"]
        self.open_desk(self.keep({"title": "Talk", "slides": [{"id": "one"}], "beds": [{"asset": sound}]}))
        self.dropped(("a.png", png()), ("bells.wav", wav(2.0)))
        self.page.wait_for_selector("dialog >> text=lies under the show")
        self.page.click("text=Make slides")
        self.assertIn("instead of “sea.wav”", self.page.text_content("#bed-place"))
        self.page.click("dialog >> text=Only into the library")
        self.settled()
        self.assertEqual(self.page.evaluate("ritornel.store.kept.show.beds[0].asset"), sound)

    def test_what_is_dropped_together_goes_each_its_own_way(self):
        """A picture and a document of ours: the one becomes a slide, the other a show; what cannot be read is named."""
        page = self.open_desk(self.keep({"title": "Talk", "slides": [{"id": "one", "script": "Words."}]}))
        theirs = b'{"title": "Brought", "slides": [{"id": "a"}]}'
        self.dropped(("a.png", png()), ("theirs.ritornel.json", theirs), ("broken.ritornel.json", b"{"))
        page.click("text=Make slides")
        page.wait_for_selector("#notice :text('theirs.ritornel.json is a show of its own now')")
        self.assertIn("broken.ritornel.json was not taken in", page.inner_text("#notice"))
        self.settled()
        self.assertEqual(page.evaluate("ritornel.store.kept.order.length"), 2)
        self.assertEqual(Show.objects.filter(title="Brought").count(), 1)

    def dropped(self, *files: tuple[str, bytes]):
        given = self.files(*files)
        self.page.evaluate(DROP, [{**f, "bytes": list(f.pop("buffer"))} for f in given])

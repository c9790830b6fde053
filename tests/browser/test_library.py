"""The library by real hands: whose things are, another in one's place, found and fetched outside, kept through cuts."""

import threading

from django.test import override_settings

from ritornel.library.models import Asset, Fetch
from ritornel.shows import in_rows
from standins.collection.server import Collection
from tests.browser.test_accessibility import Axe
from tests.files import png, wav
from tests.material import asset, in_background


class Library(Axe):
    def setUp(self):
        super().setUp()
        self.shelf = Collection(moody=False)
        threading.Thread(target=self.shelf.serve_forever, args=(0.02,), daemon=True).start()
        self.enterContext(override_settings(COLLECTION=self.shelf.address))
        self.snow = asset(self.owner, "first snow.png", png(), credit="Aure Lindvik", licence="CC BY 4.0")
        self.dusk = asset(self.owner, "dusk.png", png("#402030"))
        asset(self.owner, "bells.wav", wav(1.0))
        picture = {"id": "p", "kind": "picture", "asset": self.snow.sha256, "width": 600, "height": 400}
        self.row = self.keep({"title": "Winter", "slides": [{"id": "one", "objects": [picture]}]})

    def tearDown(self):
        super().tearDown()
        self.shelf.shutdown()
        self.shelf.server_close()

    def library(self, asked: str = ""):
        self.page.goto(f"/library/{asked}")
        self.ready()

    def shown(self) -> tuple[str, float, str]:
        self.settled()
        self.row.refresh_from_db()
        thing = in_rows.load(self.row).slides[0].objects[0]
        return thing.asset, thing.width, thing.lineage

    def test_a_picture_is_exchanged_in_place_chosen_pasted_or_dropped_and_found_outside_in_the_same_field(self):
        self.open_desk(self.row)
        self.page.mouse.click(*self.on_stage(300, 200))
        self.until("ritornel.store.objects.size === 1")
        before = self.shown()
        self.page.keyboard.press("Shift+I")
        self.page.keyboard.type("dusk")
        self.page.keyboard.press("Enter")
        self.page.wait_for_selector("dialog", state="detached")
        self.assertEqual(self.shown(), (self.dusk.sha256, *before[1:]))
        self.page.keyboard.press("Shift+I")
        self.page.keyboard.type("sea")
        self.page.click("dialog .choose-grid >> nth=1 >> .choose-one >> nth=0")
        self.page.wait_for_selector("dialog", state="detached")
        fetched = Asset.objects.exclude(licence="").exclude(pk=self.snow.pk).get(kind="picture")
        self.assertEqual(self.shown(), (fetched.sha256, *before[1:]))
        for how in ("paste", "drop"):
            self.page.evaluate(
                """async ([how, bytes]) => {
                  const transfer = new DataTransfer();
                  transfer.items.add(new File([new Uint8Array(bytes)], `${how}.png`, { type: "image/png" }));
                  const target = how === "paste" ? document.body : document.querySelector(".selection");
                  const event = how === "paste" ? new ClipboardEvent("paste", { clipboardData: transfer, bubbles: true, cancelable: true })
                    : new DragEvent("drop", { dataTransfer: transfer, bubbles: true, cancelable: true });
                  target.dispatchEvent(event);
                }""",
                [how, list(png("#123456" if how == "paste" else "#654321"))],
            )
            self.until(
                f"ritornel.store.kept.assets[ritornel.store.kept.slides.one.document.objects[0].asset]?.name === '{how}.png'"
            )
            self.assertEqual(self.shown()[1:], before[1:])
        self.assertEqual(len(in_rows.load(self.row).slides[0].objects), 1)

    def test_a_sound_is_heard_before_it_is_chosen(self):
        self.open_desk(self.row)
        self.page.keyboard.press("s")
        self.page.click("dialog .choose-hear")
        self.page.wait_for_selector("dialog .choose-hear:has-text('Stop')")
        self.page.keyboard.press("Escape")
        self.page.wait_for_selector("dialog", state="detached")

    def test_what_is_written_is_kept_and_what_is_refused_stays_written(self):
        self.library()
        dusk = self.page.locator(f"[data-asset='{self.dusk.sha256}']")
        dusk.locator("[name=credit]").fill("Teuva Ekholt")
        self.page.keyboard.press("Tab")
        self.until("document.getElementById('announce').textContent === 'Kept'")
        self.dusk.refresh_from_db()
        self.assertEqual(self.dusk.credit, "Teuva Ekholt")
        dusk.locator("[name=name]").fill(" ")
        self.page.keyboard.press("Tab")
        self.page.wait_for_selector("#notice :text('A name is wanted')")
        self.page.context.set_offline(True)
        dusk.locator("[name=licence]").fill("CC0 1.0")
        self.page.keyboard.press("Tab")
        self.page.wait_for_selector("#notice :text('no line to the server')")
        self.page.context.set_offline(False)
        self.page.wait_for_selector("#notice :text('no line to the server')", state="detached")
        self.dusk.refresh_from_db()
        self.assertEqual(self.dusk.licence, "CC0 1.0")

    def test_another_stands_in_its_place_by_two_gestures_and_a_used_one_is_deleted_with_a_warning(self):
        self.library()
        self.page.click(f"[data-asset='{self.snow.sha256}'] [data-act=replace]")
        self.check_now("choosing what takes its place")
        self.page.click("dialog button:has-text('dusk.png')")
        self.page.wait_for_selector("#notice :text('“Winter” 1')")
        self.row.refresh_from_db()
        self.assertEqual(in_rows.load(self.row).slides[0].objects[0].asset, self.dusk.sha256)
        self.page.wait_for_selector(f"[data-asset='{self.snow.sha256}'] .holding-used:has-text('not used')")
        said = []
        self.page.once("dialog", lambda dialog: (said.append(dialog.message), dialog.dismiss()))
        self.page.click(f"[data-asset='{self.dusk.sha256}'] [data-act=delete]")
        while not said:
            self.page.wait_for_timeout(40)
        self.assertIn("“Winter” 1", said[0])
        self.page.click(
            f"[data-asset='{self.snow.sha256}'] [data-act=delete]"
        )  # this one no show uses: nothing is asked
        self.page.wait_for_selector(f"[data-asset='{self.snow.sha256}']", state="detached")
        self.assertEqual(Asset.objects.filter(kind="picture").get(), self.dusk)

    def test_found_outside_and_taken_by_keys_with_whose_it_is(self):
        self.library()
        self.page.focus("#outside-words")
        self.page.keyboard.type("sea")
        self.page.keyboard.press("Enter")
        self.page.wait_for_selector(".outside-list li")
        self.page.focus(".outside-list button >> nth=0")
        self.page.keyboard.press("Enter")
        self.page.wait_for_selector("#holdings .holding [name=name][value='Fog on the sound.jpg']")
        self.assertEqual(self.page.input_value("#holdings .holding >> nth=0 >> [name=credit]"), "Aure Lindvik")
        self.check_now("library with things found outside")
        self.page.fill("#outside-words", "http://10.1.2.3/a.png")
        self.page.keyboard.press("Enter")
        self.page.wait_for_selector("#notice :text('private network')")
        self.assertEqual(self.page.input_value("#outside-words"), "http://10.1.2.3/a.png")

    def test_what_is_slow_tells_how_far_it_is_goes_on_after_a_reload_and_is_stopped(self):
        self.enterContext(in_background())
        self.shelf.moody, self.shelf.drip_s = True, 0.8
        self.library()
        self.page.fill("#outside-words", f"{self.shelf.address}/files/three-skerries.jpg")
        self.page.keyboard.press("Enter")
        self.page.wait_for_selector("#coming progress")
        self.library()
        self.page.wait_for_selector("#coming progress")
        self.page.wait_for_selector("#holdings .holding [name=name][value='three-skerries.jpg']")
        self.page.fill("#outside-words", f"{self.shelf.address}/files/rain-on-slate.ogg")
        self.page.keyboard.press("Enter")
        self.page.wait_for_selector("#coming progress")
        self.page.click("#coming button:has-text('Stop')")
        self.page.wait_for_selector("#coming progress", state="detached")
        self.until("document.querySelectorAll('#coming p').length === 0")
        for _ in range(40):
            if not (left := Fetch.objects.filter(asset=None).count()):
                break
            self.page.wait_for_timeout(100)
        self.assertEqual(left, 0)

    def test_a_slide_of_credits_says_itself(self):
        self.open_desk(self.row)
        self.page.keyboard.press("Shift+c")
        self.until("ritornel.store.shown.order.length === 2 && ritornel.store.settled")
        words = "ritornel.store.slide.document.objects.flatMap((o) => (o.tells ? o.paragraphs.map((p) => p.text) : []))"
        self.assertEqual(self.page.evaluate(words), ["First snow: Aure Lindvik, CC BY 4.0"])
        line = "ritornel.store.slide.document.objects.find((o) => o.tells).id"
        self.page.evaluate(f"ritornel.store.select('objects', [{line}])")
        self.page.wait_for_selector("#book-sheet :text('says the credits by itself')")
        Asset.objects.filter(pk=self.snow.pk).update(credit="M. Brantholm")
        self.page.reload()
        self.ready()
        self.page.evaluate("ritornel.store.focusSlide(ritornel.store.shown.order[1][0])")
        self.until("ritornel.store.slide")
        self.assertEqual(self.page.evaluate(words), ["First snow: M. Brantholm, CC BY 4.0"])
        self.library(f"?used={self.row.pk}")
        self.page.wait_for_selector("section[aria-label=Credits] >> text=First snow: M. Brantholm, CC BY 4.0")

"""Captions by real hands: dragged, written in another language, brought from a file, shown to an audience."""

from ritornel.publishing.editions import publish
from tests.browser.counting import CountingCase
from tests.browser.test_accessibility import Axe

SCRIPT = "Four tons of glass, and nobody hears a thing. [1] All of it floats in a trough of mercury."
VTT = "WEBVTT\n\n00:00.500 --> 00:02.000\nEleven ships.\n\n00:02.500 --> 00:04.500\nOne winter.\n"
DROP = """([name, text]) => {
  const transfer = new DataTransfer();
  transfer.items.add(new File([text], name, { type: "text/vtt" }));
  document.querySelector(".desk").dispatchEvent(new DragEvent("drop", { dataTransfer: transfer, bubbles: true, cancelable: true }));
}"""
SHOWN = "document.querySelector('#stage .captions:not([hidden])')?.innerText.replace('\\n', ' ')"


class WrittenCaptions(CountingCase, Axe):
    def talk(self):
        slides = [{"id": "one", "title": "The bath", "script": SCRIPT}, {"id": "two", "title": "After"}]
        self.row = self.keep({"title": "Talk", "slides": slides})
        self.open_desk(self.row)
        self.until("ritornel.store.slide?.captions.length")

    def captions(self) -> list:
        self.settled()
        return self.page.evaluate("ritornel.store.slide.captions")

    def test_one_is_drawn_longer_and_moved_by_keys_and_computed_again(self):
        self.talk()
        before = self.captions()
        end = self.page.locator("[data-caption='0'] [data-end='1']").bounding_box()
        middle = (end["x"] + 3, end["y"] + 9)
        self.drag_between(middle, (middle[0] - 40, middle[1]))
        shorter = self.captions()
        self.assertLess(shorter[0][1], before[0][1] - 100)
        self.assertEqual(shorter[1:], before[1:])
        self.page.focus("[data-caption='1']")
        self.page.keyboard.press("Shift+ArrowRight")
        self.until(f"ritornel.store.settled && ritornel.store.slide.captions[1][0] === {before[1][0] + 1000}")
        self.page.keyboard.press("Shift+t")
        self.page.wait_for_selector("dialog >> text=written by hand")
        self.check_now("captions being written")
        self.page.click("dialog >> text=Let them be computed again")
        self.until("!ritornel.store.slide.document.captions?.en")
        self.assertEqual(self.captions(), before)

    def test_they_are_written_in_another_language_and_seen_in_it(self):
        self.talk()
        self.press("Shift+t")
        self.choose("Language of the captions", "nb")
        self.page.wait_for_selector("dialog >> text=not written yet")
        self.page.fill("[aria-label='Caption 1']", "Fire tonn glass")
        self.page.keyboard.press("Tab")
        self.until("ritornel.store.slide.translated?.nb?.length === 1")
        self.choose("Size of captions", "large")
        self.until("ritornel.store.shown.show.captions.size === 'large'")
        self.page.keyboard.press("Escape")
        self.settled()
        self.page.evaluate("ritornel.stage.scrub(ritornel.store.slide.captions[0][0] + 100)")
        self.page.keyboard.press("Alt+t")
        self.until(f"{SHOWN}?.startsWith('Four tons')")
        self.page.keyboard.press("Alt+t")
        self.until(f"{SHOWN} === 'Fire tonn glass'")
        self.page.keyboard.press("Alt+t")
        self.until(f"!{SHOWN}")

    def test_a_file_of_them_is_script_and_captions_in_two_gestures(self):
        self.talk()
        self.gestures += 1
        self.page.evaluate(DROP, ["skerry.vtt", VTT])
        self.page.wait_for_selector("dialog >> text=2 captions in")
        self.check_now("where captions go")
        self.press("Enter")
        self.until("ritornel.store.slide.document.script === 'Eleven ships. One winter.'")
        self.assertEqual([c[:2] for c in self.captions()], [[500, 2000], [2500, 4500]])
        self.assertLessEqual(self.took(), 2)
        self.page.evaluate(DROP, ["none.vtt", "nothing"])
        self.page.wait_for_selector("#notice >> text=the first line of one is")

    def test_an_audience_turns_them_on_in_the_player_and_a_speaker_in_the_stage_window(self):
        slides = [{"id": "one", "script": SCRIPT, "captions": {"nb": {"lines": [[0, 9000, "Fire tonn"]], "words": ""}}}]
        row = self.keep({"title": "Talk", "slides": slides, "captions": {"place": "head", "ground": "light"}})
        edition = publish(row, loops=False)
        self.page.goto(f"/e/{edition.token}/")
        self.until("window.player?.stage")
        self.page.keyboard.press("c")
        self.until(f"{SHOWN}?.startsWith('Four tons')")
        self.assertEqual(self.page.locator("text=Captions: Norwegian Bokmål").count(), 1)
        self.page.keyboard.press("c")
        self.until(f"{SHOWN} === 'Fire tonn'")
        self.assertTrue(self.page.evaluate("document.querySelector('.captions').classList.contains('is-above')"))
        self.page.keyboard.press("c")
        self.until(f"!{SHOWN}")
        self.open_lectern(row)
        with self.context.expect_page() as opened:
            self.page.keyboard.press("w")
        stage = opened.value
        stage.wait_for_selector("#stage .stage-layer, #stage svg, #stage .stage-slide", state="attached")
        self.until("lectern && document.querySelectorAll('#pace').length")
        self.page.keyboard.press("c")
        self.until(f"{SHOWN}?.startsWith('Four tons')", page=stage)

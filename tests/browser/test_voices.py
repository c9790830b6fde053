"""Voices by real hands: dropped onto slides, heard, cut by their words."""

import re

from ritornel.core.model import Picture
from ritornel.core.score import compile
from ritornel.core.voice.captions import show_captions
from tests.browser.counting import CountingCase
from tests.browser.test_accessibility import Axe
from tests.files import png
from tests.made import step
from tests.material import asset
from tests.speech import made_voice

SCRIPTS = (
    "Four tons of glass. There are none.",
    "All of it floats. [1] In a trough of mercury.",
    "One finger turns it all night.",
    "And nobody hears a thing.",
)
MARKS = re.compile(r"\[\d+\] ?")
DROP = """(files) => {
  const transfer = new DataTransfer();
  for (const { name, bytes, type } of files) transfer.items.add(new File([new Uint8Array(bytes)], name, { type }));
  const event = new DragEvent("drop", { dataTransfer: transfer, bubbles: true, cancelable: true });
  document.querySelector(".desk").dispatchEvent(event);
}"""


def voice_file(number: int, text: str) -> dict:
    return {"name": f"voice {number}.wav", "bytes": list(made_voice(text).content), "type": "audio/wav"}


class Voices(CountingCase, Axe):
    def talk(self, voices: bool = False):
        slides = [
            {"id": f"s{n}", "title": f"Part {n}", "script": script, "objects": [{"id": "box", "kind": "shape"}]}
            for n, script in enumerate(SCRIPTS, 1)
        ]
        slides[1]["running_order"] = [step("a")]
        if voices:
            made = made_voice(SCRIPTS[1]).content
            slides[1]["narration"] = {"asset": asset(self.owner, "voice 2.wav", made).sha256}
        self.row = self.keep({"title": "Talk", "slides": slides})
        self.open_desk(self.row)

    def drop(self, *files: dict):
        self.gestures += 1
        self.page.evaluate(DROP, list(files))

    def heard(self, slides: int):
        self.until(
            f"Object.values(ritornel.store.kept.briefs).filter((b) => b.voice && !b.voice.unheard).length === {slides}",
            seconds=120,
        )
        self.settled()

    def test_four_voices_onto_four_slides_in_two_gestures_heard_with_a_cue_on_its_words(self):
        self.talk()
        self.drop(*(voice_file(n, text) for n, text in enumerate(SCRIPTS, 1)))
        self.page.wait_for_selector("dialog >> text=Voices of slides")
        self.press("Enter")
        self.page.wait_for_selector("dialog >> text=Give them to 4 slides")
        self.check_now("voices onto slides")
        self.press("Enter")
        self.heard(4)
        self.assertLessEqual(self.took(), 3)
        made = self.show()
        self.assertEqual([s.narration.heard for s in made.slides], ["words"] * 4)
        (mark,) = made.slides[1].narration.marks
        self.assertAlmostEqual(mark, made_voice(SCRIPTS[1]).starts[18], delta=90)

    def test_four_pages_what_is_said_on_them_and_four_voices_are_a_finished_talk_in_three_gestures(self):
        self.row = self.keep({"title": "Talk"})
        self.open_desk(self.row)
        pages = [
            {"name": f"page {n}.png", "bytes": list(png(size=(64 + n, 36))), "type": "image/png"} for n in range(1, 5)
        ]
        outline = "\n\n".join(
            f"# Part {n}\n\n![](<page {n}.png>)\n\n{MARKS.sub('', said)}" for n, said in enumerate(SCRIPTS, 1)
        )
        written = {"name": "talk.md", "bytes": list(outline.encode()), "type": "text/markdown"}
        self.drop(written, *pages, *(voice_file(n, text) for n, text in enumerate(SCRIPTS, 1)))
        self.page.wait_for_selector("dialog >> text=Give them to 4 slides")
        self.press("Enter")
        self.heard(4)
        self.assertLessEqual(self.took(), 3)
        made = self.show()
        self.assertEqual([s.narration.heard for s in made.slides], ["words"] * 4)
        self.assertEqual([sum(isinstance(o, Picture) for o in s.objects) for s in made.slides], [1] * 4)
        times = compile(made).times
        for slide, time, said in zip(made.slides, times, SCRIPTS, strict=True):
            spoken = made_voice(said).length_ms
            self.assertAlmostEqual(time.length_ms, time.transition_ms + spoken + slide.narration.tail_ms, delta=30)
        captions = " ".join(c.text.replace("\n", " ") for c in show_captions(made, times))
        self.assertEqual(captions, " ".join(MARKS.sub("", said) for said in SCRIPTS))

    def test_words_are_struck_out_and_brought_back_and_pauses_made_even_by_keys_alone(self):
        self.talk(voices=True)
        self.page.evaluate("ritornel.store.focusSlide('s2')")
        self.heard(1)
        self.until("ritornel.store.slide?.voice")
        before = self.length()
        self.press("Shift+w")
        self.page.wait_for_selector(".spoken-word")
        self.check_now("the script as it is spoken")
        self.page.keyboard.press("ArrowRight")
        self.page.keyboard.press("Shift+ArrowRight")
        self.page.keyboard.press("Delete")
        self.until("document.querySelectorAll('.spoken-word.is-struck').length === 2")
        self.assertLess(self.length(), before - 200)
        self.page.keyboard.press("Delete")
        self.until("document.querySelectorAll('.spoken-word.is-struck').length === 0")
        self.settled()
        self.assertEqual(self.show().slides[1].narration.kept, ())
        self.page.fill("[aria-label='Pauses to, seconds']", "0.1")
        self.page.keyboard.press("Enter")
        self.until("document.querySelector('.spoken-pause')?.textContent === '0.1'")
        self.assertLess(self.length(), before)
        self.page.click("[data-act=undo]")
        self.settled()
        self.assertEqual(self.length(), before)

    def test_a_cue_whose_word_was_not_surely_heard_says_so(self):
        made = made_voice(
            SCRIPTS[1].replace("In a trough of mercury.", "")
        ).content  # what comes with cue 1 is not said
        slide = {"id": "s2", "title": "Part 2", "script": SCRIPTS[1], "objects": [{"id": "box", "kind": "shape"}]}
        slide["running_order"] = [step("a")]
        slide["narration"] = {"asset": asset(self.owner, "voice 2.wav", made).sha256}
        self.row = self.keep({"title": "Talk", "slides": [slide]})
        self.open_desk(self.row)
        self.heard(1)
        self.page.wait_for_selector(".tl-flag.is-unsure")
        self.page.keyboard.press("Shift+w")
        self.page.wait_for_selector("text=not said: “In a trough of …”")
        self.assertEqual(self.page.locator(".spoken-words .cue-disc.is-unsure").count(), 1)

    def test_one_recording_over_all_slides_in_three_gestures_with_a_cut_moved(self):
        self.talk()
        self.drop(voice_file(9, " ".join(SCRIPTS)))
        self.page.wait_for_selector("dialog >> text=One voice for the slides")
        self.touch("dialog >> text=One voice for the slides")
        self.page.wait_for_selector("dialog .cut >> nth=2")
        before = int(self.page.get_attribute(".cut >> nth=0", "aria-valuenow"))
        self.check_now("where a recording is cut")
        self.page.focus(".cut >> nth=0")
        self.page.keyboard.press("ArrowLeft")
        self.touch("dialog >> text=Give them their stretches")
        self.heard(4)
        self.assertLessEqual(self.took(), 3)
        voices = [s.narration for s in self.show().slides]
        self.assertEqual((voices[0].out_ms, voices[1].in_ms), (before - 100, before - 100))
        self.assertEqual(len({v.asset for v in voices}), 1)

    def test_one_voice_is_the_slides_in_two_gestures(self):
        self.talk()
        self.drop(voice_file(1, SCRIPTS[0]))
        self.page.wait_for_selector('dialog .act-main:has-text("The slide\'s voice")')
        self.check_now("where a sound goes")
        self.press("Enter")
        self.heard(1)
        self.assertLessEqual(self.took(), 2)
        self.assertEqual(self.length(), self.page.evaluate("ritornel.store.kept.briefs.s1.voice.end") + 600)

    def test_one_key_lets_a_slide_be_spoken_and_it_lasts_as_its_voice(self):
        self.talk()
        before = self.length()
        self.press("Alt+v")
        self.until("ritornel.store.kept.briefs.s1.voice?.scratch")
        self.settled()
        self.assertEqual(self.took(), 1)
        voice = self.page.evaluate("ritornel.store.kept.briefs.s1.voice")
        self.assertNotEqual(self.length(), before)
        self.assertEqual(self.length(), voice["end"] + 600)

    def test_captions_stand_over_the_stage_and_on_their_lane_while_their_words_are_said(self):
        self.talk(voices=True)
        self.page.evaluate("ritornel.store.focusSlide('s2')")
        self.heard(1)
        self.until("ritornel.store.slide?.captions.length")
        shown = "document.querySelector('#stage .captions').innerText.replace('\\n', ' ')"
        self.page.keyboard.press("Alt+t")
        captions = self.page.evaluate("ritornel.store.slide.captions")
        self.assertLessEqual({c[2] for c in captions}, set(self.page.locator(".tl-caption").all_inner_texts()))
        for start, end, words in captions:
            self.page.evaluate(f"ritornel.stage.scrub(ritornel.store.start() + {(start + end) // 2})")
            self.until(f"{shown} === {words!r}")
        self.check_now("captions over the stage")
        self.page.keyboard.press("Alt+t")
        self.until("document.querySelector('#stage .captions').hidden")

    def length(self) -> int:
        self.settled()
        return self.page.evaluate("ritornel.store.length()")

"""What is said in a show, to be read."""

from unittest import TestCase

from ritornel.core.model import Show
from ritornel.core.score import compile
from ritornel.core.voice.transcript import transcript
from tests.made import edited, show, slide, step

SCRIPT = "Four tons. [1] None of it. [2] All floats."
SAID = [["Four", 100, 300, 95], ["tons", 300, 800, 95], ["None", 1200, 1500, 95], ["of", 1500, 1600, 95], ["it", 1600, 1800, 40], ["All", 2300, 2500, 95], ["floats", 2500, 2900, 95]]  # fmt: skip


def read(one: Show):
    return transcript(one, compile(one).times)


class Transcript(TestCase):
    def two(self) -> Show:
        voice = {"asset": "tune", "tail": 0, "lead": 0}
        first = slide(
            step("a", duration=0), step("b", duration=0), script=SCRIPT, narration=voice, id="one", title="The bath"
        )
        heard = edited(
            show(first, slide(id="still", length=2000), slide(id="last", script="Good night."),
                 chapters=[{"id": "c", "title": "The weight", "first": "one"}]),
            do="hear-words", slide="one", asset="tune", said=SAID, heard="words",
        )  # fmt: skip
        return heard

    def test_passages_stand_with_the_instants_of_their_cues_in_the_show(self):
        first, still, last = read(self.two())
        self.assertEqual((first.number, first.title, first.chapter, first.start_ms), (1, "The bath", "The weight", 0))
        self.assertEqual(
            [(p.cue, p.at_ms, p.text) for p in first.passages],
            [(0, 0, "Four tons."), (1, 1200, "None of it."), (2, 2300, "All floats.")],
        )
        self.assertEqual((still.passages, still.start_ms, still.chapter), ((), first.length_ms, ""))
        self.assertEqual((last.start_ms, last.passages[0].at_ms), (first.length_ms + 2000, first.length_ms + 2000))

    def test_words_that_are_struck_out_are_not_in_it_nor_is_what_stands_behind_them(self):
        struck = edited(self.two(), do="strike-words", slide="one", first=3, end=5)
        self.assertEqual([p.text for p in read(struck)[0].passages], ["Four tons.", "None", "All floats."])
        without = edited(self.two(), do="strike-words", slide="one", first=2, end=5)
        self.assertEqual([(p.cue, p.text) for p in read(without)[0].passages], [(0, "Four tons."), (2, "All floats.")])

    def test_a_slide_that_is_skipped_is_not_in_it_and_its_chapter_begins_with_the_next(self):
        skipped = edited(self.two(), do="set-slides", slides=["one"], values={"skipped": True})
        still, last = read(skipped)
        self.assertEqual((still.number, still.chapter, still.start_ms, last.chapter), (2, "The weight", 0, ""))

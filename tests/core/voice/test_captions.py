"""Captions: short pieces of a script, timed by its voice or by the clock."""

from itertools import pairwise
from time import perf_counter
from unittest import TestCase

from hypothesis import given
from hypothesis import strategies as st

from ritornel.core.model import Show
from ritornel.core.model.slide import Said
from ritornel.core.score import compile
from ritornel.core.voice.captions import LINE, MOST_MS, Caption, captions_of, show_captions
from ritornel.core.voice.matching import told
from tests.examples import examples
from tests.made import WORDS, edited, show, slide, step


def captions(made: Show, number: int = 0) -> list[Caption]:
    lengths = {a.id: a.length_ms for a in made.assets}
    return list(captions_of(made.slides[number], compile(made).times[number], made, lengths))


LONG = (
    "The lens and its lamp weigh four tons. You would look for cogs, for rollers, for oil. [1] There are none. "
    "All of it floats, in a trough of mercury no deeper than your hand."
)


class Captions(TestCase):
    def test_they_break_where_sentences_and_clauses_do(self):
        self.assertEqual(
            [c.text for c in captions(show(slide(step("a"), script=LONG)))],
            [
                "The lens and its lamp weigh four tons.",
                "You would look for cogs,\nfor rollers, for oil.",
                "There are none.",
                "All of it floats, in a trough\nof mercury no deeper than your hand.",
            ],
        )

    def test_by_the_clock_a_passage_begins_with_its_cue(self):
        made = show(slide(step("a"), script=LONG))
        time = compile(made).times[0]
        found = captions(made)
        self.assertEqual(found[2].start_ms, time.groups[1].start_ms)
        self.assertEqual(found[0].start_ms, 0)
        self.assertLessEqual(found[-1].end_ms, time.length_ms)

    def test_cues_without_a_mark_and_marks_in_disorder_lose_no_word(self):
        for script in (
            "One two. [2] Three. [1] Four [7] five.",
            "[2] One two three four five.",
            "One two three four five. [1]",
        ):
            made = show(slide(step("a"), step("b"), script=script))
            words = " ".join(c.text for c in captions(made)).replace(".", "").split()
            self.assertEqual([w.lower() for w in words], ["one", "two", "three", "four", "five"], script)

    def test_the_longest_script_and_words_that_are_all_the_same_cost_no_minutes(self):
        since = perf_counter()
        said = tuple(Said("x", n, n + 1, 95) for n in range(20_000))
        self.assertEqual(set(told("x " * 25_000, said)), {None})
        self.assertTrue(captions(show(slide(script="x " * 25_000))))
        self.assertLess(perf_counter() - since, 8)

    def test_by_the_voice_they_stand_while_their_words_are_heard_and_struck_words_are_none(self):
        voice = {"asset": "tune", "lead": 500}
        made = show(slide(script="Four tons. None of it floats.", narration=voice, id="one"))
        said = [["Four", 100, 300, 95], ["tons", 300, 700, 95], ["None", 1500, 1700, 95], ["of", 1700, 1800, 95], ["it", 1800, 1900, 95], ["floats", 1900, 2600, 95]]  # fmt: skip
        made = edited(made, do="hear-words", slide="one", asset="tune", said=said, heard="words")
        self.assertEqual(
            [(c.start_ms, c.text) for c in captions(made)], [(600, "Four tons."), (2000, "None of it floats.")]
        )
        struck = edited(made, do="strike-words", slide="one", first=0, end=2)
        self.assertEqual([c.text for c in captions(struck)], ["None of it floats."])
        self.assertLess(captions(struck)[0].start_ms, 1100)

    def test_of_a_show_none_goes_over_the_end_of_its_slide_and_skipped_ones_have_none(self):
        one = slide(step("a"), script=LONG)
        made = show(one, {**one, "id": "skipped", "skipped": True}, {**one, "id": "last"})
        found = show_captions(made, compile(made).times)
        ends = compile(made).times[0].length_ms
        self.assertTrue(all(c.end_ms <= ends or c.start_ms >= ends for c in found))
        self.assertEqual(found[0].text, next(c for c in found if c.start_ms == ends).text)

    @examples(100)
    @given(st.lists(WORDS, min_size=1, max_size=12), st.integers(80, 260))
    def test_no_line_is_too_long_no_word_is_lost_and_none_overlap(self, pieces, pace):
        script = " ".join(pieces)
        made = show(slide(script=script), pace={"wpm": pace})
        found = captions(made)
        self.assertEqual(
            "".join(c.text for c in found).replace("\n", "").replace(" ", ""), script.replace(" ", "") if found else ""
        )
        for one in found:
            self.assertTrue(
                all(len(line) <= LINE for line in one.text.splitlines()) and one.text.count("\n") < 2, one.text
            )
            self.assertTrue(0 < one.end_ms - one.start_ms <= MOST_MS)
        for one, other in pairwise(found):
            self.assertLessEqual(one.end_ms, other.start_ms)

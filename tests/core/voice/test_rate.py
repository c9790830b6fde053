"""How fast somebody speaks, and a show planned so."""

from unittest import TestCase

from ritornel.core.edits import BadEdit
from ritornel.core.model import Show
from ritornel.core.model.uses import asset_lengths
from ritornel.core.score import compile
from ritornel.core.time.script import passages, said_in
from ritornel.core.voice.rate import heard_words, pace_of, rate_of
from ritornel.core.voice.telling import spoken_script
from tests.made import edited, show, slide, step

WORD_MS, SENTENCE_MS, CLAUSE_MS = 160, 200, 60
SCRIPT = "One two three, four five. [1] Six seven. Eight nine, ten. Eleven twelve."


def spoken() -> Show:
    """A talk whose voice takes 160 ms a word, 200 ms after a sentence and 60 ms after a clause."""
    said, at = [], 100
    for text in SCRIPT.replace("[1] ", "").split():
        said.append([text.strip(".,"), at, at + WORD_MS, 95])
        at += WORD_MS + (SENTENCE_MS if text.endswith(".") else CLAUSE_MS if text.endswith(",") else 0)
    voice = {"asset": "tune", "lead": 0, "tail": 0}
    start = show(slide(step("a", duration=0), script=SCRIPT, narration=voice, id="one"), slide(id="two"))
    return edited(start, do="hear-words", slide="one", asset="tune", said=said, heard="words")


class Pace(TestCase):
    def test_it_is_that_of_the_words_with_the_pauses_of_the_voice(self):
        made = spoken()
        pace = pace_of(made, made.slides)
        self.assertEqual((pace.wpm, pace.sentence_pause_ms, pace.clause_pause_ms), (375.0, SENTENCE_MS, CLAUSE_MS))
        planned = edited(made, do="take-pace", slide="one")
        self.assertEqual(planned.pace, pace)
        voice = [word for _, word in heard_words(made.slides[0], asset_lengths(made))]
        takes = sum(said_in(passage, planned.pace) for passage in passages(SCRIPT, 1))
        self.assertEqual(takes, voice[-1].end_ms - voice[0].start_ms + SENTENCE_MS, "and the pause after the last")

    def test_a_voice_of_few_words_or_none_is_not_enough(self):
        few = edited(spoken(), do="strike-words", slide="one", first=4, end=12)
        for one in (few, show(slide(id="one", script=SCRIPT))):
            with self.assertRaisesRegex(BadEdit, "not enough words"):
                edited(one, do="take-pace")

    def test_a_show_is_planned_by_all_of_its_voices(self):
        self.assertEqual(edited(spoken(), do="take-pace").pace.wpm, 375.0)


class Rates(TestCase):
    def test_each_passage_has_its_own_with_its_pauses_and_struck_words_do_not_count(self):
        made = spoken()
        told = spoken_script(made.slides[0], asset_lengths(made))
        first = 5 * WORD_MS + CLAUSE_MS
        second = 7 * WORD_MS + 2 * SENTENCE_MS + CLAUSE_MS
        self.assertEqual(told.passages, (round(5 * 60_000 / first), round(7 * 60_000 / second)))
        struck = edited(made, do="strike-words", slide="one", first=0, end=5)
        self.assertEqual(spoken_script(struck.slides[0], asset_lengths(struck)).passages[0], 0)
        self.assertEqual(rate_of([]), 0)

    def test_it_has_nothing_to_do_with_how_long_the_slide_is(self):
        longer = edited(spoken(), do="set-slides", slides=["one"], values={"hold": 9000})
        self.assertGreater(compile(longer).times[0].length_ms, compile(spoken()).times[0].length_ms)
        rates = [spoken_script(one.slides[0], asset_lengths(one)).passages for one in (longer, spoken())]
        self.assertEqual(*rates)

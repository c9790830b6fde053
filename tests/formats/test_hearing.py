"""Words found in made voices, whose words' instants are known."""

import json
import re
from contextlib import redirect_stderr, redirect_stdout
from io import StringIO
from itertools import pairwise
from pathlib import Path
from tempfile import TemporaryDirectory
from unittest import TestCase

import numpy as np

from ritornel import cli
from ritornel.core.voice.heard import SURE, Heard
from ritornel.core.voice.spoken import marks_before, tokens
from ritornel.formats.hearing import heard_in
from tests.speech import made_voice

SCRIPT = (
    "The lens and its lamp weigh 4 tons. You would look for cogs, for rollers, for oil. [1] There are none. "
    "All of it floats, [2] in a trough of mercury no deeper than your hand. [3] Push with one finger, and it turns "
    "all night. [4] Every lighthouse on this coast was once a fire on a rock."
)
PLAIN = re.sub(r"\[\d\] ", "", SCRIPT)
OTHER = "Every road in this town has a name, and most of them are wrong. Nobody minds, and the council has no money."


class Hearing(TestCase):
    def setUp(self):
        self.path = Path(self.enterContext(TemporaryDirectory())) / "voice.wav"

    known: dict[tuple, Heard] = {}

    def hear(self, said: str, script: str = SCRIPT, language: str = "en", **how) -> Heard:
        """What is heard in a made voice; what was heard once is not heard again: it takes seconds."""
        key = (said, script, language, *how.items())
        if key not in self.known:
            self.path.write_bytes(made_voice(said, **how).content)
            self.known[key] = heard_in(self.path, script, language)
        return self.known[key]

    def off(self, heard: Heard, **how) -> np.ndarray:
        """How far each word is off, in ms; words that the made voice runs together have one instant."""
        starts = made_voice(PLAIN, **how).starts
        places = [m.start() for m in re.finditer(r"\S+", PLAIN)]
        return np.array([abs(heard.words[n].start_ms - starts[at]) for n, at in enumerate(places) if at in starts])

    def test_nine_words_of_ten_are_within_60_ms_whatever_the_voice_its_pace_and_the_room(self):
        found = []
        for voice in ("en-us", "en-us+f3", "en-gb-x-rp"):
            for pace in (110, 200) if voice == "en-us" else (150,):
                how = {"voice": voice, "words_a_minute": pace}
                found.append(self.off(self.hear(PLAIN, **how), **how))
        found.append(self.off(self.hear(PLAIN, noise_db=20.0), noise_db=20.0))
        found.append(self.off(self.hear(PLAIN, noise_db=10.0), noise_db=10.0))
        off = np.concatenate(found)
        self.assertGreaterEqual((off <= 60).mean(), 0.9)
        self.assertGreaterEqual((off <= 250).mean(), 0.99)

    def test_between_words_the_quietest_instants_are_found(self):
        heard = self.hear(PLAIN)
        middles = [(a.end_ms + b.start_ms) / 2 for a, b in pairwise(heard.words)]
        apart = [min(abs(at - middle) for at in heard.quiet) for middle in middles]
        self.assertLess(np.percentile(apart, 90), 120)
        self.assertEqual(list(heard.quiet), sorted(set(heard.quiet)))

    def test_silence_around_moves_the_words_along(self):
        near, far = (self.hear(PLAIN, quiet_ms=quiet) for quiet in (0, 900))
        moved = [b.start_ms - a.start_ms for a, b in zip(near.words, far.words, strict=True)]
        self.assertAlmostEqual(float(np.median(moved)), 900, delta=30)

    def test_a_voice_that_says_something_else_is_said_to(self):
        for said in (OTHER, "Good evening and welcome."):
            self.assertFalse(self.hear(said).follows, said)
        self.assertTrue(self.hear(PLAIN).follows)

    def test_what_is_said_beside_the_script_is_found(self):
        heard = self.hear(PLAIN.replace("Push with", "Well, as I say, no, sorry. Push with"))
        self.assertTrue(heard.follows)
        push = next(h for w, h in zip(tokens(SCRIPT), heard.words, strict=True) if SCRIPT[w.start : w.end] == "Push")
        self.assertTrue(any(end - start > 1500 and 0 <= push.start_ms - end < 700 for start, end in heard.beside))

    def test_a_passage_that_is_left_out_is_named_and_all_others_are_found(self):
        sentences = re.split(r"(?<=[.]) ", PLAIN)
        words = tokens(SCRIPT)
        for left in (0, 3, 5):
            heard = self.hear(" ".join(sentences[:left] + sentences[left + 1 :]))
            self.assertEqual((heard.follows, heard.way), (True, "words"), left)
            ((start, end),) = heard.skipped
            self.assertEqual(start, len(tokens(" ".join(sentences[:left]))))
            self.assertEqual(end - start, len(tokens(sentences[left])))
            others = [w.sure for n, w in enumerate(heard.words) if not start <= n < end]
            self.assertGreater(np.mean(np.array(others) >= SURE), 0.95)
        self.assertEqual(len(words), len(heard.words))

    def test_a_passage_that_is_said_twice_is_found_and_its_last_counts(self):
        sentences = re.split(r"(?<=[.]) ", PLAIN)
        for twice in (1, 5):
            said = " ".join(sentences[: twice + 1] + sentences[twice:])
            heard = self.hear(said)
            self.assertEqual((heard.follows, heard.skipped), (True, ()), twice)
            ((start, end),) = heard.again
            starts = made_voice(said).starts
            place = len(" ".join(sentences[:twice])) + 1
            once, more = starts[place], starts[place + len(sentences[twice]) + 1]
            self.assertAlmostEqual(start, once, delta=120)
            self.assertTrue(more - 700 < end <= more + 50)
            first = len(tokens(" ".join(sentences[:twice])))
            self.assertAlmostEqual(heard.words[first].start_ms, more, delta=120)

    def test_marks_by_pauses_alone_are_within_150_ms(self):
        off = []
        for voice, pace in (("de", 140), ("en-us", 150), ("en-gb-x-rp", 110), ("en-us+f3", 200)):
            how = {"voice": voice, "words_a_minute": pace, "noise_db": 20.0}
            heard = self.hear(PLAIN, language="de", **how)
            self.assertEqual((heard.way, heard.follows), ("pauses", True))
            starts = made_voice(PLAIN, **how).starts
            places = [m.start() for m in re.finditer(r"\S+", PLAIN)]
            cues = marks_before(SCRIPT, tokens(SCRIPT, "de")).values()
            off += [abs(heard.words[n].start_ms - starts[places[n]]) for n in cues if places[n] in starts]
        self.assertGreaterEqual(float(np.mean(np.array(off) <= 150)), 0.9)

    def test_nobody_speaks(self):
        self.path.write_bytes(made_voice("", quiet_ms=700).content)
        heard = heard_in(self.path, SCRIPT)
        self.assertEqual({word.sure for word in heard.words}, {0})
        self.assertFalse(heard.follows)


class Command(TestCase):
    def run_it(self, *arguments: str) -> tuple[int, str, str]:
        out, wrong = StringIO(), StringIO()
        with redirect_stdout(out), redirect_stderr(wrong):
            code = cli.main(["words", *arguments])
        return code, out.getvalue(), wrong.getvalue()

    def test_words_as_json_and_what_is_wrong_in_one_line(self):
        with TemporaryDirectory() as folder:
            voice, script = Path(folder) / "voice.wav", Path(folder) / "script.txt"
            voice.write_bytes(made_voice(PLAIN).content)
            script.write_text(SCRIPT, encoding="utf-8")
            code, out, _ = self.run_it(str(voice), str(script), "--json")
            rows = json.loads(out)
            self.assertEqual((code, [row["word"] for row in rows]), (0, re.findall(r"[\w']+", PLAIN)))
            self.assertTrue(all(row["start_ms"] < row["end_ms"] for row in rows if row["sure"] >= SURE))
            voice.write_bytes(made_voice(OTHER).content)
            code, _, wrong = self.run_it(str(voice), str(script))
            self.assertEqual((code, wrong), (1, "ritornel: this voice does not seem to say this script\n"))
            voice.write_bytes(b"nothing")
            self.assertEqual(
                self.run_it(str(voice), str(script))[0::2], (2, f"ritornel: {voice}: does not decode as a sound\n")
            )
            self.assertIn("cannot be read", self.run_it(str(voice), f"{folder}/none.txt")[2])

"""The command line: what is asked is answered, what is wrong is said in one line with exit code 2."""

import contextlib
import io
import json
import os
import signal
import subprocess
import sys
import tempfile
import time
from pathlib import Path
from unittest import TestCase

import webvtt
from msgspec.structs import replace

from ritornel.cli import COMMANDS, main
from ritornel.cli.serve import kept_running
from ritornel.core.model.writing import write_show
from ritornel.core.score import compile, facts
from ritornel.formats.show_document import zip_blocks
from tests.files import png
from tests.made import show, slide, step, text


def said(*arguments: str) -> tuple[int, str, str]:
    """The exit code of a command, and what it printed and complained of."""
    with contextlib.redirect_stdout(io.StringIO()) as out, contextlib.redirect_stderr(io.StringIO()) as err:
        try:
            code = main(list(arguments))
        except SystemExit as ended:
            code = int(ended.code or 0)
    return code, out.getvalue(), err.getvalue()


class Commands(TestCase):
    def test_each_says_what_it_is_for(self):
        self.assertLessEqual(
            {"serve", "work", "add-person", "check", "score", "words", "captions", "mix", "beats", "fit"}, set(COMMANDS)
        )
        for name in COMMANDS:
            code, out, err = said(name, "--help")
            self.assertEqual((code, err), (0, ""), name)
            self.assertIn(f"usage: ritornel {name}", out)

    def test_what_is_not_understood_is_said_in_one_line(self):
        for arguments, words in (
            ((), "COMMAND"),
            (("scor",), "invalid choice"),
            (("score",), "SHOW"),
            (("score", "x", "--facts", "--at", "5"), "not allowed with"),
            (("score", "x", "--at", "soon"), "invalid float"),
            (("serve", "--port", "99999999"), "--port must be between"),
        ):
            code, out, err = said(*arguments)
            self.assertEqual((code, out, err.count("\n")), (2, "", 1), arguments)
            self.assertIn(words, err)


NOTES_ITSELF = """
import os, sys, time
with open(sys.argv[1], "a") as notes:
    notes.write(f"{os.getpid()}\\n")
time.sleep(60)
"""


class KeptRunning(TestCase):
    def test_what_has_ended_by_itself_is_begun_again_and_ended_at_the_end(self):
        notes = Path(self.enterContext(tempfile.TemporaryDirectory())) / "notes"
        notes.touch()

        def after(count: int) -> int:
            end = time.monotonic() + 60
            while len(notes.read_text().split()) < count and time.monotonic() < end:
                time.sleep(0.02)
            return int(notes.read_text().split()[count - 1])

        with kept_running([sys.executable, "-c", NOTES_ITSELF, str(notes)]):
            os.kill(after(1), signal.SIGKILL)
            second = after(2)
        with self.assertRaises(ProcessLookupError):
            os.kill(second, 0)
        self.assertEqual(len(notes.read_text().split()), 2)


class Frames(TestCase):
    MADE = show(
        slide(
            step("a", object="words", duration=1000, easing="linear", effect="fade"),
            objects=(text("words", "One"),),
            waits={"1": 500},
        )
    )

    def setUp(self):
        self.folder = Path(self.enterContext(tempfile.TemporaryDirectory()))
        self.document = self.folder / "show.json"
        self.document.write_bytes(write_show(self.MADE))

    def frame(self, at: float) -> dict:
        code, out, err = said("score", str(self.document), "--at", str(at))
        self.assertEqual((code, err), (0, ""))
        return json.loads(out)

    def test_what_is_drawn_at_an_instant(self):
        half = self.frame(1000)
        self.assertEqual((half["time_ms"], [s["slide"] for s in half["sheets"]]), (1000, [self.MADE.slides[0].id]))
        (words,) = [thing for thing in half["sheets"][0]["things"] if thing["key"] == "words"]
        self.assertAlmostEqual(words["opacity"], 0.5)
        before = self.frame(499)["sheets"][0]["things"]
        self.assertEqual([thing["key"] for thing in before], ["box"])  # what is hidden is not in a frame

    def test_beyond_the_show_there_are_none(self):
        length = compile(self.MADE).length_ms
        code, _, err = said("score", str(self.document), "--at", str(length + 1))
        self.assertEqual(code, 2)
        self.assertIn(f"between 0 and {length}", err)
        self.document.write_text("{}", encoding="utf-8")
        self.assertIn("without slides", said("score", str(self.document), "--at", "0")[2])

    def test_a_show_is_looked_through_and_what_is_found_fails(self):
        code, out, err = said("check", str(self.document))
        self.assertEqual((code, out, err), (0, "nothing was found\n", ""))
        lost = {"id": "p", "kind": "picture", "asset": "gone", "name": "The trough"}
        made = show(slide(id="one", skipped=True, objects=(lost,)), slide(id="two", objects=(lost,)))
        self.document.write_bytes(write_show(made))
        code, out, _ = said("check", str(self.document))
        self.assertEqual((code, out.count("The trough"), out.count("(missing-media)")), (1, 1, 1), out)
        told = json.loads(said("check", str(self.document), "--json", "--rule", "missing-media")[1])
        self.assertEqual([(f["rule"], f["slide"], f["object"]) for f in told], [("missing-media", "two", "p")])
        self.assertEqual(said("check", str(self.document), "--rule", "fights")[0], 0)

    def test_outlines_and_shows_become_one_another_as_the_endings_say(self):
        outline, show_zip = self.folder / "talk.md", self.folder / "talk.zip"
        (self.folder / "lamp.png").write_bytes(png())
        outline.write_text("# The lamp\n\n![The lamp](lamp.png) ![](gone.png)\n\n- floats\n\nFour tons of glass.\n")
        code, out, _ = said("convert", str(outline), str(show_zip))
        self.assertEqual(
            (code, out), (0, f"{show_zip}: 1 slides; nothing is left out\n".replace("1 slides", "1 slide"))
        )
        again, times = self.folder / "again.md", self.folder / "talk.csv"
        code, out, _ = said("convert", str(show_zip), str(again), "--json")
        self.assertIn("left_out", json.loads(out))
        text = again.read_text()
        for words in ("The lamp", "- floats", "Four tons of glass.", ".png>)"):
            self.assertIn(words, text)
        self.assertEqual(said("convert", str(show_zip), str(times))[0], 0)
        self.assertTrue(times.read_text().startswith("number,slide,title"))
        for wrong in (("talk.md", "talk.pptm"), ("none.md", "a.zip"), ("talk.csv", "b.zip")):
            code, _, err = said("convert", *(str(self.folder / name) for name in wrong))
            self.assertEqual((code, err.count("\n")), (2, 1), err)

    def test_it_is_looked_at_closely_where_that_is_asked(self):
        pale = text("t", "Who can read this?", colour="#fdfbf5")
        self.document.write_bytes(b"".join(zip_blocks(show(slide(id="one", objects=(pale,))), {})))
        self.assertEqual(said("check", str(self.document))[0], 0)
        code, out, _ = said("check", str(self.document), "--closely")
        self.assertEqual((code, out.count("slide 1: “Who can read this?” has")), (1, 1), out)
        self.assertIn("invalid choice", said("check", str(self.document), "--rule", "none")[2])

    def test_captions_as_webvtt_that_a_reader_of_it_takes(self):
        made = replace(self.MADE, slides=(replace(self.MADE.slides[0], script="Four <tons> & more. There are none."),))
        self.document.write_bytes(write_show(made))
        out = self.folder / "show.vtt"
        self.assertEqual(said("captions", str(self.document), "--out", str(out))[0], 0)
        found = webvtt.read(out)
        self.assertEqual([c.raw_text for c in found], ["Four &lt;tons&gt; &amp; more. There are none."])
        self.assertEqual((found[0].start, found[0].end < "00:00:07.001"), ("00:00:00.000", True))
        self.assertEqual(said("captions", str(self.document))[1].strip(), out.read_text(encoding="utf-8").strip())
        self.assertIn("cannot be written", said("captions", str(self.document), "--out", f"{self.folder}/no/x.vtt")[2])

    def test_a_zip_is_as_good_as_its_document(self):
        packed = self.folder / "show.zip"
        packed.write_bytes(b"".join(zip_blocks(self.MADE, {})))
        code, out, _ = said("score", str(packed), "--facts")
        self.assertEqual((code, json.loads(out)), (0, {**facts(self.MADE), "findings": []}))
        packed.write_bytes(packed.read_bytes()[:100])
        self.assertEqual(said("score", str(packed))[0], 2)


class Score(TestCase):
    def run_facts(self, content: str) -> subprocess.CompletedProcess:
        with tempfile.TemporaryDirectory() as folder:
            path = Path(folder) / "show.json"
            path.write_text(content, encoding="utf-8")
            command = [sys.executable, "-m", "ritornel", "score", str(path), "--facts"]
            return subprocess.run(command, capture_output=True, text=True, check=False)

    def test_prints_the_timing(self):
        document = {"slides": [{"id": "s", "hold": 500, "length": 10, "running_order": [{"id": "a", "duration": 600}]}]}
        told = self.run_facts(json.dumps(document))
        self.assertEqual(told.returncode, 0, told.stderr)
        self.assertEqual(
            json.loads(told.stdout),
            {
                "length": 2100,
                "slides": [
                    {
                        "id": "s",
                        "start": 0,
                        "length": 2100,
                        "groups": [
                            {"cue": 0, "start": 0, "settle": 0, "steps": []},
                            {
                                "cue": 1,
                                "start": 1500,
                                "settle": 2100,
                                "steps": [{"id": "a", "start": 1500, "end": 2100}],
                            },
                        ],
                    }
                ],
                "findings": [
                    {"rule": "too-short", "slide": "s", "message": "slide 1: too short by 2.09 s", "build": ""}
                ],
            },
        )

    def test_a_bad_file_ends_with_2_and_one_line(self):
        for content, words in (
            ("not json", "this is not a JSON document"),
            (
                '{"slides": [{}, {}, {"running_order": [{}, {"duration": -1}]}]}',
                "slide 3, build 2: duration must be 0 or more",
            ),
            ("[]", "a show document must be a JSON object"),
        ):
            told = self.run_facts(content)
            self.assertEqual((told.returncode, told.stdout), (2, ""))
            self.assertEqual(len(told.stderr.strip().splitlines()), 1)
            self.assertIn(words, told.stderr)

    def test_a_missing_file_says_so(self):
        code, _, err = said("score", "/nowhere/show.json", "--facts")
        self.assertEqual((code, err), (2, "ritornel: /nowhere/show.json: cannot be read: No such file or directory\n"))

"""A show taken out as open files: read again by what reads such files, with what is left out said before."""

import csv
import tempfile
import zipfile
from io import BytesIO, StringIO
from pathlib import Path
from unittest import TestCase
from xml.etree import ElementTree

import opentimelineio as otio

from ritornel.core.edits import BadEdit
from ritornel.core.model import Show
from ritornel.core.model.reading import BadDocument, read_show
from ritornel.core.score import compile
from ritornel.formats.shows import FORMATS
from tests.made import clip, edited, show, slide, step, text

MADE = show(
    slide(step("a", duration=400), id="one", title="The lamp", script="Four tons [1] of *glass*.", hold=2000, objects=(
        text("t", "The lamp", role="title"), text("b", "floats", "1. on mercury", "# and turns", role="body"),
    )),
    slide(id="two", title="Turning", objects=(clip("c", 4000),), transition={"type": "fade", "duration": 500}, hold=6000),
    slide(id="gone", skipped=True),
    beds=[{"id": "bed", "asset": "tune"}],
    chapters=[{"id": "c1", "title": "An evening", "first": "one"}],
)  # fmt: skip


def written(name: str, made: Show = MADE) -> bytes:
    return b"".join(FORMATS[name].writes(made, {}))


class Losses(TestCase):
    def test_what_is_left_out_is_counted_of_what_runs(self):
        self.assertEqual(
            FORMATS["outline"].loses(MADE),
            ["1 build is left out", "1 transition becomes a cut", "2 drawings are left out", "1 sound is left out"],
        )
        self.assertEqual(FORMATS["zip"].loses(MADE), ())
        self.assertIn("1 picture is left out", FORMATS["said"].loses(MADE))
        self.assertEqual(FORMATS["outline"].loses(show(slide(objects=()))), ["1 drawing is left out"])
        plane = show(slide(plane={"width": 3000, "height": 2000}))
        words = "1 plane is a page that its things reach beyond, and nothing goes from view to view"
        for name in ("opendocument", "ooxml", "smil"):
            self.assertIn(words, FORMATS[name].loses(plane), name)


class Markdown(TestCase):
    def test_it_is_read_again_as_it_stood(self):
        one, two = FORMATS["outline"].reads(BytesIO(written("outline")))[-2:]
        self.assertEqual(one.title, "The lamp")
        self.assertEqual([line.text for line in one.lines], ["floats", "1. on mercury", "# and turns"])
        self.assertEqual(one.script, "Four tons [1] of *glass*.")
        self.assertEqual((two.title, two.lines, two.script), ("Turning", (), ""))

    def test_chapters_are_the_headings_above(self):
        self.assertTrue(written("outline").decode().startswith("# An evening\n\n## The lamp\n\n"))

    def test_signs_mean_nothing(self):
        for words in (
            "- no item",
            "+ neither",
            "12. nor this",
            "> no quotation",
            "`code` & <b>",
            "a_b_ [x](y) ~~no~~",
            "=== no",
        ):
            made = show(slide(id="s", script=words, objects=(text("b", words, role="body"),)))
            (read,) = FORMATS["outline"].reads(BytesIO(written("outline", made)))
            self.assertEqual((read.script, [line.text for line in read.lines]), (words, [words]), words)


class Times(TestCase):
    def rows(self) -> list[dict]:
        return list(csv.DictReader(StringIO(written("times").decode(), newline="")))

    def filled(self, **rests: str) -> str:
        held = StringIO(newline="")
        rows = self.rows()
        table = csv.DictWriter(held, list(rows[0]))
        table.writeheader()
        for row in rows:
            table.writerow(
                row | ({"rest": rests[row["slide"] + row["cue"]]} if row["slide"] + row["cue"] in rests else {})
            )
        return held.getvalue()

    def read(self, content: str | bytes) -> list:
        return FORMATS["times"].reads(BytesIO(content if isinstance(content, bytes) else content.encode()))

    def test_every_slide_and_cue_has_its_times(self):
        score = compile(MADE)
        rows = self.rows()
        self.assertEqual(
            [(r["slide"], r["cue"]) for r in rows],
            [("one", ""), ("one", "1"), ("one", "end"), ("two", ""), ("two", "end")],
        )
        self.assertEqual(float(rows[1]["starts"]), score.times[0].groups[1].start_ms / 1000)
        self.assertEqual(float(rows[3]["starts"]), score.starts[1] / 1000)
        self.assertEqual([rows[n]["rest"] for n in (1, 2, 4)], ["", "2", "6"])

    def test_a_plan_that_was_filled_in_is_kept(self):
        rests = self.read(self.filled(one1="1.25", oneend="", twoend="3"))
        made = edited(MADE, do="keep-plan", rests=[{"slide": r.slide, "cue": r.cue, "ms": r.ms} for r in rests])
        self.assertEqual(
            (made.slides[0].waits, made.slides[0].hold_ms, made.slides[1].hold_ms), ({"1": 1250}, None, 3000)
        )
        with self.assertRaisesRegex(BadEdit, "not of this show"):
            edited(MADE, do="keep-plan", rests=[{"slide": "other", "cue": 0, "ms": 1}])
        beyond = edited(MADE, do="keep-plan", rests=[{"slide": "two", "cue": 7, "ms": 1}])
        self.assertEqual(beyond.slides[1].waits, {})

    def test_semicolons_commas_and_a_mark_at_the_beginning_are_taken(self):
        self.assertEqual(self.read("\ufeffslide;cue;rest\r\none;1;2,5\r\n")[0].ms, 2500)

    def test_what_is_wrong_is_said_with_its_row(self):
        for content, words in (
            ("slide,cue\none,1\n", "no column “rest”"),
            ("slide,cue,rest\none,1,soon\n", "row 2: “soon” is not a number"),
            ("slide,cue,rest\none,1,-3\n", "row 2: a rest lasts from 0"),
            ("slide,cue,rest\none,1,inf\n", "row 2: “inf” is not a number"),
            ("slide,cue,rest\none,-1,1\n", "row 2: there is no cue -1"),
            (b"\xff\xfe\x00", "not a text in UTF-8"),
            ("", "no column"),
            ("a" * 5_000_000, "larger than"),
        ):
            with self.assertRaisesRegex(BadDocument, words):
                self.read(content)


class Timelines(TestCase):
    def timeline(self, made: Show = MADE):
        return otio.adapters.read_from_string(written("timeline", made).decode(), "otio_json")

    def test_slides_cues_and_transitions_lie_where_they_are(self):
        score = compile(MADE)
        slides = self.timeline().tracks[0]
        self.assertEqual([one.name for one in slides], ["The lamp", "fade", "Turning"])
        self.assertEqual(slides[0].source_range.duration.value, score.times[0].length_ms)
        self.assertEqual(slides[0].markers[0].marked_range.start_time.value, score.times[0].groups[1].start_ms)
        self.assertEqual((slides[1].transition_type, slides[1].out_offset.value), ("SMPTE_Dissolve", 500))
        self.assertEqual(slides.duration().value, score.length_ms)

    def test_clips_and_sounds_lie_under_them_with_their_files(self):
        timeline = self.timeline()
        films = next(track for track in timeline.tracks if track.name == "clips 1")
        gap, film = films
        self.assertEqual((gap.duration().value, film.duration().value), (compile(MADE).starts[1] + 500, 4000))
        self.assertEqual(film.media_reference.target_url, "media/film")
        tune = [c for t in timeline.audio_tracks() for c in t if isinstance(c, otio.schema.Clip) and c.media_reference.target_url == "media/tune"]  # fmt: skip
        self.assertEqual(sum(c.duration().value for c in tune), compile(MADE).length_ms)
        self.assertTrue(all(c.duration().value <= 3000 for c in tune))

    def test_another_rate_is_told(self):
        quick = read_show({"slides": [{"id": "s", "objects": [clip("c", 4000, rate=2)], "hold": 4000}], "assets": [{"id": "film", "kind": "clip", "length": 9000}]})  # fmt: skip
        timeline = self.timeline(quick)
        film = next(track for track in timeline.tracks if track.name == "clips 1")[0]
        self.assertEqual((film.effects[0].time_scalar, film.duration().value), (2, 2000))


class Presentations(TestCase):
    SMIL = {"s": "http://www.w3.org/ns/SMIL"}

    def document(self, made: Show = MADE, files: dict | None = None) -> tuple[ElementTree.Element, list[str]]:
        content = b"".join(FORMATS["smil"].writes(made, files or {}))
        with zipfile.ZipFile(BytesIO(content)) as archive:
            return ElementTree.fromstring(archive.read("show.smil")), archive.namelist()

    def test_slides_follow_one_another_with_what_is_on_them(self):
        root, _ = self.document()
        score = compile(MADE)
        one, two = root.findall(".//s:seq/s:par", self.SMIL)
        self.assertEqual([float(p.get("dur")[:-1]) * 1000 for p in (one, two)], [t.length_ms for t in score.times[:2]])
        self.assertEqual(
            [t.text for t in one.findall("s:smilText", self.SMIL)][1], "floats\n1. on mercury\n# and turns"
        )
        film = two.find("s:video", self.SMIL)
        self.assertEqual((film.get("src"), film.get("clipEnd")), ("media/film", "4s"))
        wipe = root.find(".//s:transition", self.SMIL)
        self.assertEqual((wipe.get("type"), wipe.get("dur")), ("fade", "0.5s"))
        self.assertEqual(
            two.find("s:brush", self.SMIL).get("transIn"), wipe.get("{http://www.w3.org/XML/1998/namespace}id")
        )

    def test_what_comes_and_goes_begins_and_ends(self):
        comes = [step("a", object="t", duration=0), step("b", object="t", kind="exit", effect="disappear", duration=0)]
        root, _ = self.document(show(slide(*comes, id="s", objects=(text("t", "Once"),), waits={"1": 1000, "2": 500})))
        (said,) = root.findall(".//s:smilText", self.SMIL)
        self.assertEqual((said.get("begin"), said.get("end")), ("1s", "1.5s"))

    def test_a_bed_goes_on_as_long_as_it_is_heard_and_media_lie_beside(self):
        with tempfile.TemporaryDirectory() as folder:
            tune = Path(folder) / "tune"
            tune.write_bytes(b"sound")
            root, names = self.document(files={"tune": tune})
        (bed,) = root.findall("./s:body/s:par/s:audio", self.SMIL)
        self.assertEqual(float(bed.get("repeatDur")[:-1]) * 1000, compile(MADE).length_ms)
        self.assertEqual(names, ["show.smil", "media/tune"])

    def test_what_is_left_out_is_said(self):
        moved = show(slide(step("a", kind="emphasis"), step("b", kind="path", effect="move")))
        words = "2 builds that move, or change, what stands there are left out"
        self.assertEqual(FORMATS["smil"].loses(moved), ["1 drawing is left out", words])

"""What the command line says of sounds: a show's mix, and the beats of music."""

import json
import tempfile
import wave
from itertools import pairwise
from pathlib import Path
from typing import Any
from unittest import TestCase

import av
import numpy as np

from ritornel.core.model import Show
from ritornel.core.model.reading import read_show
from ritornel.core.score import compile
from ritornel.core.sound import RATE
from ritornel.formats.show_document import write_show, zip_blocks
from tests.files import pdf, png, wave_of
from tests.made import show, slide
from tests.music import beat_times, music
from tests.test_cli import said


class Sounds(TestCase):
    def setUp(self):
        self.folder = Path(self.enterContext(tempfile.TemporaryDirectory()))

    def made(self, **bed: Any) -> tuple[Show, Path]:
        file = self.folder / "music.wav"
        t = np.arange(6 * RATE) / RATE
        file.write_bytes(wave_of(0.25 * np.sin(2 * np.pi * 440 * t)))
        asset = {"id": "a" * 64, "kind": "sound", "name": "music.wav", "mime": "audio/wav", "length": 6000, "has_sound": True}  # fmt: skip
        return show(slide(hold=5000), beds=[{"id": "bed", "asset": "a" * 64, **bed}], assets=[asset]), file

    def test_the_mix_of_a_show_is_a_file_and_its_measures(self):
        made, file = self.made(fade_in=1000)
        packed, out = self.folder / "show.zip", self.folder / "out.wav"
        packed.write_bytes(b"".join(zip_blocks(made, {"a" * 64: file})))
        code, told, err = said("mix", str(packed), str(out), "--json")
        self.assertEqual((code, err), (0, ""))
        found = json.loads(told)
        with wave.open(str(out)) as mix:
            self.assertEqual((mix.getnchannels(), mix.getframerate(), mix.getnframes()), (2, RATE, 5 * RATE))
            samples = np.frombuffer(mix.readframes(5 * RATE), "<i2").reshape(-1, 2) / 32768
        self.assertAlmostEqual(found["integrated"], -16, delta=0.6)
        level = 20 * np.log10(np.sqrt(np.mean(samples[2 * RATE :] ** 2, axis=0)))
        np.testing.assert_allclose(level, -16 + 0.691 - 3.01, atol=0.3)
        (span,) = found["spans"]
        self.assertEqual((span["source"], span["start"], span["end"], len(found["levels"])), ("bed", 0, 5000, 50))
        self.assertIn("LUFS", said("mix", str(packed), str(out))[1])

    def test_what_cannot_be_heard_is_said_and_the_rest_is_mixed(self):
        made, _ = self.made()
        document = self.folder / "show.json"
        document.write_bytes(write_show(made))
        out = self.folder / "out.wav"
        code, told, err = said("mix", str(document), str(out))
        self.assertEqual((code, told.strip(), err.strip()), (1, "nothing is heard", "ritornel: music.wav: is not in the file"))  # fmt: skip
        self.assertTrue(out.exists())
        self.assertIn("cannot be written", said("mix", str(document), str(self.folder / "no" / "out.wav"))[2])
        self.assertIn("cannot be read", said("mix", str(self.folder / "no.zip"), str(out))[2])

    def test_the_beats_of_music_as_json_and_one_in_a_line(self):
        file = self.folder / "music.wav"
        file.write_bytes(wave_of(music(beat_times(100, 12))))
        code, told, _ = said("beats", str(file), "--json")
        found = json.loads(told)
        self.assertEqual((code, found["bar"], found["speaks"]), (0, 4, False))
        self.assertAlmostEqual(found["tempo"], 100, delta=2)
        self.assertGreater(said("beats", str(file))[1].count("|"), 3)
        file.write_bytes(wave_of(np.zeros(RATE)))
        self.assertEqual(said("beats", str(file), "--json")[0], 1)
        file.write_bytes(b"no sound")
        self.assertIn("does not decode", said("beats", str(file))[2])


class Fits(TestCase):
    def test_a_show_is_fitted_and_what_cannot_be_is_said(self):
        folder = Path(self.enterContext(tempfile.TemporaryDirectory()))
        document, out = folder / "show.json", folder / "fitted.json"
        document.write_bytes(write_show(show(slide(hold=5000), slide(hold=3000))))
        code, told, _ = said("fit", str(document), "--to", "0:12.345", "--out", str(out))
        self.assertEqual((code, told.strip()), (0, "8.000 s -> 12.345 s"))
        self.assertEqual(compile(read_show(json.loads(out.read_text()))).length_ms, 12_345)
        self.assertEqual(json.loads(said("fit", str(out), "--to", "12.345")[1]), json.loads(out.read_text()))
        self.assertIn("too long", said("fit", str(document), "--to", "1")[2])
        self.assertIn("--to must be", said("fit", str(document), "--to", "soon")[2])
        self.assertIn("cannot be written", said("fit", str(document), "--to", "9", "--out", f"{folder}/no/x")[2])


class FilmsOfShows(TestCase):
    def setUp(self):
        self.folder = Path(self.enterContext(tempfile.TemporaryDirectory()))
        slides = [slide(id=f"s{n}", hold=300, title=f"Part {n}", transition={"type": "cut"}) for n in range(3)]
        chapters = [{"id": "a", "title": "First", "first": "s0"}, {"id": "b", "title": "Second", "first": "s2"}]
        self.packed = self.folder / "show.zip"
        self.packed.write_bytes(b"".join(zip_blocks(show(*slides, chapters=chapters), {})))

    def film(self, name: str, *more: str) -> tuple[int, dict[str, Any], str]:
        code, told, err = said("film", str(self.packed), str(self.folder / name), "--height", "144", "--json", *more)
        return code, json.loads(told) if told else {}, err

    def test_what_is_made_is_told_by_the_ending(self):
        code, told, err = self.film("out.mp4", "--fps", "24")
        self.assertEqual((code, err), (1, "ritornel: film: is not in the file\nritornel: tune: is not in the file\n"))
        self.assertEqual((told["width"], told["height"], told["fps"], told["slides"]), (256, 144, 24, 3))
        self.assertEqual((self.folder / "out.mp4").stat().st_size, told["bytes"])
        self.assertEqual(self.film("out.webp")[0], 1)
        self.assertIn("is told by its ending: m4a, mp4", self.film("out.avi")[2])

    def test_a_chapter_by_number_or_title_or_slides(self):
        for more, count in (
            (("--chapter", "2"), 1),
            (("--chapter", "first"), 2),
            (("--slides", "2-3"), 2),
            (("--slides", "1"), 1),
        ):
            self.assertEqual(self.film("out.mp4", *more)[1]["slides"], count, more)
        for more, words in (
            (("--chapter", "9"), "it has 2"),
            (("--slides", "x"), "as in 3 or 3-6"),
            (("--slides", "7"), "has 3 slides"),
        ):
            code, _, err = self.film("out.mp4", *more)
            self.assertEqual(code, 2)
            self.assertIn(words, err)
        self.assertFalse(list(self.folder.glob(".*")), "nothing half written is left")

    def test_both_demo_shows_are_written_and_filmed(self):
        for name, slides in (("winter", 8), ("lamp", 9)):
            packed, out = self.folder / f"{name}.zip", self.folder / f"{name}.mp4"
            self.assertEqual(said("demo", "--zip", str(packed), "--show", name)[0], 0)
            code, told, err = said("film", str(packed), str(out), "--height", "360", "--fps", "24", "--json")
            self.assertEqual((code, err), (0, ""))
            length = json.loads(told)["length"]
            self.assertEqual(json.loads(told)["slides"], slides)
            with av.open(str(out)) as film:
                times = [frame.time for frame in film.decode(video=0)]
                self.assertAlmostEqual(film.duration / 1000, length, delta=60)
            self.assertTrue(all(0 < b - a < 1.1 for a, b in pairwise(times)), "frames come one after another")
            self.assertGreater(times[-1], length / 1000 - 1.1)
            with av.open(str(out)) as film:
                loud = [float(np.abs(frame.to_ndarray()).max()) for frame in film.decode(audio=0)]
            self.assertGreater(max(loud), 0.05)

    def test_pages_and_voices_are_a_film_with_captions(self):
        script, voices, pages = self.folder / "said.txt", [], []
        for n, colour in enumerate(("#204060", "#a9761f")):
            pages.append(self.folder / f"page {n}.png")
            pages[-1].write_bytes(png(colour, (320, 180)))
            voices.append(self.folder / f"voice {n}.wav")
            voices[-1].write_bytes(wave_of(0.2 * np.sin(np.arange(RATE) * 0.05)))
        (self.folder / "more.pdf").write_bytes(pdf("One more", "And one"))
        script.write_text("Four tons of glass.\n---\nAll of it floats.\n", encoding="utf-8")
        out = self.folder / "talk.mp4"
        files = [str(path) for path in (*pages, self.folder / "more.pdf")]
        how = ["--script", str(script), "--out", str(out), "--height", "144", "--seconds", "0.5"]
        code, told, err = said("pages", *files, "--voices", *map(str, voices), *how)
        self.assertEqual((code, err.count("does not seem to say")), (0, 2), err)
        self.assertIn("4 pages", told)
        with av.open(str(out)) as film:
            self.assertEqual(
                {stream.type for stream in film.streams} & {"video", "audio", "subtitle"},
                {"video", "audio", "subtitle"},
            )
            colours = [
                frame.to_ndarray(format="rgb24")[72, 128].tolist() for frame in film.decode(video=0) if frame.time > 0.6
            ]
        self.assertTrue(np.allclose(colours[0], (0x20, 0x40, 0x60), atol=6), colours)
        code, _, err = said("pages", files[0], "--voices", *map(str, voices), "--out", str(out))
        self.assertEqual((code, err), (2, "ritornel: there are 2 voices for 1 pages\n"))

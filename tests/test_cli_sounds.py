"""What the command line says of sounds: a show's mix, and the beats of music."""

import json
import tempfile
import wave
from pathlib import Path
from typing import Any
from unittest import TestCase

import numpy as np

from ritornel.core.model import Show
from ritornel.core.model.reading import read_show
from ritornel.core.score import compile
from ritornel.core.sound import RATE
from ritornel.formats.show_document import write_show, zip_blocks
from tests.files import wave_of
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

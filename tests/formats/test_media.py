import struct
import subprocess
import sys
import tempfile
import tracemalloc
import zlib
from pathlib import Path
from unittest import TestCase
from unittest.mock import patch

from PIL import Image

from ritornel.formats.examining import Examination
from ritornel.formats.media import STRIP_FRAMES, peaks, poster, probe, strip
from ritornel.formats.media_kinds import BadMedia
from ritornel.jobs.turns import Turns
from tests.files import any_turn, png, wav, webm


class Media(TestCase):
    def setUp(self):
        folder = tempfile.TemporaryDirectory()
        self.addCleanup(folder.cleanup)
        self.folder = Path(folder.name)

    def file(self, name: str, content: bytes) -> Path:
        path = self.folder / name
        path.write_bytes(content)
        return path

    def test_a_turned_photograph_is_measured_as_it_is_seen(self):
        path = self.folder / "turned.jpg"
        picture = Image.new("RGB", (40, 20))
        exif = picture.getexif()
        exif[0x0112] = 6
        picture.save(path, exif=exif)
        facts = probe(path, "turned.jpg")
        self.assertEqual((facts.width, facts.height), (20, 40))

    def test_a_cut_off_picture_is_refused(self):
        with self.assertRaises(BadMedia):
            probe(self.file("half.png", png(size=(600, 600))[:200]), "half.png")

    def test_the_strip_goes_from_the_first_frame_to_the_last(self):
        path = self.file("turn.webm", webm(2.0))
        strip(path, "turn.webm", 2000, self.folder / "strip.jpg")
        with Image.open(self.folder / "strip.jpg") as sheet:
            each = sheet.width // STRIP_FRAMES
            shades = [sheet.getpixel((each * n + each // 2, 36))[0] for n in range(STRIP_FRAMES)]
        self.assertLess(shades[0], 70)
        self.assertGreater(shades[-1], 190)
        self.assertEqual(shades, sorted(shades))

    def test_a_poster_is_the_frame_at_its_time(self):
        path = self.file("turn.webm", webm(2.0))
        poster(path, "turn.webm", 1000, self.folder / "poster.jpg")
        with Image.open(self.folder / "poster.jpg") as frame:
            self.assertEqual(frame.size, (64, 48))
            self.assertAlmostEqual(frame.getpixel((30, 20))[0], 140, delta=14)

    def test_peaks_follow_loudness(self):
        self.assertEqual(len(peaks(self.file("sea.wav", wav(2.0)), "sea.wav")), 40)
        self.assertAlmostEqual(max(peaks(self.file("sea.wav", wav(0.5)), "sea.wav")), 255 * 16000 / 32768, delta=4)
        self.assertEqual(peaks(self.file("mute.webm", webm(0.5)), "mute.webm"), b"")


class Limits(TestCase):
    """What is too much is refused from the header; what opens other files is not opened."""

    def setUp(self):
        folder = tempfile.TemporaryDirectory()
        self.addCleanup(folder.cleanup)
        self.folder = Path(folder.name)

    def refused(self, name: str, content: bytes) -> str:
        path = self.folder / name
        path.write_bytes(content)
        with self.assertRaises(BadMedia) as caught:
            probe(path, name)
        return str(caught.exception)

    def test_a_playlist_opens_nothing_whatever_it_is_called(self):
        playlist = f"#EXTM3U\n#EXTINF:5,\n{self.folder}/turn.webm\n#EXT-X-ENDLIST\n".encode()
        for name in ("turn.webm", "turn.mp4", "sea.ogg", "sea.mp3"):
            self.assertIn("is really a playlist", self.refused(name, playlist))

    def test_more_pixels_than_a_picture_may_have(self):
        content = bytearray(png(size=(8, 8)))
        content[16:24] = struct.pack(">II", 60_000, 60_000)
        content[29:33] = struct.pack(">I", zlib.crc32(content[12:29]))
        self.assertIn("million pixels", self.refused("huge.png", bytes(content)))

    def test_a_picture_with_a_novel_packed_into_it(self):
        content = png(size=(8, 8))
        text = b"note\0\0" + zlib.compress(b"x" * 50_000_000)
        chunk = struct.pack(">I", len(text)) + b"zTXt" + text + struct.pack(">I", zlib.crc32(b"zTXt" + text))
        self.assertIn("does not decode", self.refused("novel.png", content[:33] + chunk + content[33:]))

    def test_an_empty_sound_is_told_so(self):
        self.assertIn("is empty: there is no sound in it", self.refused("sea.wav", wav(0.0)))

    def test_sound_at_a_rate_that_nobody_hears(self):
        content = bytearray(wav(0.1))
        content[24:28] = struct.pack("<I", 3_000_000)
        self.assertIn("export it at 48,000 Hz", self.refused("bat.wav", bytes(content)))

    def test_sound_that_says_it_lasts_for_days(self):
        content = bytearray(wav(0.1, rate=8))
        content += bytes(2 * 8 * 3600 * 5)
        content[40:44] = struct.pack("<I", len(content) - 44)
        self.assertIn("lasts longer than 4 hours", self.refused("days.wav", bytes(content)))

    def test_hours_of_sound_are_looked_through_without_holding_them(self):
        path = self.folder / "long.wav"
        path.write_bytes(wav(0.1, rate=8000))
        with path.open("r+b") as file:
            file.truncate(8000 * 2 * 1800)
            file.seek(40)
            file.write(struct.pack("<I", 8000 * 2 * 1800 - 44))
        tracemalloc.start()
        self.assertEqual(len(peaks(path, "long.wav")), 1800 * 20)
        self.assertLess(tracemalloc.get_traced_memory()[1], 4_000_000)
        tracemalloc.stop()


class Apart(TestCase):
    """The child process in which files are looked through."""

    def setUp(self):
        folder = tempfile.TemporaryDirectory()
        self.addCleanup(folder.cleanup)
        self.folder = Path(folder.name)

    def examination(self, name: str, content: bytes) -> Examination:
        path = self.folder / name
        path.write_bytes(content)
        return Examination(path, name, self.folder / "found", any_turn)

    def test_its_outcome_is_there_also_for_who_asks_later(self):
        examination = self.examination("sea.wav", wav(1.5))
        self.assertIsNone(examination.outcome(0))
        facts = examination.outcome(30).facts
        self.assertEqual((facts["kind"], facts["length_ms"]), ("sound", 1500))
        later = Examination(examination.path, "sea.wav", self.folder / "found", lambda: None)
        self.assertEqual(later.outcome(0).facts, facts)
        self.assertEqual(len((self.folder / "found" / "peaks").read_bytes()), 30)
        self.assertEqual(len(list((self.folder / "found").glob("attempt-*"))), 1)

    def test_it_begins_when_there_is_a_turn_and_holds_it(self):
        path = self.folder / "sea.wav"
        path.write_bytes(wav())
        turns = Turns(self.folder / "turns", at_once=1)
        held = turns.taken("other")
        examination = Examination(path, "sea.wav", self.folder / "found", lambda: turns.taken("me"))
        self.assertIsNone(examination.outcome(0.2))
        self.assertEqual(list((self.folder / "found").glob("attempt-*")), [])
        held.close()
        self.assertIsNone(examination.outcome(0))
        self.assertIsNone(turns.taken("other"), "the child holds it")
        self.assertIsNotNone(examination.outcome(30).facts)

    def test_what_is_refused_says_why(self):
        self.assertIn("does not decode", self.examination("lamp.png", b"nothing").outcome(30).refused)

    def test_one_that_is_killed_is_begun_again_and_then_given_up(self):
        with patch("ritornel.formats.examining.sys.executable", "/bin/false"):
            self.assertIn("more time or memory", self.examination("sea.wav", wav()).outcome(30).refused)
        self.assertEqual(len(list((self.folder / "found").glob("attempt-*"))), 2)

    def test_its_memory_is_bounded(self):
        script = "from ritornel.formats import examining as e; e.bound_this_process(); bytearray(e.MEMORY_BYTES)"
        told = subprocess.run([sys.executable, "-c", script], capture_output=True, text=True, check=False)
        self.assertIn("MemoryError", told.stderr)

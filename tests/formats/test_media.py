import tempfile
from pathlib import Path
from unittest import TestCase

from PIL import Image

from ritornel.formats.media import STRIP_FRAMES, BadMedia, peaks, poster, probe, strip
from tests.material import png, wav, webm


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
        strip(path, 2000, self.folder / "strip.jpg")
        with Image.open(self.folder / "strip.jpg") as sheet:
            each = sheet.width // STRIP_FRAMES
            shades = [sheet.getpixel((each * n + each // 2, 36))[0] for n in range(STRIP_FRAMES)]
        self.assertLess(shades[0], 70)
        self.assertGreater(shades[-1], 190)
        self.assertEqual(shades, sorted(shades))

    def test_a_poster_is_the_frame_at_its_time(self):
        path = self.file("turn.webm", webm(2.0))
        poster(path, 1000, self.folder / "poster.jpg")
        with Image.open(self.folder / "poster.jpg") as frame:
            self.assertEqual(frame.size, (64, 48))
            self.assertAlmostEqual(frame.getpixel((30, 20))[0], 140, delta=14)

    def test_peaks_follow_loudness(self):
        self.assertEqual(len(peaks(self.file("sea.wav", wav(2.0)))), 40)
        self.assertAlmostEqual(max(peaks(self.file("sea.wav", wav(0.5)))), 255 * 16000 / 32768, delta=4)
        self.assertEqual(peaks(self.file("mute.webm", webm(0.5))), b"")

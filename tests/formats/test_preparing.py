"""What becomes of files before they are kept: nothing tells where they were made, all of them can be shown."""

import tempfile
from io import BytesIO
from pathlib import Path
from typing import Any
from unittest import TestCase

import av
import numpy as np
import pillow_heif
from PIL import Image, PngImagePlugin

from ritornel.core.model.paths import read_path
from ritornel.formats.examining import Examination, Outcome
from ritornel.formats.media import examine
from ritornel.formats.media_kinds import STAGE, BadMedia
from ritornel.formats.preparing import prepare
from ritornel.formats.svg import made_safe, size_of
from ritornel.formats.svg_outline import outline_of
from tests.files import any_turn

PLACE = b"Skarholm 59.1N 10.4E"


def picture(size: tuple[int, int] = (40, 20), colour: Any = (200, 30, 30)) -> Image.Image:
    made = Image.new("RGB", size, colour)
    made.putpixel((0, 0), (0, 0, 255))
    return made


class Prepared(TestCase):
    def setUp(self):
        folder = tempfile.TemporaryDirectory()
        self.addCleanup(folder.cleanup)
        self.folder = Path(folder.name)

    def kept(self, name: str, made: Image.Image, kind: str, **more: Any) -> tuple[str, bytes]:
        path = self.folder / "copy"
        made.save(path, kind, **more)
        self.assertIn(PLACE, path.read_bytes())
        return prepare(path, name), path.read_bytes()

    def told(self, orientation: int = 1) -> Image.Exif:
        exif = Image.Exif()
        exif[0x0112] = orientation
        exif[0x010E] = PLACE.decode()
        exif.get_ifd(0x8825)[1] = "N"
        return exif

    def test_where_it_was_taken_goes_and_the_turn_of_the_camera_stays(self):
        for orientation in (1, 6):
            name, content = self.kept("a.jpg", picture(), "JPEG", exif=self.told(orientation), comment=PLACE)
            self.assertEqual(name, "a.jpg")
            self.assertNotIn(PLACE, content)
            with Image.open(BytesIO(content)) as again:
                self.assertEqual(again.getexif().get(0x0112, 1), orientation)
                self.assertFalse(again.getexif().get_ifd(0x8825))
                again.load()

    def test_the_picture_itself_stays_byte_for_byte(self):
        info = PngImagePlugin.PngInfo()
        info.add_text("Comment", PLACE.decode())
        for name, kind, more in (("a.png", "PNG", {"pnginfo": info, "exif": self.told()}), ("a.webp", "WEBP", {"exif": self.told(), "lossless": True})):  # fmt: skip
            _, content = self.kept(name, picture(), kind, **more)
            self.assertNotIn(PLACE, content)
            with Image.open(BytesIO(content)) as again:
                self.assertEqual(list(again.convert("RGB").getdata()), list(picture().getdata()))
                self.assertFalse(again.getexif())

    def test_a_jpeg_with_odd_segments(self):
        """Fill bytes before a marker, notes between scans and behind the end: none of them keeps what it tells."""
        exif = self.told().tobytes()
        note = b"\xff\xe1" + (len(exif) + 2).to_bytes(2, "big") + exif
        comment = b"\xff\xfe" + (len(PLACE) + 2).to_bytes(2, "big") + PLACE
        path = self.folder / "copy"
        noise = Image.effect_noise((64, 64), 80).convert("RGB")
        for more in ({}, {"progressive": True}, {"quality": 30, "icc_profile": b"a profile"}):
            noise.save(path, "JPEG", **more)
            plain = path.read_bytes()
            scan = plain.rindex(b"\xff\xda")
            for odd in (
                plain[:2] + b"\xff\xff\xff" + note[1:] + plain[2:],
                plain[:2] + b"\xff\xe3" + comment[2:] + comment + plain[2:],
                plain[:scan] + note + plain[scan:],
                plain + note + comment,
                plain[:-2] + comment + plain[-2:] + plain[:2] + note + plain[2:],
            ):
                path.write_bytes(odd)
                prepare(path, "a.jpg")
                self.assertNotIn(PLACE, path.read_bytes())
                with Image.open(path) as kept, Image.open(BytesIO(plain)) as was:
                    self.assertEqual(list(kept.getdata()), list(was.getdata()))
                    self.assertEqual(kept.info.get("icc_profile"), more.get("icc_profile"))
        for cut in range(2, 60):
            path.write_bytes(odd[:cut])
            prepare(path, "a.jpg")

    def test_where_a_clip_was_taken(self):
        path = self.folder / "copy"
        for ending, kind in ((".mp4", "mp4"), (".mov", "mov")):
            with av.open(str(path), "w", format=kind, options={"movflags": "use_metadata_tags"}) as made:
                made.metadata.update(
                    {
                        "location": PLACE.decode(),
                        "comment": PLACE.decode(),
                    }
                )
                stream = made.add_stream("libx264", rate=10)
                stream.width, stream.height, stream.pix_fmt = 64, 48, "yuv420p"
                for _ in range(5):
                    made.mux(stream.encode(av.VideoFrame.from_image(picture((64, 48)))))
                made.mux(stream.encode(None))
            before = examine(path, f"a{ending}", self.folder)
            whole = path.read_bytes()
            self.assertIn(PLACE, whole)
            note = b"uuid" + bytes(16) + PLACE
            path.write_bytes(whole + (len(note) + 4).to_bytes(4, "big") + note)
            prepare(path, f"a{ending}")
            self.assertNotIn(PLACE, path.read_bytes())
            self.assertEqual(examine(path, f"a{ending}", self.folder), before)
            for cut in range(0, len(whole), 97):
                path.write_bytes(whole[:cut])
                prepare(path, f"a{ending}")

    def test_avif_and_heif(self):
        name, content = self.kept("a.avif", picture(), "AVIF", exif=self.told())
        self.assertEqual((name, PLACE in content), ("a.avif", False))
        pillow_heif.register_heif_opener()
        name, content = self.kept("a.heic", picture((64, 48)), "HEIF", exif=self.told().tobytes())
        self.assertEqual((name, PLACE in content), ("a.jpg", False))
        with Image.open(BytesIO(content), formats=["JPEG"]) as again:
            self.assertEqual(again.size, (64, 48))

    def test_a_picture_that_moves_becomes_a_clip_and_one_that_stands_still_does_not(self):
        path = self.folder / "copy"
        first, *others = (picture(colour=(shade, shade, shade)) for shade in (0, 120, 240))
        poster = {"default_image": True}  # a frame for those that cannot show the others
        for kind, more, length in (("GIF", {}, 900), ("WEBP", {}, 900), ("AVIF", {}, 900), ("PNG", {}, 900), ("PNG", poster, 600)):  # fmt: skip
            with self.subTest(kind, **more):
                moving, still = f"turn.{kind.lower()}", f"still.{kind.lower()}"
                first.save(path, kind, save_all=True, append_images=others, duration=300, **more)
                self.assertEqual(prepare(path, moving), "turn.webm")
                facts = examine(path, "turn.webm", self.folder)
                self.assertEqual((facts.kind, facts.width, facts.height), ("clip", 40, 20))
                self.assertAlmostEqual(facts.length_ms, length, delta=50)
                picture().save(path, kind)
                self.assertEqual(prepare(path, still), still)

    def test_one_of_many_pixels_is_also_kept_as_large_as_a_stage_needs(self):
        path = self.folder / "large.jpg"
        picture((STAGE + 400, 300)).save(path, exif=self.told(6))
        facts = examine(path, "large.jpg", self.folder)
        self.assertEqual((facts.width, facts.height), (300, STAGE + 400))
        with Image.open(self.folder / "stage.webp") as stage:
            self.assertEqual(stage.height, STAGE)
        with Image.open(self.folder / "small.webp") as small:
            self.assertEqual(small.height, 480)

    def test_a_hundred_million_pixels_are_looked_through_in_bounds(self):
        huge = picture((10_000, 10_000))
        for name, made, more in (("a.jpg", huge, {"quality": 60}), ("a.png", huge.convert("RGBA"), {"compress_level": 1}), ("a.webp", huge, {"method": 0})):  # fmt: skip
            with self.subTest(name):
                path = self.folder / name
                made.save(path, **more)
                found = self.folder / f"found-{name}"
                outcome = Examination(path, name, found, any_turn).outcome(90) or Outcome()
                self.assertEqual(outcome.refused, "")
                self.assertEqual(outcome.facts and outcome.facts["width"], 10_000)
                with Image.open(found / "small.webp") as small:
                    self.assertEqual(small.size, (480, 480))
                    seen = np.asarray(small.convert("RGB"), dtype=int)
                self.assertLess(np.abs(seen - (200, 30, 30)).max(axis=2)[5:, 5:].max(), 6)

    def test_what_is_hurt_or_cut_off_is_refused_in_a_sentence(self):
        first, *others = (Image.effect_noise((60, 40), 40 + shade).convert("RGB") for shade in (0, 20, 40))
        for number, (kind, hurt, frames) in enumerate(
            [(kind, False, others) for kind in ("GIF", "WEBP", "PNG", "AVIF")] + [("AVIF", True, others), ("AVIF", True, [])]
        ):  # fmt: skip
            whole = BytesIO()
            first.save(whole, kind, save_all=bool(frames), append_images=frames)
            content = whole.getvalue()
            start = content.index(b"mdat") + 4 if hurt else len(content) * 9 // 10
            content = content[:start] + (bytes(255 - byte for byte in content[start:]) if hurt else b"")
            name = f"a.{kind.lower()}"
            path = self.folder / name
            path.write_bytes(content)
            outcome = Examination(path, name, self.folder / f"found-{number}", any_turn).outcome(60) or Outcome()
            self.assertIn(f"“{name}” does not decode as a picture", outcome.refused)

    def test_what_is_no_picture_is_refused_in_a_sentence(self):
        for name, content in (("a.heic", b"x" * 99), ("a.gif", b"GIF89a"), ("a.avif", b"0"), ("a.svg", b"<svg"), ("a.jpg", b"\xff\xd8\xff\xe1\xff")):  # fmt: skip
            path = self.folder / name
            path.write_bytes(content)
            outcome = Examination(path, name, self.folder / f"found-{name}", any_turn).outcome(30) or Outcome()
            self.assertIn(f"“{name}”", outcome.refused)


NS = 'xmlns="http://www.w3.org/2000/svg" xmlns:xlink="http://www.w3.org/1999/xlink"'


class Drawings(TestCase):
    def test_what_draws_stays_and_what_acts_or_calls_goes(self):
        content = f"""<?xml version="1.0"?><svg {NS} width="40" height="20" onload="x()">
            <script>alert(1)</script><style>@import url(http://x)</style><style>.a{{fill:red}}</style>
            <foreignObject><p>hello</p></foreignObject><a href="http://x"><rect/></a><animate/>
            <defs><linearGradient id="g"/></defs><rect class="a" fill="url(#g)" onclick="y()" width="4" height="4"/>
            <use href="#g"/><use xlink:href="http://x/y.svg#a"/><image href="data:image/png;base64,AAAA"/>
            <image href="file:///etc/passwd"/><rect style="fill:url(http://x)"/><rect fill="url( 'https://x')"/></svg>"""
        safe = made_safe(content.encode(), "a.svg").decode()
        for gone in (
            "script",
            "import",
            "foreign",
            "hello",
            "http://x",
            "https://x",
            "onload",
            "onclick",
            "passwd",
            "animate",
        ):
            self.assertNotIn(gone, safe)
        for there in (".a{fill:red}", 'fill="url(#g)"', 'href="#g"', "data:image/png;base64,AAAA", 'class="a"'):
            self.assertIn(there, safe)

    def test_a_style_names_nothing_outside_however_it_is_written(self):
        for way in (
            "fill:url(http://x/a)", "fill:u\\72l(http://x/a)", "fill:\\75 rl(//x/a)", "fill:u/**/rl(http://x/a)", "fill:url(/*#*/http://x/a)",
            "background:image-set('http://x/a' 1x)", "background:-webkit-image-set('x' 1x)", "fill:IMAGE-SE\\54('x')", "content:src('http://x')",
            "mask:cross-fade(url(#a), 'x')", "\\@import 'x'", "fill:url(\\68ttp://x)", "fill: url( '\\2f/x')",
        ):  # fmt: skip
            for drawn in (
                f'<rect style="{way}" width="9"/>',
                f"<style>a{{{way}}}</style>",
                f'<rect fill="{way.partition(":")[2] or way}" width="9"/>',
            ):
                safe = made_safe(f"<svg {NS}>{drawn}</svg>".encode(), "a.svg").decode()
                self.assertNotRegex(safe, r"style|fill=", way)
        for fine in ("fill:url(#g)", "fill:url( '#g' )", "fill:#abc;stroke:red", "font-family:'M PLUS \\31 p'"):
            self.assertIn(fine, made_safe(f'<svg {NS}><rect style="{fine}"/></svg>'.encode(), "a.svg").decode())
        self.assertIn('id="image (1)"', made_safe(f'<svg {NS}><g id="image (1)"/></svg>'.encode(), "a.svg").decode())

    def test_sizes(self):
        for attributes, size in (
            ('width="40" height="20"', (40, 20)), ('width="1in" height="10mm"', (96, 38)), ('viewBox="0 0 30 60"', (30, 60)),
            ('width="100%" viewBox="-5 -5 300 150"', (300, 150)),
        ):  # fmt: skip
            self.assertEqual(size_of(f"<svg {NS} {attributes}/>".encode(), "a.svg"), size)

    def test_bombs_and_other_documents_are_refused(self):
        laughs = "".join(f'<!ENTITY l{n} "{f"&l{n - 1};" * 10 if n else "lol"}">' for n in range(9))
        deep = "<g>" * 5000 + "</g>" * 5000
        for bad in (
            f"<!DOCTYPE svg [{laughs}]><svg {NS}>&l8;</svg>", "<html/>", f"<svg {NS}>{deep}</svg>", "",
            f"<svg {NS}>" + "<g/>" * 50_001 + "</svg>", f'<!DOCTYPE svg [<!ENTITY x SYSTEM "file:///etc/passwd">]><svg {NS}>&x;</svg>',
        ):  # fmt: skip
            with self.assertRaises(BadMedia):
                made_safe(bad.encode(), "a.svg")
        with self.assertRaises(BadMedia):
            size_of(f"<svg {NS}/>".encode(), "a.svg")

    def test_outlines_become_one_path_with_their_transforms_carried_out(self):
        drawing = (
            f'<svg {NS} viewBox="0 0 9 9"><g transform="translate(10 5) scale(2)"><path d="M0 0h10v5z"/></g></svg>'
        )
        self.assertEqual(outline_of(drawing.encode(), "a.svg"), "M10 5L30 5L30 15Z")
        more = (
            f'<svg {NS}><circle r="5"/><path d="M0 0Q 6 0 6 6"/><polygon points="0,0 4,0 4,4"/><script>x</script></svg>'
        )
        letters = [s.letter for s in read_path(outline_of(more.encode(), "a.svg"))]
        self.assertEqual("".join(letters).replace("C" * 12, "O"), "MOZMCMLLZ")
        many = '<path d="M0 0' + "L1 1" * 3000 + '"/>'
        for bad in (
            f"<svg {NS}/>",
            f"<svg {NS}><text>x</text></svg>",
            f"<svg {NS}>{many}</svg>",
            f'<svg {NS}><path d="M0 0Lx"/></svg>',
            "no",
        ):
            with self.assertRaisesRegex(BadMedia, "“a.svg”"):
                outline_of(bad.encode(), "a.svg")

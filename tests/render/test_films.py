"""Films decoded again and looked at: every frame at its instant, sound in step, chapters, captions, what is in them."""

import io
import tempfile
import zipfile
from collections.abc import Iterator
from itertools import pairwise
from pathlib import Path
from unittest import TestCase

import av
import numpy as np
import pypdfium2
from msgspec.structs import replace
from PIL import Image

from ritornel.core.model import Show
from ritornel.core.score import compile
from ritornel.formats.samples import paced_blocks
from ritornel.render.filming import Film, FilmSettings, Sources, chapter_slides, only
from ritornel.render.ways_out import WAYS, planned
from tests.files import png, wave_of
from tests.made import show, slide, step, text
from tests.render.test_frames import bare, box

CUT = {"transition": {"type": "cut"}}
SMALL = FilmSettings(lines=120, fps=25)
FLASHES = (1000, 2500, 4730)
RATE = 48_000


def flashing() -> tuple[Show, bytes]:
    """A show in which a white box comes and goes, and its voice, which beeps whenever it comes."""
    white = box(x=0, y=0, width=1280, height=720, fill="#ffffff")
    slides, beeps, reached = [], [], 0
    for flash, following in pairwise((*FLASHES, 6000)):
        slides.append(bare(hold=flash - reached, **CUT, background="#000000"))
        slides.append(bare(white, hold=200, **CUT, background="#000000"))
        beeps.append(flash)
        reached = flash + 200
        if following == 6000:
            slides.append(bare(hold=600, **CUT, background="#000000"))
    samples = np.zeros(RATE * 6)
    for beep in beeps:
        samples[beep * RATE // 1000 : (beep + 200) * RATE // 1000] = 0.5 * np.sin(
            np.arange(RATE // 5) * 2 * np.pi * 1000 / RATE
        )
    made = show(*slides, beds=[{"id": "bed", "asset": "beeps", "first": 1, "loops": False, "gain": 0, "out": 6000}])
    return replace(made, assets=(*made.assets, replace(made.assets[1], id="beeps", length_ms=6000))), wave_of(samples)


class Made(TestCase):
    def setUp(self):
        held = tempfile.TemporaryDirectory()
        self.addCleanup(held.cleanup)
        self.folder = Path(held.name)
        self.files: dict[str, Path] = {}

    def opened(self, asset: str, start_s: float, pace: float) -> Iterator[np.ndarray]:
        return paced_blocks(self.files[asset], start_s, pace)

    def made(self, film: Film) -> Path:
        """A film made piece by piece, and joined."""
        way = WAYS[film.settings.kind]
        paths = {piece.name: self.folder / f"{piece.name}.{film.settings.kind}" for piece in film.pieces}
        for piece in film.pieces:
            way.make(film, piece, Sources(self.files, self.opened), paths[piece.name], lambda _: None)
        out = self.folder / f"film.{way.ending}"
        way.join(film, paths, out)
        return out

    def pictures(self, path: Path) -> list[tuple[float, np.ndarray]]:
        with av.open(str(path)) as container:
            return [(1000 * frame.time, frame.to_ndarray(format="rgb24")) for frame in container.decode(video=0)]

    def sound(self, path: Path) -> np.ndarray:
        """The left channel from the instant 0 on, as a player plays it."""
        with av.open(str(path)) as container:
            frames = list(container.decode(audio=0))
        data = np.concatenate([f.to_ndarray()[0].reshape(-1, 1 if f.format.is_planar else 2)[:, 0] for f in frames])
        begins = round(float(frames[0].time) * RATE)
        return np.pad(data, (begins, 0)) if begins >= 0 else data[-begins:]


class Films(Made):
    def test_every_frame_is_at_its_instant_and_sound_is_in_step(self):
        shown, voice = flashing()
        self.files["beeps"] = self.folder / "beeps.wav"
        self.files["beeps"].write_bytes(voice)
        for kind in ("mp4", "webm"):
            with self.subTest(kind):
                path = self.made(planned(shown, replace(SMALL, kind=kind)))
                pictures = self.pictures(path)
                light = [(at, picture.mean() > 128) for at, picture in pictures]
                begins = [at for (_, was), (at, now) in pairwise(light) if now and not was]
                self.assertEqual(len(begins), len(FLASHES))
                heard = self.sound(path)
                loud = np.abs(heard) > 0.1
                beeps = [n * 1000 / RATE for n in np.flatnonzero(loud) if not loud[max(0, n - 2400) : n].any()]
                self.assertEqual(len(beeps), len(FLASHES))
                for flash, seen, beep in zip(FLASHES, begins, beeps, strict=True):
                    self.assertAlmostEqual(seen, flash, delta=1)
                    self.assertAlmostEqual(beep, seen, delta=20)
                with av.open(str(path)) as container:
                    self.assertAlmostEqual(container.duration / 1000, compile(shown).length_ms, delta=45)

    def test_what_is_moving_has_all_its_frames_what_stands_has_few(self):
        rise = step("a", "alongside", 1000, effect="rise", easing="linear")
        made = show(bare(box(), steps=(rise,), hold=5000, **CUT))
        times = [at for at, _ in self.pictures(self.made(planned(made, SMALL)))]
        self.assertEqual(sum(at <= 1000 for at in times), 26)
        self.assertTrue(all(abs(b - a - 40) < 1 for a, b in pairwise(times[:26])))
        self.assertLess(len(times), 26 + 12)

    def test_it_tells_its_title_its_chapters_and_its_captions(self):
        said = slide(script="Four tons of glass. All of it floats.", title="One")
        made = show(said, slide(script="Nobody pushes.", title="Two"), title="The lamp")
        ids = [one.id for one in made.slides]
        made = show(
            said | {"id": ids[0]},
            slide(script="Nobody pushes.", title="Two", id=ids[1]),
            title="The lamp",
            chapters=[{"id": "a", "title": "First", "first": ids[0]}, {"id": "b", "title": "Second", "first": ids[1]}],
        )
        score = compile(made)
        for kind in ("mp4", "webm"):
            with self.subTest(kind), av.open(str(self.made(planned(made, replace(SMALL, kind=kind))))) as container:
                self.assertEqual(container.metadata["title"], "The lamp")
                chapters = [
                    (one["metadata"]["title"], round(float(one["start"] * one["time_base"] * 1000)))
                    for one in container.chapters()
                ]
                self.assertEqual(chapters, [("First", 0), ("Second", score.starts[1])])
                stream = next(iter(container.streams.subtitles))
                self.assertEqual(stream.metadata["language"], "eng")
                words = b" ".join(bytes(packet) for packet in container.demux(stream))
                self.assertIn(b"Four tons of glass", words)
                self.assertIn(b"Nobody pushes", words)

    def test_captions_can_be_in_the_picture(self):
        made = show(slide(script="Four tons of glass, and all of it floats.", hold=2000, background="#faf6ec"))
        plain, burnt = (
            self.pictures(self.made(planned(made, replace(SMALL, burnt=language)))) for language in (None, "")
        )
        self.assertGreater(dict(plain)[0.0][110].mean(), 200)
        dark = [at for at, picture in burnt if picture[110].mean() < 200]
        self.assertTrue(dark)
        self.assertGreater(len(burnt), 0)

    def test_colours_are_those_of_the_show(self):
        made = show(bare(box(x=0, y=0, width=1280, height=720, fill="#a9761f"), **CUT))
        for kind in ("mp4", "webm"):
            picture = self.pictures(self.made(planned(made, replace(SMALL, kind=kind))))[0][1]
            self.assertTrue(np.allclose(picture[60, 100], (0xA9, 0x76, 0x1F), atol=5), (kind, picture[60, 100]))

    def test_a_show_without_length_has_no_film(self):
        with self.assertRaisesRegex(ValueError, "give one a hold"):
            planned(show(slide(hold=0, objects=(), **CUT)), SMALL)


class Pieces(Made):
    def names(self, made: Show) -> list[str]:
        return [piece.name for piece in planned(made, SMALL).of("picture")]

    def test_a_change_of_a_slide_makes_its_segment_anew_and_those_that_show_it(self):
        slides = [bare(box(x=100 * n), id=f"s{n}", transition={"type": "fade", "duration": 400}) for n in range(5)]
        before = self.names(show(*slides))
        slides[2] = slides[2] | {"hold": 2345, "objects": [box(x=900)]}
        after = self.names(show(*slides))
        self.assertEqual([a == b for a, b in zip(before, after, strict=True)], [True, True, False, False, True])

    def test_what_is_only_said_changes_no_picture(self):
        one = bare(box(), id="one", title="One", hold=4000)
        self.assertEqual(self.names(show(one)), self.names(show(one | {"title": "Another", "notes": "Breathe."})))

    def test_names_do_not_depend_on_how_numbers_are_written(self):
        self.assertEqual(
            self.names(show(bare(box(x=100, opacity=1)))), self.names(show(bare(box(x=100.0, opacity=1.0))))
        )

    def test_size_rate_shape_and_captions_are_in_them(self):
        made = show(slide(script="Four tons."))
        others = [
            replace(SMALL, fps=30),
            replace(SMALL, lines=240),
            replace(SMALL, shape="square"),
            replace(SMALL, burnt=""),
        ]
        names = {planned(made, settings).pieces[0].name for settings in (SMALL, *others)}
        self.assertEqual(len(names), 5)

    def test_a_chapter_or_some_slides_alone(self):
        made = show(
            *(bare(id=f"s{n}") for n in range(4)),
            chapters=[{"id": "a", "title": "A", "first": "s0"}, {"id": "b", "title": "B", "first": "s2"}],
        )
        self.assertEqual(chapter_slides(made, 2), ["s2", "s3"])
        self.assertEqual([s.id for s in only(made, chapter_slides(made, 1)).slides], ["s0", "s1"])
        with self.assertRaisesRegex(ValueError, "it has 2"):
            chapter_slides(made, 3)
        with self.assertRaisesRegex(ValueError, "choose others"):
            only(made, [])


class OtherWays(Made):
    def test_a_moving_picture_shows_each_frame_for_as_long_as_it_stands(self):
        made = show(bare(box(), **CUT, hold=300), bare(box(fill="#a9761f"), **CUT, hold=700))
        path = self.made(planned(made, replace(SMALL, kind="webp")))
        with Image.open(path) as picture:
            self.assertEqual(picture.size, (214, 120))
            frames = []
            for number in range(picture.n_frames):
                picture.seek(number)
                picture.load()
                frames.append((picture.info["duration"], picture.convert("RGB").getpixel((80, 45))))
        self.assertEqual(sum(lasts for lasts, _ in frames[:1]), 300)
        self.assertTrue(np.allclose(frames[0][1], (0x1F, 0x7A, 0x6D), atol=12), frames)
        self.assertTrue(np.allclose(frames[1][1], (0xA9, 0x76, 0x1F), atol=12), frames)
        long = show(bare(hold=200_000))
        with self.assertRaisesRegex(ValueError, "choose a chapter"):
            planned(long, replace(SMALL, kind="webp"))

    def test_the_sound_alone_is_as_long_and_as_loud_as_the_mix(self):
        shown, voice = flashing()
        self.files["beeps"] = self.folder / "beeps.wav"
        self.files["beeps"].write_bytes(voice)
        levels = {}
        for kind in ("wav", "m4a", "opus"):
            heard = self.sound(self.made(planned(shown, FilmSettings(kind=kind))))
            heard = heard / 32768 if kind == "wav" else heard
            self.assertAlmostEqual(len(heard) / RATE * 1000, compile(shown).length_ms, delta=50)
            levels[kind] = 20 * np.log10(np.sqrt(np.mean(heard[48_500:57_000].astype(float) ** 2)))
        self.assertAlmostEqual(levels["m4a"], levels["wav"], delta=0.5)
        self.assertAlmostEqual(levels["opus"], levels["wav"], delta=0.5)
        with self.assertRaisesRegex(ValueError, "nothing is heard"):
            planned(show(bare()), FilmSettings(kind="m4a"))

    def test_pages_are_slides_as_they_end_or_as_they_are_before_each_cue(self):
        words = text("t", "Four tons", x=10, y=10, width=300, height=60)
        steps = (
            step("a", "cue", 200, object="t", kind="entrance", effect="fade"),
            step("b", "cue", 200, object="t", kind="exit"),
        )
        made = show(bare(words, steps=steps, title="Turning"), bare(box(), title="Still"), title="An evening")
        for kind, shown in (("pdf", ["", ""]), ("pdf-cues", ["", "Four tons", "", ""])):
            pages = pypdfium2.PdfDocument(self.made(planned(made, replace(SMALL, kind=kind))))
            self.assertEqual([page.get_textpage().get_text_range() for page in pages], shown)
            self.assertEqual([mark.get_title() for mark in pages.get_toc()], ["Turning", "Still"])
            self.assertEqual(pages[0].get_size(), (made.width * 0.75, made.height * 0.75))
            last = np.asarray(pages[len(pages) - 1].render(scale=0.25).to_pil().convert("RGB"))
            self.assertTrue(np.allclose(last[40, 80], (0x1F, 0x7A, 0x6D), atol=12), last[40, 80])

    def test_stills_are_slides_as_they_end(self):
        gone = step("x", "alongside", 300, kind="exit", effect="fade")
        lamp = {"id": "p", "kind": "picture", "asset": "lamp", "x": 0, "y": 0, "width": 100, "height": 100}
        self.files["lamp"] = self.folder / "lamp.png"
        self.files["lamp"].write_bytes(png("#ff0000", (64, 48)))
        made = show(bare(box(), steps=(gone,), title="Gone"), bare(box(), lamp, title="Stays"))
        made = replace(
            made,
            assets=(
                *made.assets,
                replace(made.assets[0], id="lamp", kind="picture", width=64, height=48, mime="image/png"),
            ),
        )
        for kind in ("png", "svg"):
            with zipfile.ZipFile(self.made(planned(made, replace(SMALL, kind=kind)))) as packed:
                self.assertEqual(packed.namelist(), [f"001 gone.{kind}", f"002 stays.{kind}"])
                first, second = (packed.read(name) for name in packed.namelist())
            if kind == "png":
                shown = [
                    np.asarray(Image.open(io.BytesIO(content)).convert("RGB"))[47, 94].tolist()
                    for content in (first, second)
                ]
                self.assertEqual(shown, [[250, 246, 236], [31, 122, 109]])
            else:
                self.assertNotIn(b"#1f7a6d", first)
                self.assertIn(b"#1f7a6d", second)
                self.assertIn(b"data:image/png", second)

    def test_a_plane_is_shown_stop_by_stop_with_its_words_where_they_are_seen(self):
        views = [{"id": "a", "x": 640, "y": 360, "width": 1280}, {"id": "b", "x": 4000, "y": 360, "width": 640}]
        goes = [step(f"to-{v['id']}", t, 300, kind="view", view=v["id"], object="") for v, t in zip(views, ("alongside", "cue"), strict=True)]  # fmt: skip
        words = [text(n, n.title(), x=x, y=300, width=300, height=60) for n, x in (("near", 100), ("far", 3900))]
        made = show(bare(*words, steps=goes, title="Plan", views=views, plane={"width": 5000, "height": 720}))
        pages = pypdfium2.PdfDocument(self.made(planned(made, replace(SMALL, kind="pdf"))))
        self.assertEqual([page.get_textpage().get_text_range() for page in pages], ["Near", "Far"])
        left, *_ = pages[1].get_textpage().get_charbox(0)
        self.assertAlmostEqual(left, (3900 - 3680) * 2 * 0.75, delta=6)
        with zipfile.ZipFile(self.made(planned(made, replace(SMALL, kind="png")))) as packed:
            self.assertEqual(packed.namelist(), ["001-01 plan.png", "001-02 plan.png"])

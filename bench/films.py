"""Films: what drawing costs beside encoding alone, still beside moving, a long show, and how much memory."""

import statistics
import tempfile
import time
from collections.abc import Iterator
from fractions import Fraction
from itertools import pairwise
from multiprocessing import get_context
from pathlib import Path
from typing import Any

import av
import numpy as np
from msgspec.structs import replace

from ritornel.cli._filming import make_film
from ritornel.cli._media import asset_of
from ritornel.core.model import Show
from ritornel.core.model.reading import read_show
from ritornel.core.score import compile
from ritornel.core.score.segments import segments_of, stays
from ritornel.formats.samples import paced_blocks
from ritornel.render.encoding import Colours, SegmentWriter
from ritornel.render.film_formats import MP4
from ritornel.render.filming import FilmSettings, Sources
from ritornel.render.segment_pictures import Pictures, ShowPictures
from ritornel.render.ways_out import WAYS, planned
from ritornel.shows.demo import CREDIT, LICENCE, MATERIAL, lamp
from ritornel.shows.demo.acts import made, with_ids
from tests.files import wave_of

_SETTINGS = FilmSettings(lines=720, fps=30)
_TIMES = 3
_LONG_MINUTES, _LONG_SLIDES = 20, 60


def rows() -> list[tuple[str, str, str]]:
    """Return (what, must reach, measured)."""
    show, files = _talk()
    ratios = [whole(show, files) / encoded_only(show, files) for _ in range(_TIMES)]
    still, moving = _per_second(show, files)
    long, length = _in_a_process(_long_show), _LONG_MINUTES
    memory, apart = _in_a_process(_memory), _in_a_process(_in_step)
    return [
        (
            "the demo talk's film, 1280x720 at 30, beside only encoding the same frames",
            "1.3 x",
            f"{statistics.median(ratios):.2f} x ({min(ratios):.2f} to {max(ratios):.2f})",
        ),
        ("a still second of a film beside a moving one", "1/20", f"1/{moving / still:.0f}"),
        (f"a film of {length} minutes, {_LONG_SLIDES} slides, spoken, mostly still, 1280x720", "60 s", f"{long:.0f} s"),
        ("memory of a film of the demo talk at 1080 lines, drawing and encoding", "600 MB", f"{memory:.0f} MB"),
        ("how far a beep is from its flash at the end of a film of an hour", "20 ms", f"{apart:.1f} ms"),
    ]


def _talk() -> tuple[Show, dict[str, Path]]:
    paths = [path for path in sorted(MATERIAL.iterdir()) if path.suffix != ".json"]
    assets = {path.name: asset_of(path, LICENCE, CREDIT) for path in paths}
    plan = with_ids(lamp.document(lamp.heard()), {name: asset.id for name, asset in assets.items()})
    return made(plan, list(assets.values())), {assets[path.name].id: path for path in paths}


def whole(show: Show, files: dict[str, Path]) -> float:
    """Return how long drawing and encoding the picture of a show takes, in s."""
    film = planned(show, _SETTINGS)
    with tempfile.TemporaryDirectory() as folder:
        start = time.perf_counter()
        with Pictures(film, files) as pictures:
            for number, piece in enumerate(film.of("picture")):
                pictures.make(piece, Path(folder) / f"{number}.mp4")
        return time.perf_counter() - start


def encoded_only(show: Show, files: dict[str, Path]) -> float:
    """Return how long encoding the same frames takes, which are there already, in s."""
    pictures = ShowPictures(show, _SETTINGS, files)
    colours = Colours(*pictures.size)
    segments = [
        [(colours.turned(pixels, changed).to_ndarray(), at - segment.start_ms) for at, pixels, changed in pictures.frames(segment)]
        for segment in segments_of(compile(show))
    ]  # fmt: skip
    with tempfile.TemporaryDirectory() as folder:
        start = time.perf_counter()
        last: SegmentWriter | None = None
        for number, frames in enumerate(segments):
            writer = SegmentWriter(Path(folder) / f"{number}.mp4", MP4, *pictures.size, Fraction(_SETTINGS.fps))
            for planes, at in frames:
                frame = av.VideoFrame.from_ndarray(planes, format="yuv420p")
                frame.colorspace = frame.color_range = 1
                frame.pts, frame.time_base = round(at / 1000 / MP4.clock), MP4.clock
                writer.put(frame)
            writer.end()
            if last is not None:
                last.close()
            last = writer
        if last is not None:
            last.close()
        return time.perf_counter() - start


def _per_second(show: Show, files: dict[str, Path]) -> tuple[float, float]:
    """Return what a still and a moving second of a show take, drawn, turned into the codec's colours and encoded, in s."""
    pictures = ShowPictures(show, _SETTINGS, files)
    spent = {True: 0.0, False: 0.0}
    lasted = {True: 0.0, False: 0.0}
    for segment in segments_of(compile(show)):
        with tempfile.TemporaryDirectory() as folder:
            writer = SegmentWriter(Path(folder) / "one.mp4", MP4, *pictures.size, Fraction(_SETTINGS.fps), threads=1)
            found = list(_timed(pictures.frames(segment), writer, segment.start_ms))
            writer.end()
            writer.close()
        for (at, took), (following, _) in pairwise([*found, (Fraction(segment.end_ms), 0.0)]):
            is_still = stays(at, following, _SETTINGS.fps)
            spent[is_still] += took
            lasted[is_still] += float(following - at) / 1000
    return spent[True] / lasted[True], spent[False] / lasted[False]


def _timed(frames: Iterator[Any], writer: SegmentWriter, start_ms: int) -> Iterator[tuple[Fraction, float]]:
    """Yield when each frame is shown, and how long it took in all until the encoder has nothing more to do."""
    while True:
        begun = time.perf_counter()
        frame = next(frames, None)
        if frame is None:
            return
        at, pixels, changed = frame
        writer.write(pixels, changed, at - start_ms)
        while not writer.is_idle:
            time.sleep(0)
        yield at, time.perf_counter() - begun


def _long_show() -> float:
    """Return how long a spoken show of mostly still slides takes in all, sound and joining included, in s."""
    show, files = _talk()
    voice = next(asset for asset in show.assets if asset.name == "voice-skerry.ogg")
    each = _LONG_MINUTES * 60_000 // _LONG_SLIDES
    words = [f"Slide {{}}, and what is said on it, line {n}" for n in range(5)]
    slides = [
        {
            "id": f"s{n}",
            "background": "#faf6ec",
            "length": each,
            "transition": {"type": "fade", "duration": 600},
            "narration": {"asset": voice.id},
            "objects": [
                {"id": "t", "kind": "text", "x": 90, "y": 60, "width": 1100, "height": 100, "size": 60, "font": "fraunces"}
                | {"paragraphs": [{"text": f"A slide that stands: {n}"}]},
                {"id": "b", "kind": "text", "x": 90, "y": 220, "width": 1000, "height": 400, "size": 36}
                | {"paragraphs": [{"text": line.format(n)} for line in words]},
            ],
            "running_order": [
                {"id": f"b{k}", "object": "b", "part": {"paragraph": k}, "effect": "fade", "trigger": "following", "duration": 400}
                for k in range(5)
            ],
        }
        for n in range(_LONG_SLIDES)
    ]  # fmt: skip
    document = read_show({"title": "Long", "slides": slides})

    film = planned(replace(document, assets=show.assets), _SETTINGS)
    sources = Sources(files, lambda name, start, pace: paced_blocks(files[name], start, pace))
    with tempfile.TemporaryDirectory() as folder:
        start = time.perf_counter()
        make_film(film, sources, Path(folder) / "film.mp4", Path(folder))
        return time.perf_counter() - start


def _memory() -> float:
    """Return the most memory that a process has which films the talk at 1080 lines, in MB."""
    show, files = _talk()
    film = planned(show, FilmSettings(lines=1080))
    with tempfile.TemporaryDirectory() as folder, Pictures(film, files) as pictures:
        for number, piece in enumerate(film.of("picture")):
            pictures.make(piece, Path(folder) / f"{number}.mp4")
    status = Path("/proc/self/status").read_text(encoding="utf-8")  # what the process had that began it does not count
    return int(status.split("VmHWM:")[1].split()[0]) / 1024


def _in_step() -> float:
    """Return how far flash and beep are from one another in the last minute of a film of an hour, in ms."""
    with tempfile.TemporaryDirectory() as held:
        folder = Path(held)
        beep = folder / "beep.wav"
        beep.write_bytes(wave_of(0.5 * np.sin(np.arange(_RATE // 5) * 2 * np.pi * 1000 / _RATE)))
        asset = asset_of(beep)
        cut = {"transition": {"type": "cut"}, "background": "#000000"}
        box = {"id": "b", "kind": "shape", "x": 0, "y": 0, "width": 1280, "height": 720, "fill": "#ffffff"}
        voice = {"asset": asset.id, "lead": 0, "tail": 0}
        slides = []
        for n in range(_MINUTES):
            slides.append({"id": f"dark{n}", "length": 59_801, **cut})
            slides.append({"id": f"light{n}", "length": 200, "objects": [box], "narration": voice, **cut})
        show = replace(read_show({"slides": slides}), assets=(asset,))
        film = planned(show, FilmSettings(lines=480, fps=25))
        sources = Sources({asset.id: beep}, lambda _, start, pace: paced_blocks(beep, start, pace))
        paths = {piece.name: folder / f"{piece.name}.mp4" for piece in film.pieces}
        for piece in film.pieces:
            if not paths[piece.name].is_file():
                WAYS["mp4"].make(film, piece, sources, paths[piece.name], lambda _: None)
        WAYS["mp4"].join(film, paths, folder / "film.mp4")
        return abs(_flash(folder / "film.mp4") - _beep(folder / "film.mp4"))


def _flash(path: Path) -> float:
    """Return when the last frame that is light begins to be seen, in ms."""
    with av.open(str(path)) as film:
        film.seek((_MINUTES * 60 - 30) * 1_000_000, backward=True)
        return (
            max(frame.time for frame in film.decode(video=0) if frame.to_ndarray(format="gray").mean() > _LIGHT) * 1000
        )


def _beep(path: Path) -> float:
    """Return when the last sound begins, in ms."""
    with av.open(str(path)) as film:
        film.seek((_MINUTES * 60 - 30) * 1_000_000, backward=True)
        for frame in film.decode(audio=0):
            loud = np.flatnonzero(np.abs(frame.to_ndarray()[0]) > _LOUD)
            if len(loud) and frame.time > _MINUTES * 60 - 20:
                return float(frame.time * 1000 + loud[0] * 1000 / _RATE)
    raise ValueError("nothing is heard")


_RATE, _MINUTES, _LIGHT, _LOUD = 48_000, 60, 128, 0.1


def _in_a_process(work: Any) -> float:
    with get_context("spawn").Pool(1) as pool:
        return float(pool.apply(work))


if __name__ == "__main__":
    for row in rows():
        print(" | ".join(row))

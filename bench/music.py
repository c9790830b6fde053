"""Music: what a sound costs when it is taken in, what the mix costs, shows put on beats, and sound in step with the stage."""

import hashlib
import multiprocessing
import tempfile
import time
from collections.abc import Iterator
from pathlib import Path

import numpy as np
from msgspec.structs import replace
from playwright.sync_api import Browser, Page, sync_playwright

from bench.desk import opened_desk, someone_with
from proof.server import FLAGS, Server
from ritornel.core.edits import apply, read_command
from ritornel.core.model import Asset, Bed, Narration, Show, Slide
from ritornel.core.model.asset import SoundFacts
from ritornel.core.model.show import Duck
from ritornel.core.score import compile
from ritornel.core.score.heard import heard_of
from ritornel.core.sound import RATE
from ritornel.formats.samples import measured
from ritornel.formats.show_document import zip_blocks
from ritornel.jobs.apart import done_apart
from ritornel.render.mix import Mix
from tests.files import wave_of

_MINUTES = 5
_SLIDES = 300
_PLAYED_S, _PLAYED_LONG_S = 600, 120
DRIFT = """async (seconds) => {
  // a click lies at every half second of the music: where is the stage when one leaves the graph?
  const { stage } = ritornel;
  const { graph } = stage.sound;
  const analyser = new AnalyserNode(graph.context, { fftSize: 4096 });
  graph.bus.connect(analyser);
  const samples = new Float32Array(analyser.fftSize);
  const found = [];
  const end = performance.now() + seconds * 1000;
  let last = 0;
  while (performance.now() < end) {
    await new Promise((resolve) => requestAnimationFrame(resolve));
    analyser.getFloatTimeDomainData(samples);
    const now = stage.playhead.from + (performance.now() - stage.playhead.since);
    const at = samples.findIndex((sample) => Math.abs(sample) > 0.3);
    if (at < 200) continue;
    const held = graph.latency * 1000;
    const heard = now - ((samples.length - at) / graph.context.sampleRate) * 1000 + held;
    const click = Math.round(heard / 500) * 500;
    if (click === last) continue;
    last = click;
    found.push(heard - click);
  }
  return found;
}"""
QUIETEST = """async (seconds) => {
  const { graph } = ritornel.stage.sound;
  const analyser = new AnalyserNode(graph.context, { fftSize: 4096 });
  graph.bus.connect(analyser);
  const samples = new Float32Array(analyser.fftSize);
  const each = 96;
  const found = [];
  for (const end = performance.now() + seconds * 1000; performance.now() < end; ) {
    await new Promise((resolve) => requestAnimationFrame(resolve));
    analyser.getFloatTimeDomainData(samples);
    if (end - performance.now() > seconds * 1000 - 500) continue; // it has heard nothing yet
    for (let from = 0; from + each <= samples.length; from += each) {
      found.push(Math.sqrt(samples.subarray(from, from + each).reduce((sum, one) => sum + one * one, 0) / each));
    }
  }
  found.sort((a, b) => a - b);
  return found[0] / found[Math.floor(found.length / 2)];
}"""


def rows() -> list[tuple[str, str, str]]:
    """Return (what, must reach, measured)."""
    with tempfile.TemporaryDirectory() as folder:
        return [*_taken_in(Path(folder)), *_mixed(), *_timed(), *_in_step(Path(folder))]


def _clicks(seconds: float, apart_s: float = 0.5) -> np.ndarray:
    chance = np.random.default_rng(1)
    made = np.zeros(int(seconds * RATE), np.float32)
    for at in np.arange(0.0, seconds - 0.1, apart_s):
        first = int(at * RATE)
        made[first : first + 96] = np.sign(chance.standard_normal(96)) * 0.9
    return made


def _taken_in(folder: Path) -> Iterator[tuple[str, str, str]]:
    path = folder / "music.wav"
    path.write_bytes(
        wave_of(_clicks(_MINUTES * 60) + 0.02 * np.random.default_rng(2).standard_normal(_MINUTES * 60 * RATE))
    )
    start = time.perf_counter()
    facts = done_apart(120.0, measured, path)
    took = time.perf_counter() - start
    what = f"{_MINUTES} minutes of music: loudness, peak, speech, {len(facts.beats)} beats, in a process of its own"
    yield what, "(no goal)", f"{took:.1f} s"


def _show(slides: int) -> Show:
    facts = SoundFacts(loudness=-20.0, peak=-6.0, speaks=True, speech=((200, 3000), (4000, 7800)))
    beats = SoundFacts(loudness=-18.0, peak=-3.0, beats=tuple(range(0, 180_000, 500)))
    assets = (
        Asset(id="voice", kind="sound", length_ms=8000, has_sound=True, sound=facts),
        Asset(id="music", kind="sound", length_ms=180_000, has_sound=True, sound=beats),
    )
    made = tuple(Slide(id=f"s{n}", narration=Narration(asset="voice"), hold_ms=700 * (n % 3)) for n in range(slides))
    return Show(id="bench", slides=made, assets=assets, beds=(Bed(id="bed", asset="music", duck=Duck()),))


def _mixed() -> Iterator[tuple[str, str, str]]:
    chance = np.random.default_rng(1)
    noise = (chance.standard_normal((2, 180 * RATE)) * 0.1).astype(np.float32)

    def opened(asset: str, start_s: float, pace: float) -> Iterator[np.ndarray]:
        for at in range(int(start_s * RATE), noise.shape[1], 48_000):
            yield noise[:, at : at + 48_000]

    score = compile(_show(70))
    start = time.perf_counter()
    for _ in Mix(heard_of(score), score.length_ms, opened).blocks():
        pass
    took = time.perf_counter() - start
    length = score.length_ms / 1000
    what = (
        f"the mix of {length / 60:.1f} minutes, voices over a bed that gives way, limited and measured (decoded before)"
    )
    yield what, "20 times faster than it lasts", f"{length / took:.0f} times"


def _timed() -> Iterator[tuple[str, str, str]]:
    show = _show(_SLIDES)
    compile(show)
    ids = [slide.id for slide in show.slides]
    for name, command in (
        (f"{_SLIDES} slides put on the beat", {"do": "to-beat", "slides": ids, "every": "beat"}),
        (f"{_SLIDES} slides fitted to a length", {"do": "fit-length", "length": compile(show).length_ms + 123_456}),
    ):
        start = time.perf_counter()
        apply(show, read_command(command))
        yield (
            f"{name}, each with a voice, under a bed that gives way",
            "< 500 ms",
            f"{(time.perf_counter() - start) * 1000:.0f} ms",
        )
    one = {"do": "set-bed", "bed": "bed", "values": {"gain_db": -3}}
    times = []
    for number in range(9):
        start = time.perf_counter()
        show = apply(show, read_command({**one, "values": {"gain_db": -number}}))
        times.append(time.perf_counter() - start)
    yield f"an edit of a bed under {_SLIDES} slides with voices", "< 50 ms", f"{sorted(times)[4] * 1000:.0f} ms"


def _busy() -> None:
    while True:
        sum(range(10_000))


def _in_step(folder: Path) -> Iterator[tuple[str, str, str]]:
    busy = multiprocessing.get_context("spawn").Process(target=_busy, daemon=True)
    with Server() as server, sync_playwright() as driver:
        flags = [*FLAGS, "--autoplay-policy=no-user-gesture-required"]
        browser = driver.chromium.launch(executable_path="/usr/bin/chromium", args=flags)
        for name, seconds, played in (("short", 20.0, _PLAYED_S), ("long", 720.0, _PLAYED_LONG_S)):
            path = folder / f"{name}.wav"
            path.write_bytes(wave_of(_clicks(seconds)))
            page = _playing(server, browser, path, seconds, Bed(id="bed"))
            if not busy.is_alive():
                busy.start()
            found = np.abs(page.evaluate(DRIFT, played))
            page.context.close()
            what = (
                f"a {name} sound against the stage over {played // 60} minutes, beside a busy core, {len(found)} clicks"
            )
            told = f"{np.percentile(found, 90):.1f} ms (median {np.median(found):.1f})"
            yield f"{what}, 90th percentile", "< 20 ms", told
        busy.kill()
        chance = np.random.default_rng(1)
        smooth = np.convolve(
            chance.standard_normal(300 * RATE), np.hanning(20), "same"
        )  # wide: 2 ms of it are never quiet
        path = folder / "noise.wav"
        path.write_bytes(wave_of(0.3 * smooth / np.abs(smooth).max()))
        page = _playing(server, browser, path, 300.0, Bed(id="bed", loop_from_ms=2000, loop_to_ms=5000))
        quietest = page.evaluate(QUIETEST, 30)
        browser.close()
    what = "a sound of 5 minutes that loops every 3 s: its quietest 2 ms, of the median"
    yield what, "> 0.1: no gap", f"{quietest:.2f}"


def _playing(server: Server, browser: Browser, path: Path, seconds: float, bed: Bed) -> Page:
    """Return a desk on which a show plays that is nothing but a sound."""
    name = hashlib.sha256(path.read_bytes()).hexdigest()
    length = int(seconds * 1000)
    asset = Asset(id=name, kind="sound", name=path.name, mime="audio/wav", length_ms=length, has_sound=True)
    beds = (replace(bed, asset=name),)
    show = Show(slides=(Slide(id="one", hold_ms=1_000_000),), beds=beds, assets=(asset,))
    _, page, address = someone_with(server, browser, b"".join(zip_blocks(show, {name: path})), "s.zip")
    opened_desk(page, address)
    page.keyboard.press("Space")
    while not page.evaluate("ritornel.stage.time > 1500 && Object.keys(ritornel.stage.sound.sounds()).length"):
        page.wait_for_timeout(100)
    return page

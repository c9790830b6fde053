"""The lectern: with many slides, ink in both windows, and a run of two hours made into passages."""

import resource
import tempfile
import time
from pathlib import Path

import numpy as np
from playwright.sync_api import sync_playwright

from bench.desk import someone_with
from bench.shows import large_show
from proof.server import FLAGS, Server
from ritornel.core.model.writing import write_show
from ritornel.formats.recorded_run import voice_between
from ritornel.formats.samples import mono
from ritornel.jobs.apart import done_apart

SLIDES = 300
_HOURS, _PASSAGES, _RATE, _HEAD = 2, 60, 48_000, 44
_STROKES = 40
INK = """async (strokes) => {
  // a hand draws at the lectern: when is each point there in the stage window, by the clock that both share?
  const window_ = window.open("", "ritornel-stage");
  const stage = document.getElementById("stage-now");
  const box = stage.getBoundingClientRect();
  const at = (type, x) => stage.dispatchEvent(new PointerEvent(type, { bubbles: true, pointerId: 1, isPrimary: true, pointerType: "mouse", button: 0, clientX: box.left + x, clientY: box.top + 60 }));
  stage.setPointerCapture = () => {};
  const taken = [];
  for (let n = 0; n < strokes; n++) {
    const before = window_.stageWindow.ink.strokes.length;
    const began = performance.now();
    at("pointerdown", 20 + n);
    while (window_.stageWindow.ink.strokes.length === before) await new Promise((resolve) => setTimeout(resolve, 1));
    await new Promise((resolve) => window_.requestAnimationFrame(resolve));
    taken.push(performance.now() - began);
    at("pointerup", 24 + n);
    await new Promise((resolve) => setTimeout(resolve, 60));
  }
  return taken;
}"""


def rows() -> list[tuple[str, str, str]]:
    """Return what was measured."""
    with tempfile.TemporaryDirectory() as folder:
        return [*_at_the_lectern(), _two_hours(Path(folder))]


def _at_the_lectern() -> list[tuple[str, str, str]]:
    with Server() as server, sync_playwright() as driver:
        browser = driver.chromium.launch(executable_path="/usr/bin/chromium", args=[*FLAGS, "--disable-popup-blocking"])
        document = write_show(large_show(SLIDES))
        _, page, address = someone_with(server, browser, document)
        taken = []
        for _ in range(3):
            page.goto(f"{address.rstrip('/')}/lectern")
            page.wait_for_selector("html[data-ready]", state="attached")
            taken.append(page.evaluate("performance.now()"))
        with page.expect_popup() as opened:
            page.keyboard.press("w")
        opened.value.wait_for_selector("#stage .stage-layer")
        page.keyboard.press("Space")
        page.keyboard.press("i")
        page.wait_for_timeout(500)
        late = np.array(page.evaluate(INK, _STROKES))
        browser.close()
    return [
        (f"the lectern of {SLIDES} slides, ready", "< 1500 ms", f"{sorted(taken)[1]:.0f} ms"),
        (
            "from a hand at the lectern to its ink in the stage window, 95th percentile",
            "< 50 ms",
            f"{np.percentile(late, 95):.0f} ms (median {np.median(late):.0f})",
        ),
    ]


def _two_hours(folder: Path) -> tuple[str, str, str]:
    chance = np.random.default_rng(1)
    second = (3000 * chance.standard_normal(_RATE)).astype("<i2").tobytes()
    pieces = []
    for number in range(_HOURS * 3600):
        piece = folder / f"piece-{number:06d}"
        piece.write_bytes((bytes(_HEAD) if not number else b"") + second)
        pieces.append(piece)
    each = _HOURS * 3_600_000 // _PASSAGES
    began = time.perf_counter()
    for number in range(_PASSAGES):
        target = folder / f"{number}.ogg"
        done_apart(
            600, voice_between, pieces, _HEAD, _RATE, number * each, (number + 1) * each, target, memory=300 << 20
        )
    took = time.perf_counter() - began
    heard = len(mono(folder / "7.ogg", _RATE)) / _RATE
    most = resource.getrusage(resource.RUSAGE_CHILDREN).ru_maxrss / 1024
    what = f"a recorded run of {_HOURS} hours made {_PASSAGES} passages, each in a process that may ask for 300 MB"
    return what, "(no goal)", f"{took:.0f} s; one lasts {heard:.1f} s of {each / 1000:.0f}; {most:.0f} MB at most"

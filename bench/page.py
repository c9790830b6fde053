"""The page's player in headless Chromium at 1280x720: with 50 moving objects, and in the heaviest transitions.

Script work is measured frame after frame with nothing painted between: painting in software takes both cores here.
"""

import threading
from http.server import SimpleHTTPRequestHandler, ThreadingHTTPServer
from pathlib import Path
from urllib.parse import urlsplit

from msgspec.structs import replace
from playwright.sync_api import Browser, sync_playwright

from bench.shows import crowded_show, moving_show
from proof.server import FLAGS
from ritornel.core.model import Show, Transition
from ritornel.core.model.reading import convert
from ritornel.core.score import compile
from ritornel.render.player import playable

ROOMS = Path(__file__).resolve().parents[1] / "ritornel"
PAGE = """<!doctype html><link rel=stylesheet href=/site/app.css><body><div id=stage style="width:1280px"></div>"""
MEASURE = """async ({ play }) => {
  const { evaluate } = await import("/play/evaluate.js");
  const { Stage } = await import("/play/stage.js");
  const stage = new Stage(document.getElementById("stage"), play);
  const instants = Array.from({ length: 3000 }, (_, i) => (i * 7919) % play.length);
  for (const t of instants.slice(0, 500)) evaluate(play, t);
  let start = performance.now();
  for (const t of instants) evaluate(play, t);
  const evaluateMs = (performance.now() - start) / instants.length;
  const script = [];
  for (let t = 0; t < Math.min(play.length, 9000); t += 1000 / 60) {
    start = performance.now();
    stage.show(evaluate(play, t));
    script.push(performance.now() - start);
  }
  const frames = [];
  await new Promise((resolve) => {
    const began = performance.now();
    let last = began;
    const tick = () => {
      const now = performance.now();
      stage.show(evaluate(play, (now - began) % play.length));
      frames.push(now - last);
      last = now;
      if (now - began < Math.min(play.length, 9000)) requestAnimationFrame(tick);
      else resolve();
    };
    requestAnimationFrame(tick);
  });
  script.sort((a, b) => a - b);
  const settled = frames.slice(10);
  return {
    evaluateMs,
    scriptMs: script[Math.floor(script.length * 0.95)],
    framesPerSecond: 1000 / (settled.reduce((a, b) => a + b) / settled.length),
  };
}"""


class Handler(SimpleHTTPRequestHandler):
    """Serves the static files and one page."""

    def translate_path(self, path: str) -> str:
        """Find a file where its room keeps it: their static folders are one."""
        return str(next(ROOMS.glob(f"*/static{urlsplit(path).path}"), ROOMS / "nothing"))

    def do_GET(self) -> None:
        """Answer with the page for ``/``, with a file for anything else."""
        if self.path != "/":
            super().do_GET()
            return
        self.send_response(200)
        self.send_header("Content-Type", "text/html")
        self.end_headers()
        self.wfile.write(PAGE.encode())

    def log_message(self, *_: object) -> None:
        """Say nothing."""


HEAVY = (
    {"type": "blocks", "subtype": "small"},
    {"type": "starWipe", "softness": 0.4},
    {"type": "leaf"},
    {"type": "carry"},
)


def crossing_show() -> Show:
    """Return slides of 40 objects that replace each other, by cells, a soft star, a leaf and carry, all the time."""
    slides = crowded_show(len(HEAVY) + 1, 40).slides
    crossing = [convert({**kind, "duration": 2000}, Transition) for kind in HEAVY]
    moving = [
        replace(slide, transition=transition, running_order=(), hold_ms=1)
        for slide, transition in zip(slides[1:], crossing, strict=True)
    ]
    return Show(slides=(replace(slides[0], running_order=(), hold_ms=1), *moving))


def rows() -> list[tuple[str, str, str]]:
    """Return (what, must reach, measured)."""
    server = ThreadingHTTPServer(("127.0.0.1", 0), Handler)
    threading.Thread(target=server.serve_forever, daemon=True).start()
    with sync_playwright() as driver:
        browser = driver.chromium.launch(executable_path="/usr/bin/chromium", args=FLAGS)
        moving, crossing = (told(browser, server.server_port, show) for show in (moving_show(), crossing_show()))
        browser.close()
    server.shutdown()
    return [
        ("evaluate a random instant, 50 moving objects, page", "< 1 ms", f"{moving['evaluateMs']:.3f} ms"),
        ("script work a frame, 50 moving objects, 95th percentile", "< 4 ms", f"{moving['scriptMs']:.1f} ms"),
        ("frames a second, 50 moving objects, 1280x720, software rendering", "60", f"{moving['framesPerSecond']:.0f}"),
        (
            "script work a frame in the heaviest transitions, slides of 40 objects, 95th percentile",
            "< 4 ms",
            f"{crossing['scriptMs']:.1f} ms",
        ),
        ("frames a second there, software rendering", "(no goal)", f"{crossing['framesPerSecond']:.0f}"),
    ]


def told(browser: Browser, port: int, show: Show) -> dict[str, float]:
    """Return what a page needs for a show: ``evaluateMs``, ``scriptMs`` a frame, ``framesPerSecond``."""
    page = browser.new_page(viewport={"width": 1280, "height": 720})
    page.goto(f"http://127.0.0.1:{port}/")
    told: dict[str, float] = page.evaluate(MEASURE, {"play": {**playable(show, compile(show)), "assets": {}}})
    page.close()
    return told

"""The page's player in headless Chromium: evaluation and frames with 50 moving objects at 1280x720."""

import json
import threading
from functools import partial
from http.server import SimpleHTTPRequestHandler, ThreadingHTTPServer
from pathlib import Path

from playwright.sync_api import sync_playwright

from bench.shows import moving_show
from ritornel.core.score import compile
from ritornel.render.player import playable

STATIC = Path(__file__).resolve().parents[1] / "ritornel" / "site" / "static"
FLAGS = ["--no-sandbox", "--disable-gpu", "--disable-quic", "--no-first-run", "--disable-background-networking"]
PAGE = """<!doctype html><link rel=stylesheet href=/site/app.css><body><div id=stage style="width:1280px"></div>"""
MEASURE = """async ({ play }) => {
  const { evaluate } = await import("/site/play/evaluate.js");
  const { Stage } = await import("/site/play/stage.js");
  const stage = new Stage(document.getElementById("stage"), play);
  const instants = Array.from({ length: 3000 }, (_, i) => (i * 7919) % play.length);
  for (const t of instants.slice(0, 500)) evaluate(play, t);
  let start = performance.now();
  for (const t of instants) evaluate(play, t);
  const evaluateMs = (performance.now() - start) / instants.length;
  const script = [];
  const frames = [];
  await new Promise((resolve) => {
    const began = performance.now();
    let last = began;
    const tick = () => {
      const now = performance.now();
      stage.show(evaluate(play, (now - began) % play.length));
      script.push(performance.now() - now);
      frames.push(now - last);
      last = now;
      if (now - began < 5000) requestAnimationFrame(tick);
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


def rows() -> list[tuple[str, str, str]]:
    """Return (what, must reach, measured)."""
    show = moving_show()
    play = {**playable(show, compile(show)), "assets": {}}
    server = ThreadingHTTPServer(("127.0.0.1", 0), partial(Handler, directory=str(STATIC)))
    threading.Thread(target=server.serve_forever, daemon=True).start()
    with sync_playwright() as driver:
        browser = driver.chromium.launch(executable_path="/usr/bin/chromium", args=FLAGS)
        page = browser.new_page(viewport={"width": 1280, "height": 720})
        page.goto(f"http://127.0.0.1:{server.server_port}/")
        told = page.evaluate(MEASURE, json.loads(json.dumps({"play": play})))
        browser.close()
    server.shutdown()
    return [
        ("evaluate a random instant, 50 moving objects, page", "< 1 ms", f"{told['evaluateMs']:.3f} ms"),
        ("script work a frame, 50 moving objects, 95th percentile", "< 4 ms", f"{told['scriptMs']:.1f} ms"),
        ("frames a second, 50 moving objects, 1280x720, software rendering", "60", f"{told['framesPerSecond']:.0f}"),
    ]

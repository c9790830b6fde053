"""A plane wider than the stage: 400 things on it gone over, a picture of 100 megapixels looked at from near, and its film.

python -m bench.planes
"""

import io
import os
import tempfile
import threading
import time
from collections.abc import Iterator
from http.server import ThreadingHTTPServer
from importlib.resources import files
from pathlib import Path

from msgspec.structs import replace
from PIL import Image, ImageDraw, ImageFont
from playwright.sync_api import Page, sync_playwright

from bench.films import encoded_only, whole
from bench.kiosk import renderer_bytes
from bench.page import Handler, told
from proof.server import FLAGS, PASSWORD, USER, Server
from ritornel.core.model import Asset, Show
from ritornel.core.model.reading import read_show
from ritornel.formats.tiles import write_tiles
from ritornel.shows.demo import skerry
from ritornel.shows.demo.acts import made, with_ids

_FONT = next(Path(str(files("ritornel.assets"))).glob("fonts/*.ttf"))
_WIDE, _HIGH = 11_900, 8_400
_VIEWS = 10
_THINGS = 400
_TIMES = 3
"""The film of the picture is made so often, and the shortest times are compared: others use this machine too."""
_REST_MS = 2500
"""Between two cues; the longest of these moves takes less."""
_SPACE = (1280 // 5, 720 // 5)
_SHARP = """() => {
  const stage = document.getElementById("stage");
  const sharp = [];
  let place = "";
  let moved = false;
  let arrived = 0;
  const look = (now) => {
    const picture = stage.querySelector(".stage-picture");
    const [at, tiles] = [picture?.style.transform, [...stage.querySelectorAll(".stage-tiles canvas")]];
    if (at !== place) [place, moved, arrived] = [at, true, 0];
    else if (moved && !arrived) arrived = now;
    if (arrived && tiles.length && tiles.every((one) => one.dataset.whole)) {
      sharp.push(now - arrived);
      [moved, arrived] = [false, 0];
    }
    requestAnimationFrame(look);
  };
  requestAnimationFrame(look);
  window.sharp = sharp;
}"""


def rows() -> list[tuple[str, str, str]]:
    """Return (what, must reach, measured)."""
    with tempfile.TemporaryDirectory() as folder:
        path = Path(folder) / "chart.jpg"
        path.write_bytes(chart())
        ratio, tiled = _film(path)
        sharp, memory = _from_near(path)
    return [
        *_gone_over(),
        ("tiles of a picture of 100 megapixels, made", "(no goal)", f"{tiled:.1f} s"),
        (
            f"{_VIEWS} views of a picture of 100 megapixels as film, 1280x720 at 30, beside only encoding the same frames",
            "1.3 x",
            f"{ratio:.2f} x",
        ),
        (
            "the film of “Round the skerry”, drawn of vectors, 1280x720 at 30, beside only encoding the same frames",
            "1.3 x",
            f"{_of_vectors():.2f} x",
        ),
        (
            "a picture of 100 megapixels, from its arrival in a view until it is sharp, 1280x720, the longest of 10",
            "150 ms",
            f"{max(sharp):.0f} ms",
        ),
        ("memory of a page that has gone through them", "300 MB", f"{memory:.0f} MB"),
    ]


def chart() -> bytes:
    """Return a picture of 100 megapixels: a grid of which each field has its number."""
    picture = Image.new("RGB", (_WIDE, _HIGH), "#dfe8e4")
    drawn = ImageDraw.Draw(picture)
    font = ImageFont.truetype(str(_FONT), 40)
    for x in range(0, _WIDE, 200):
        drawn.line([(x, 0), (x, _HIGH)], fill="#7a2552", width=3)
        for y in range(0, _HIGH, 200):
            drawn.line([(x, y), (x + 200, y)], fill="#1f7a6d", width=3)
            drawn.text((x + 20, y + 60), f"{x // 200}.{y // 200}", fill="#17131f", font=font)
    held = io.BytesIO()
    picture.save(held, "JPEG", quality=88)
    return held.getvalue()


def _places() -> Iterator[tuple[float, float, float]]:
    """Yield x, y and width of the views that are gone through: near, at places far from one another."""
    for n in range(_VIEWS):
        yield 900 + 4100 * n % 10_000, 700 + 2900 * n % 7_000, 640 + 160 * (n % 4)


def _walk(things: list[dict], plane: dict, places: list[tuple[float, float, float]], **more: object) -> Show:
    views = [{"id": f"v{n}", "x": x, "y": y, "width": width} for n, (x, y, width) in enumerate(places)]
    goes = [
        {"id": f"to{n}", "kind": "view", "view": f"v{n}", "trigger": "cue" if n else "alongside"}
        for n in range(len(places))
    ]
    waits = {str(n): 900 for n in range(1, len(places))}
    one = {"id": "walk", "objects": things, "plane": plane, "views": views, "running_order": goes, "waits": waits}
    return read_show({"title": "Chart", "slides": [{**one, "hold": 900}], **more})


def _gone_over() -> list[tuple[str, str, str]]:
    """Return what a page needs for a frame while it goes over 400 things, some 50 of which are seen at once."""
    things = [
        {"id": f"o{n}", "kind": "shape", "form": ("rectangle", "ellipse", "star")[n % 3], "x": n % 20 * _SPACE[0]}
        | {"y": n // 20 * _SPACE[1], "width": 160, "height": 100, "fill": "#7a2552"}
        for n in range(_THINGS)
    ]
    plane = {"width": 20 * _SPACE[0], "height": _THINGS // 20 * _SPACE[1]}
    places = [(950 + 370 * n, 600 + 800 * (n % 2), 1800.0) for n in range(_VIEWS)]  # some 50 are seen from each
    show = _walk(things, plane, places)
    server = ThreadingHTTPServer(("127.0.0.1", 0), Handler)
    threading.Thread(target=server.serve_forever, daemon=True).start()
    with sync_playwright() as driver:
        browser = driver.chromium.launch(executable_path="/usr/bin/chromium", args=FLAGS)
        found = told(browser, server.server_port, show)
        browser.close()
    server.shutdown()
    return [
        (
            f"script work a frame, a plane with {_THINGS} things, 95th percentile",
            "< 4 ms",
            f"{found['scriptMs']:.1f} ms",
        ),
        ("frames a second there, software rendering", "60", f"{found['framesPerSecond']:.0f}"),
    ]


def _film(path: Path) -> tuple[float, float]:
    """Return what a film of it costs beside only encoding its frames, and how long its tiles take, in s."""
    start = time.perf_counter()
    write_tiles(path, path.with_suffix(".zip"))
    tiled = time.perf_counter() - start
    picture = {"id": "chart", "kind": "picture", "asset": "chart", "width": _WIDE, "height": _HIGH, "fit": "fill"}
    show = _walk([picture], {"width": _WIDE, "height": _HIGH}, list(_places()))
    asset = Asset(id="chart", kind="picture", width=_WIDE, height=_HIGH, mime="image/jpeg")
    show = replace(show, assets=(asset,))
    tiles = {"chart": path.with_suffix(".zip")}
    return _ratio(show, tiles), tiled


def _of_vectors() -> float:
    show = made(with_ids(skerry.document(), {}), [])
    return whole(show, {}) / encoded_only(show, {})


def _ratio(show: Show, files: dict[str, Path]) -> float:
    times = [(whole(show, files), encoded_only(show, files)) for _ in range(_TIMES)]
    return min(made for made, _ in times) / min(encoded for _, encoded in times)


def _from_near(path: Path) -> tuple[list[float], float]:
    """Return how long each view is not sharp yet once it has been come to, in ms, and the page's memory then, in MB."""
    with Server() as server, sync_playwright() as driver:
        browser = driver.chromium.launch(executable_path="/usr/bin/chromium", args=FLAGS)
        page = browser.new_page(viewport={"width": 1280, "height": 800})
        _laid_out(page, server, path)
        page.goto(page.url.split("#")[0] + "lectern")
        page.wait_for_selector("html[data-ready=yes]")
        with page.expect_popup() as opened:
            page.keyboard.press("w")
        stage = opened.value
        stage.set_viewport_size({"width": 1280, "height": 720})
        stage.wait_for_selector("#stage .stage-tiles canvas[data-whole]", state="attached")
        stage.evaluate(_SHARP)
        for n in range(1, _VIEWS + 1):
            page.keyboard.press("Space")
            _until(page, f"lectern.cue >= {n - 1}")
            stage.wait_for_timeout(_REST_MS)
        memory = renderer_bytes(os.getpid())[0] / 1e6
        found: list[float] = stage.evaluate("sharp")
        browser.close()
        return found, memory


def _laid_out(page: Page, server: Server, path: Path) -> None:
    """Make a show with the picture as its plane, and its views, on the desk."""
    page.goto(f"{server.url}/sign-in")
    page.fill("[name=login]", USER)
    page.fill("[name=password]", PASSWORD)
    page.keyboard.press("Enter")
    page.wait_for_selector("[name=title]")
    page.fill("[name=title]", "Chart")
    page.keyboard.press("Enter")
    page.wait_for_selector("html[data-ready=yes]")
    page.keyboard.press("n")
    _until(page, "ritornel.store.shown.order.length > 1 && ritornel.store.settled")
    with page.expect_file_chooser() as asked:
        page.keyboard.press("Shift+G")
    asked.value.set_files(path)
    _until(page, "ritornel.store.slide.document.plane && ritornel.store.settled")
    views = [{"x": x - _WIDE / 2 + 640, "y": y - _HIGH / 2 + 360, "width": width} for x, y, width in _places()]
    page.evaluate("(views) => void ritornel.store.edit({ do: 'add-views', slide: ritornel.store.focus, views })", views)
    _until(page, f"ritornel.store.slide.document.views.length === {_VIEWS} && ritornel.store.settled")
    page.evaluate("() => void ritornel.store.edit({ do: 'delete-slides', slides: [ritornel.store.shown.order[0][0]] })")
    _until(page, "ritornel.store.shown.order.length === 1 && ritornel.store.settled")


def _until(page: Page, expression: str, seconds: float = 120) -> None:
    end = time.monotonic() + seconds
    while not page.evaluate(expression):
        if time.monotonic() > end:
            raise AssertionError(f"never true: {expression}")
        page.wait_for_timeout(20)


if __name__ == "__main__":
    for what, must, found in rows():
        print(f"| {what} | {must} | {found} |")

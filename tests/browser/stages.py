"""A stage of its own over a page, put at any instant of a show: what a film's frames are compared with."""

from base64 import b64decode
from io import BytesIO
from typing import Any

import cv2
import numpy as np
from numpy.typing import NDArray
from PIL import Image

from ritornel.core.model import Show
from ritornel.core.score import Score
from ritornel.library.describing import described
from ritornel.library.models import Asset
from ritornel.render.player import playable

_BUILD = """async (play) => {
  const [{ Stage }, { evaluate }] = await Promise.all([import("/static/play/stage.js"), import("/static/play/evaluate.js")]);
  document.body.innerHTML = '<div id="compared"></div>';
  const root = document.getElementById("compared");
  Object.assign(root.style, { position: "fixed", left: 0, top: 0, width: "100vw", height: "100vh", zIndex: 1000 });
  const stage = new Stage(root, play);
  const media = (frame) => frame.layers.flatMap((layer) => {
    const id = play.order[layer.slide]?.[0];
    return (play.slides[id]?.nodes ?? []).filter((node) => node.kind === "clip").map((node) => [stage.video(id, node.object), (layer.targets[node.key]?.media_time ?? 0) / 1000]);
  });
  const arrived = (one, name) => new Promise((resolve) => one.addEventListener(name, resolve, { once: true }));
  window.compared = async (time) => {
    const frame = evaluate(play, time);
    stage.show(frame);
    for (const [video, place] of media(frame)) {
      if (!video) continue;
      if (video.readyState < 2) await arrived(video, "loadeddata");
      if (Math.abs(video.currentTime - place) > 1e-4) { video.currentTime = place; await arrived(video, "seeked"); }
    }
    stage.show(frame);
    await Promise.all([...root.querySelectorAll("img")].map((image) => image.decode().catch(() => null)));
    const drawn = () => new Promise((resolve) => requestAnimationFrame(() => requestAnimationFrame(resolve)));
    await drawn();
    if (document.fonts.status === "loaded") return;
    await document.fonts.ready; // of what was laid out only now
    await drawn();
  };
}"""


def set_up(page: Any, show: Show, score: Score, token: str) -> None:
    """Builds the stage of a show whose edition the page shows."""
    play = playable(show, score)
    rows = Asset.objects.filter(sha256__in=[asset.id for asset in show.assets])
    play["assets"] = {row.sha256: described(row, f"/e/{token}/media") for row in rows}
    page.evaluate(_BUILD, play)


def seen_at(page: Any, time: float) -> NDArray[np.uint8]:
    """What the page shows at an instant: height x width x 3."""
    page.evaluate("time => compared(time)", time)
    line = page.context.new_cdp_session(page)
    taken = line.send("Page.captureScreenshot", {"format": "png", "optimizeForSpeed": True})["data"]
    line.detach()
    return np.asarray(Image.open(BytesIO(b64decode(taken))).convert("RGB"))


def similarity(one: NDArray[np.uint8], other: NDArray[np.uint8]) -> float:
    """The mean structural similarity of two pictures in grey (Wang, Bovik, Sheikh, Simoncelli 2004; Gaussian, 1.5)."""
    a, b = (cv2.cvtColor(picture, cv2.COLOR_RGB2GRAY).astype(np.float32) for picture in (one, other))
    mean_a, mean_b, squares_a, squares_b, both = (
        cv2.GaussianBlur(x, (11, 11), 1.5) for x in (a, b, a * a, b * b, a * b)
    )
    var_a, var_b, both = squares_a - mean_a**2, squares_b - mean_b**2, both - mean_a * mean_b
    c1, c2 = (0.01 * 255) ** 2, (0.03 * 255) ** 2
    shared = ((2 * mean_a * mean_b + c1) * (2 * both + c2)) / ((mean_a**2 + mean_b**2 + c1) * (var_a + var_b + c2))
    return float(shared.mean())


def worst_block(one: NDArray[np.uint8], other: NDArray[np.uint8], size: int = 16) -> tuple[float, int, int]:
    """By how much the means of the blocks that differ most do, of 255, and where that is."""
    off = np.abs(_means(one, size) - _means(other, size)).max(axis=2)
    y, x = np.unravel_index(int(off.argmax()), off.shape)
    return float(off[y, x]), int(x) * size, int(y) * size


def _means(picture: NDArray[np.uint8], size: int) -> NDArray[np.float64]:
    height, width = (side // size * size for side in picture.shape[:2])
    means = cv2.resize(picture[:height, :width], (width // size, height // size), interpolation=cv2.INTER_AREA)
    return means.astype(np.float64)

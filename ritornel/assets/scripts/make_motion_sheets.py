"""Pictures of all transitions and of all builds, by the page's own stage: ``make_motion_sheets ADDRESS FOLDER``."""

import sys
from pathlib import Path
from typing import Any

from msgspec import to_builtins as _plain
from playwright.sync_api import Page, sync_playwright

from ritornel.assets.scripts.make_screenshots import CHROMIUM, FLAGS
from ritornel.core.model.reading import read_show
from ritornel.core.motion.builds import EFFECTS
from ritornel.core.motion.declared import Effect
from ritornel.core.motion.transitions import TRANSITIONS
from ritornel.core.score import compile
from ritornel.render.player import playable
from ritornel.shows.demo.parts import CREAM, LAMP

NIGHT, AUBERGINE, MIST = "#16203a", "#3a2440", "#b9c2d6"

LASTS_MS = 1000
FIVE = (0.02, 0.25, 0.5, 0.75, 0.98)
COLUMNS = 4

SHEET = """async ({ play, strips, columns, title }) => {
  const { Stage } = await import("/static/play/stage.js");
  const { evaluate } = await import("/static/play/evaluate.js");
  document.body.innerHTML = "";
  document.body.style.cssText = "margin:0;padding:28px;background:#faf6ec;color:#211c2b;width:1944px;display:block";
  const head = document.body.appendChild(document.createElement("h1"));
  head.style.cssText = "font:400 30px Fraunces;margin:0 0 18px";
  head.textContent = title;
  const sheet = document.body.appendChild(document.createElement("div"));
  sheet.style.cssText = `display:grid;grid-template-columns:repeat(${columns},1fr);gap:14px 24px`;
  for (const { words, instants } of strips) {
    const strip = sheet.appendChild(document.createElement("div"));
    strip.style.minWidth = 0;
    const name = strip.appendChild(document.createElement("div"));
    name.style.cssText = "font:13px 'IBM Plex Sans';white-space:nowrap;overflow:hidden;text-overflow:ellipsis";
    name.textContent = words;
    const row = strip.appendChild(document.createElement("div"));
    row.style.cssText = "display:grid;grid-template-columns:repeat(5,1fr);gap:3px";
    for (const instant of instants) {
      const place = row.appendChild(document.createElement("div"));
      place.style.cssText = "overflow:hidden;position:relative";
      const stage = new Stage(place, play);
      stage.show(evaluate(play, instant));
    }
  }
  await document.fonts.ready;
  await new Promise((resolve) => setTimeout(resolve, 1500));
}"""


def _day_and_night() -> list[dict[str, Any]]:
    by_day = _slide(CREAM, MIST, "#c9623f", (110, 420), "By day", AUBERGINE)
    return [by_day, _slide(NIGHT, AUBERGINE, MIST, (855, 60), "At night", CREAM)]


def _slide(ground: str, rock: str, tower: str, sun: tuple[int, int], words: str, ink: str) -> dict[str, Any]:
    shapes = (
        ("rock", "rectangle", rock, 0, 640, 1280, 80),
        ("tower", "triangle", tower, 850, 130, 220, 590),
        ("sun", "ellipse", LAMP, *sun, 210, 210),
    )
    objects: list[dict[str, Any]] = [
        {"id": name, "kind": "shape", "form": form, "fill": fill, "x": x, "y": y, "width": width, "height": height}
        for name, form, fill, x, y, width, height in shapes
    ]
    objects.append(
        {
            "id": "words", "kind": "text", "x": 80, "y": 110, "width": 760, "height": 220, "size": 170,
            "font": "fraunces", "colour": ink, "paragraphs": [{"text": words}],
        }
    )  # fmt: skip
    return {"background": ground, "objects": objects}


def transitions(page: Page, folder: Path) -> None:
    """Make the sheet of every transition in every form, at five instants."""
    forms = [
        (kind, subtype, label)
        for kind in TRANSITIONS.values()
        if not kind.instant
        for subtype, label in kind.subtypes or (("", ""),)
    ]
    two = _day_and_night()
    slides = [{**two[1], "id": "first", "hold": 1000}]
    for number, (kind, subtype, _) in enumerate(forms):
        asked = {"type": kind.name, "subtype": subtype, "duration": LASTS_MS, "easing": "linear", "colour": LAMP}
        slides.append({**two[number % 2], "id": f"s{number}", "transition": asked, "hold": 1000})
    show = read_show({"title": "Transitions", "slides": slides})
    score = compile(show)
    strips = [
        {
            "words": f"{kind.verb} {label}  ·  {kind.name} {subtype}",
            "instants": [score.starts[number] + LASTS_MS * share for share in FIVE],
        }
        for number, (kind, subtype, label) in enumerate(forms, 1)
    ]
    title = f"{len(forms)} forms of transition: the slide ..."
    asked = {"play": _plain(playable(show, score)), "strips": strips, "columns": COLUMNS, "title": title}
    page.evaluate(SHEET, asked)
    page.screenshot(path=folder / "transitions.png", full_page=True)


def builds(page: Page, folder: Path) -> None:
    """Make the sheet of every build that moves something, as it is when nothing is set, at five instants."""
    kinds = [
        (kind, effect)
        for kind in ("entrance", "emphasis", "path", "exit")
        for effect in EFFECTS.values()
        if kind in effect.verbs and (kind, effect.name) != ("path", "appear")
    ]
    slides = [_built(f"s{number}", kind, effect) for number, (kind, effect) in enumerate(kinds)]
    show = read_show({"title": "Builds", "slides": slides})
    score = compile(show)
    strips = [
        {
            "words": f"{effect.verbs[kind]}  ·  {effect.name}, {kind}",
            "instants": [start + length * share for share in (0.02, 0.2, 0.4, 0.6, 0.98)],
        }
        for (kind, effect), start, length in zip(kinds, score.starts, _lasts(kinds), strict=True)
    ]
    title = f"{len(kinds)} builds: the ring and the words ..."
    page.evaluate(SHEET, {"play": _plain(playable(show, score)), "strips": strips, "columns": 3, "title": title})
    page.screenshot(path=folder / "builds.png", full_page=True)


def _lasts(kinds: list[tuple[str, Effect]]) -> list[int]:
    return [effect.duration_ms * (2 if effect.by_line else 1) or LASTS_MS for _, effect in kinds]


def _built(key: str, kind: str, effect: Effect) -> dict[str, Any]:
    ring = {
        "id": "ring", "kind": "shape", "form": "ring", "fill": LAMP, "line": "none",
        "x": 150, "y": 180, "width": 360, "height": 360,
    }  # fmt: skip
    lines = [{"text": "One turn"}, {"text": "in six"}]
    words = {
        "id": "words", "kind": "text", "x": 620, "y": 210, "width": 560, "height": 300, "size": 110, "valign": "middle",
        "font": "fraunces", "colour": CREAM, "paragraphs": lines,
    }  # fmt: skip
    order: list[dict[str, Any]] = [{"id": "b0", "object": "ring"}, {"id": "b1", "object": "words"}]
    if effect.by_line:
        order = [{"id": f"b{n}", "object": "words", "part": {"paragraph": n}} for n in (0, 1)]
    trigger = "following" if effect.by_line else "alongside"
    steps = [{**step, "kind": kind, "effect": effect.name, "trigger": trigger} for step in order]
    return {"id": key, "background": NIGHT, "objects": [ring, words], "running_order": steps, "hold": 1000}


def main() -> int:
    """Make the sheets."""
    address, folder = sys.argv[1], Path(sys.argv[2])
    with sync_playwright() as driver:
        browser = driver.chromium.launch(executable_path=CHROMIUM, args=FLAGS)
        page = browser.new_page(viewport={"width": 2000, "height": 1200}, base_url=address, bypass_csp=True)
        page.goto("/sign-in")
        transitions(page, folder)
        builds(page, folder)
        browser.close()
    return 0


if __name__ == "__main__":
    sys.exit(main())

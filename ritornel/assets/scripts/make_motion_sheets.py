"""Pictures of all transitions, by the page's own stage: ``make_motion_sheets ADDRESS FOLDER``."""

import sys
from pathlib import Path
from typing import Any

from msgspec import to_builtins as _plain
from playwright.sync_api import Page, sync_playwright

from ritornel.assets.scripts.make_screenshots import CHROMIUM, FLAGS
from ritornel.core.model.reading import read_show
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


def main() -> int:
    """Make the sheet."""
    address, folder = sys.argv[1], Path(sys.argv[2])
    with sync_playwright() as driver:
        browser = driver.chromium.launch(executable_path=CHROMIUM, args=FLAGS)
        page = browser.new_page(viewport={"width": 2000, "height": 1200}, base_url=address, bypass_csp=True)
        page.goto("/sign-in")
        transitions(page, folder)
        browser.close()
    return 0


if __name__ == "__main__":
    sys.exit(main())

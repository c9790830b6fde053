"""The stage and the pictures of slides show the same: one is drawn by a browser, the other by resvg, both from the core."""

from io import BytesIO
from typing import Any, get_args

import numpy as np
from PIL import Image

from ritornel.core.drawing.forms import FORMS
from ritornel.core.model.framing import Mask
from ritornel.core.motion.builds import EFFECTS
from ritornel.core.score import compile
from ritornel.core.score.frame import frame_at
from ritornel.core.text.families import FAMILIES
from ritornel.render.picture import png_of, slide_png
from ritornel.render.sheets import sheet_svg
from ritornel.shows import in_rows
from tests.browser.base import BrowserCase
from tests.material import asset

CELLS = (160, 90)
MOST = 45
"""How far the mean of a cell of 8 x 8 stage units may be off, of 255: edges are smoothed in other ways, underlines are thinner."""

MEAN = 2.0
GRADIENT = {
    "angle": 30,
    "stops": [{"at": 0, "colour": "#a9761f"}, {"at": 0.5, "colour": "#fffdf7"}, {"at": 1, "colour": "#1f7a6d"}],
}
SHADOW = {"x": 8, "y": 8, "blur": 6}
LOOKS: tuple[dict[str, Any], ...] = (
    {}, {"dash": "dashes", "cap": "butt"}, {"dash": "dots", "shadow": SHADOW}, {"gradient": {"kind": "linear", **GRADIENT}},
    {"soft_edge": 12}, {"gradient": {"kind": "radial", **GRADIENT}}, {"opacity": 0.5},
)  # fmt: skip
FRAMES: tuple[dict[str, Any], ...] = (
    {"crop": [0.1, 0.2, 0.3, 0]}, {"mirrored": True, "corner_radius": 20}, {"upside_down": True, "line": "#7a2552", "line_width": 8},
    {"tone": {"light": 1.4, "contrast": 0.6, "colour": 0.2}}, {"tone": {"one_colour": "#1f7a6d"}},
)  # fmt: skip
ENDS = ("none", "arrow", "dot", "bar")


def at(n: int, width: int, height: int, **more: Any) -> dict[str, Any]:
    """A thing in its place among others, four in a row."""
    return {"x": 30 + n % 4 * 310, "y": 30 + n // 4 * (height + 50), "width": width, "height": height, **more}


def shapes() -> list[dict[str, Any]]:
    path = {"path": "M0 0C20 90 180 -60 200 120L0 120Z"}
    return [
        at(n, 200, 120, id=f"s{n}", kind="shape", form=form, line="#7a2552", line_width=6, rotation=n * 9, **LOOKS[n % len(LOOKS)])
        | (path if form == "path" else {})
        for n, form in enumerate(FORMS)
    ]  # fmt: skip


def lines() -> list[dict[str, Any]]:
    dashes = ("solid", "dashes", "dots", "solid")
    return [
        at(n, 250, 90, id=f"l{n}", kind="line", line_width=4 + n % 4 * 2, starts=ENDS[n % 4], ends=ENDS[-1 - n % 4])
        | {"bend": (0, 0.3, -0.4)[n % 3], "rising": n % 2 == 1, "dash": dashes[n % 4]}
        for n in range(12)
    ]


def texts() -> list[dict[str, Any]]:
    paragraphs = [
        {"text": "Four tons of glass"}, {"text": "灯台の光 and Маяк", "marker": "bullet"}, {"text": "שלום! ABC (עולם)", "marker": "number"},
        {"text": "منارة 1861 تضيء"}, {"text": "one two three", "level": 1, "runs": [{"start": 4, "end": 7, "weight": 600, "size": 30}]},
    ]  # fmt: skip
    families = [
        at(
            n,
            290,
            220,
            id=f"t{n}",
            kind="text",
            size=24,
            font=font,
            italic=n % 2 == 1,
            weight=(400, 400, 600)[n % 3],
        )
        | {"paragraphs": paragraphs}
        for n, font in enumerate(FAMILIES)
    ]
    large = {"kind": "text", "y": 580, "height": 110, "size": 70, "font": "fraunces"}
    return [
        *families,
        {"id": "a", "x": 30, "width": 500, "outline": "#7a2552", "outline_width": 3, "colour": "none", "paragraphs": [{"text": "Outline"}]} | large,
        {"id": "b", "x": 640, "width": 600, "align": "centre", "shadow": SHADOW, "rotation": -5, "paragraphs": [{"text": "שלום!"}]} | large,
    ]  # fmt: skip


IN_SPACE = {"turn-in", "tilt", "unfold", "turn"}
"""What turns in space, as pictures cannot show it."""

PENS = {"draw", "marker", "underline", "ring", "bracket"}
"""What is drawn as by a pen, of which pictures show only the end."""


def built(kind: str, but: set[str]) -> dict[str, Any]:
    """A slide on which every build of a kind but some runs on a shape, and on a word."""
    effects = [e for e in EFFECTS.values() if kind in e.verbs and e.name not in but]
    objects: list[dict[str, Any]] = []
    steps = []
    for n, effect in enumerate(effects):
        box = {"x": 30 + n % 6 * 205, "y": 20 + n // 6 * 170}
        form = {"fill": "#1f7a6d", "line": "#7a2552", "line_width": 4, "rotation": n * 7}
        objects.append({"id": f"s{n}", "kind": "shape", "width": 110, "height": 70, **box, **form})
        words = {
            "id": f"t{n}",
            "kind": "text",
            "size": 26,
            "width": 190,
            "height": 60,
            "x": box["x"],
            "y": box["y"] + 90,
        }
        objects.append({**words, "paragraphs": [{"text": "Four tons of glass"}]})
        how = {"kind": kind, "effect": effect.name, "trigger": "alongside", "duration": 1000}
        steps.append({"id": f"a{n}", "object": f"s{n}", **how})
        steps.append({"id": f"b{n}", "object": f"t{n}", "part": {"paragraph": 0, "word": 2}, **how})
    return {"objects": objects, "running_order": steps, "hold": 1000}


def pictures(asset_id: str) -> list[dict[str, Any]]:
    return [
        at(n, 240, 130, id=f"p{n}", kind="picture", asset=asset_id, fit=("fill", "whole")[n % 2], rotation=n * 5)
        | {"frame": FRAMES[n % len(FRAMES)] | {"mask": mask}}
        | ({"shadow": SHADOW} if n % 3 == 2 else {})
        for n, mask in enumerate(2 * get_args(Mask))
    ]


def gradients() -> bytes:
    """A picture of which no place is like another."""
    across, down = np.meshgrid(np.linspace(0, 255, 400), np.linspace(0, 255, 300))
    held = BytesIO()
    Image.fromarray(np.dstack([across, down, np.full_like(down, 90)]).astype(np.uint8)).save(held, "PNG")
    return held.getvalue()


class SamePicture(BrowserCase):
    def test_of_everything_that_stands_on_slides(self):
        content = gradients()
        held = asset(self.owner, "same.png", content).sha256
        veiled = {"gradient": {"kind": "linear", **GRADIENT}, "veil": "#7a2552", "veil_opacity": 0.4}
        slides = {
            "shapes": {"objects": shapes()},
            "lines": {"objects": lines()},
            "texts": {"objects": texts()},
            "pictures": {"objects": pictures(held)},
            "the same pictures on another slide": {"objects": pictures(held)},
            "a veiled ground": {"ground": veiled},
            "a picture as ground": {"ground": {"asset": held, "fit": "fill", "at": [0, 0.2]}},
        }
        row = self.keep({"slides": [{"id": name, "background": "#faf6ec", **slide} for name, slide in slides.items()]})
        self.open_desk(row)
        for slide in in_rows.load(row).slides:
            with self.subTest(slide.id):
                self.page.evaluate(
                    "async (id) => { await ritornel.store.loader.need(id); ritornel.store.focusSlide(id); }", slide.id
                )
                drawn = slide_png(slide, 1280, 720, lambda _: (content, "image/png"), 640)
                self.assert_same(self.stage(), Image.open(BytesIO(drawn)).convert("RGB"))

    def test_of_slides_at_instants(self):
        """Half way through each build, and when all have settled: objects, and words of a text."""
        slides = {kind: built(kind, IN_SPACE | PENS) for kind in ("entrance", "emphasis", "exit", "path")}
        slides["drawn"] = built("emphasis", IN_SPACE)
        row = self.keep({"slides": [{"id": name, "background": "#faf6ec", **slide} for name, slide in slides.items()]})
        self.open_desk(row)
        show = in_rows.load(row)
        score = compile(show)
        for place, slide in enumerate(show.slides):
            settled = score.slides[place].length_ms - 20
            for at in (settled,) if slide.id == "drawn" else (520, settled):
                with self.subTest(slide.id, at=at):
                    self.page.evaluate("id => ritornel.store.loader.need(id)", slide.id)
                    self.page.evaluate("t => ritornel.stage.scrub(t)", score.starts[place] + at)
                    sheet = frame_at(show, score, score.starts[place] + at).sheets[-1]
                    drawn = png_of(sheet_svg(sheet, slide, 1280, 720, lambda _: None), slide, 640)
                    self.assert_same(self.stage(), Image.open(BytesIO(drawn)).convert("RGB"))

    def test_of_marks_as_they_stay(self):
        """Thick ones, so that it is seen whether they are as opaque."""
        marks = {"marker": {}, "underline": {"width": 30}, "ring": {"width": 30}, "bracket": {"width": 30}}
        objects, steps = [], []
        for n, (name, params) in enumerate(marks.items()):
            words = {"id": name, "kind": "text", "size": 40, "x": 120, "y": 40 + 170 * n, "width": 700, "height": 60}
            objects.append({**words, "paragraphs": [{"text": "Four tons of glass"}]})
            how = {"kind": "emphasis", "effect": name, "trigger": "alongside", "duration": 300, "params": params}
            steps.append({"id": f"m-{name}", "object": name, **how})
        row = self.keep({"slides": [{"id": "marks", "objects": objects, "running_order": steps, "hold": 1000}]})
        self.open_desk(row)
        show = in_rows.load(row)
        self.page.evaluate("ritornel.stage.scrub(900)")
        sheet = frame_at(show, compile(show), 900).sheets[-1]
        drawn = png_of(sheet_svg(sheet, show.slides[0], 1280, 720, lambda _: None), show.slides[0], 640)
        self.assert_same(self.stage(), Image.open(BytesIO(drawn)).convert("RGB"))

    def stage(self) -> Image.Image:
        """What the page shows, once everything in it has come."""
        self.page.mouse.move(5, 5)
        self.page.evaluate("new Promise((resolve) => requestAnimationFrame(() => requestAnimationFrame(resolve)))")
        self.page.evaluate("document.fonts.ready")
        self.page.evaluate("Promise.all([...document.querySelectorAll('#stage img')].map((image) => image.decode()))")
        return Image.open(BytesIO(self.page.locator("#stage").screenshot())).convert("RGB")

    def assert_same(self, stage: Image.Image, drawn: Image.Image):
        self.assertEqual(stage.size, drawn.size)
        cells = (np.asarray(one.resize(CELLS, Image.Resampling.BOX), int) for one in (stage, drawn))
        off = np.abs(np.subtract(*cells)).max(axis=2)
        self.assertEqual([(int(x) * 8, int(y) * 8, int(off[y, x])) for y, x in np.argwhere(off > MOST)], [])
        self.assertLess(off.mean(), MEAN)

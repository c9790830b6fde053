"""What is drawn in every house style can be read: measured on pixels, over made shows."""

from io import BytesIO
from unittest import TestCase

import numpy as np
from hypothesis import given
from hypothesis import strategies as st
from msgspec.structs import replace
from PIL import Image, ImageDraw

from ritornel.core.drawing.colour import luminance, wanted_contrast
from ritornel.core.model import Asset, Show, Slide, Text
from ritornel.core.model.writing import write_show
from ritornel.core.styles import STYLES
from ritornel.core.styles.arranging import meet
from ritornel.core.text.extent import words_box
from ritornel.core.text.layout import set_text
from ritornel.formats.tones import tones_of_pictures
from ritornel.render.picture import slide_png
from tests.core.edits.test_each_command import edited
from tests.examples import examples
from tests.made import show

PIXELS = 640
"""Slides are measured at this width: two stage units a pixel."""

HURT = 5
"""So many hundredths of what is behind a line may be worse: edges, and what is smaller than a letter's stem."""

WORDS = [
    "the",
    "lamp",
    "of",
    "Skarholm",
    "turns",
    "once",
    "in",
    "six",
    "seconds",
    "and",
    "floats",
    "on",
    "mercury",
    "all",
    "through",
    "the",
    "night",
    "watch",
]


def painted(kind: str, size: tuple[int, int]) -> Image.Image:
    """A picture of one kind: one tone, half and half, or busy."""
    picture = Image.new("RGBA", size, {"light": "#e8f0f4", "clear": "#00000000"}.get(kind, "#10182c"))
    draw = ImageDraw.Draw(picture)
    wide, high = size
    if kind == "halves":
        draw.rectangle((0, 0, wide // 2, high), fill="#f4f0e0")
    if kind == "busy":
        for n in range(12):
            draw.rectangle((n * wide // 12, 0, n * wide // 12 + wide // 24, high), fill="#f0e8d0")
    if kind == "clear":
        for n in range(1, 9):
            draw.ellipse(
                (n * wide // 20, n * high // 20, wide - n * wide // 20, high - n * high // 20),
                outline="#f4e8cc",
                width=6,
            )
    return picture


class Library:
    """Made pictures as assets, and as what a renderer asks for."""

    def __init__(self) -> None:
        self.assets, self.files = [], {}
        for kind in ("dark", "light", "halves", "busy", "clear"):
            for name, size in {"full": (640, 360), "portrait": (360, 480)}.items():
                picture = painted(kind, size)
                content = BytesIO()
                picture.save(content, "PNG")
                key = f"{kind}-{name}"
                self.files[key] = (content.getvalue(), "image/png")
                tones = tones_of_pictures([picture])
                self.assets.append(
                    Asset(id=key, kind="picture", name=f"{key}.png", width=size[0], height=size[1], tones=tones)
                )


MADE = Library()
PICTURES = [a.id for a in MADE.assets]


@st.composite
def shows(draw) -> Show:
    """A show in a style with slides of any kind, with words of any length, and a picture: in its place, whole, or none."""
    made = edited(
        replace(show(), slides=(), assets=tuple(MADE.assets)),
        do="set-style",
        style=draw(st.sampled_from(sorted(STYLES))),
    )
    for number in range(draw(st.integers(1, 2))):
        kind = draw(
            st.sampled_from(
                [
                    "opening",
                    "chapter",
                    "statement",
                    "list",
                    "picture-and-text",
                    "two-columns",
                    "full-picture",
                    "quotation",
                    "closing",
                ]
            )
        )
        made = edited(made, do="add-slide", kind=kind, ids=[f"s{number}"])
        asset = draw(st.sampled_from(PICTURES))
        how = draw(st.sampled_from(["place", "whole", "ground", "none"]))
        if how == "ground":
            made = edited(made, do="set-slides", slides=[f"s{number}"], values={"ground": {"asset": asset}})
        if how == "whole":
            whole = {
                "kind": "picture",
                "asset": asset,
                "x": 0,
                "y": 0,
                "width": 1280,
                "height": 720,
                "fit": "fill",
                "id": f"whole{number}",
            }
            made = edited(made, do="add-object", slide=f"s{number}", object=whole)
            slide = made.slides[number]
            behind = next(o for o in slide.objects if o.id == f"whole{number}")
            rest = [o for o in slide.objects if o.id != f"whole{number}"]
            ornaments = [o for o in rest if o.role == "ornament"]
            order = (*ornaments, behind, *(o for o in rest if o.role != "ornament"))
            made = replace(
                made, slides=tuple(replace(s, objects=order) if s.id == slide.id else s for s in made.slides)
            )
        if how == "place" and kind in ("picture-and-text", "full-picture"):
            made = edited(
                made,
                do="add-object",
                slide=f"s{number}",
                object={"kind": "picture", "asset": asset, "role": "picture", "id": f"p{number}"},
            )
            made = edited(made, do="follow-style", slide=f"s{number}", objects=[f"p{number}"])
        for thing in made.slides[number].objects:
            if isinstance(thing, Text):
                lines = draw(st.integers(1, 9)) if thing.role == "body" else 1
                said = [{"text": draw(lines_of(60 if thing.role == "body" else 90))} for _ in range(lines)]
                made = edited(made, do="set-objects", slide=f"s{number}", values={thing.id: {"paragraphs": said}})
    return made


def lines_of(most: int):
    """Words of one line, 1 to ``most`` characters."""

    def cut(words: list[str], length: int) -> str:
        return " ".join(words)[:length].strip() or "a"

    return st.builds(cut, st.lists(st.sampled_from(WORDS), min_size=1, max_size=20), st.integers(1, most))


def without_letters(slide: Slide) -> Slide:
    """The slide with its plates and without its letters."""

    def bare(text: Text) -> Text:
        unlit = tuple(replace(p, runs=tuple(replace(r, colour=None) for r in p.runs)) for p in text.paragraphs)
        return replace(text, colour="none", paragraphs=unlit)

    return replace(slide, objects=tuple(bare(o) if isinstance(o, Text) else o for o in slide.objects))


def pixels_of(slide: Slide, made: Show) -> np.ndarray:
    drawn = slide_png(without_letters(slide), made.width, made.height, MADE.files.get, PIXELS)
    return np.asarray(Image.open(BytesIO(drawn)).convert("RGB")) / 255


def contrasts(text: Text, pixels: np.ndarray) -> list[float]:
    """The contrast of each line to what is behind it."""
    scale = pixels.shape[1] / 1280
    found = []
    for paragraph in set_text(text):
        each = paragraph.height / len(paragraph.lines)
        for number, line in enumerate(paragraph.lines):
            top, left = text.y + paragraph.top + number * each, text.x + line.x
            rows = slice(max(0, int((top + 0.2 * each) * scale)), int((top + 0.8 * each) * scale) + 1)
            columns = slice(max(0, int(left * scale)), int((left + line.width) * scale) + 1)
            seen = pixels[rows, columns].reshape(-1, 3)
            linear = np.where(seen <= 0.04045, seen / 12.92, ((seen + 0.055) / 1.055) ** 2.4) @ [0.2126, 0.7152, 0.0722]
            own = luminance(text.colour)
            each_pixel = (np.maximum(linear, own) + 0.05) / (np.minimum(linear, own) + 0.05)
            found.append(float(np.percentile(each_pixel, HURT)))
    return found


class EveryStyle(TestCase):
    def check(self, made: Show) -> None:
        for slide in made.slides:
            pixels = pixels_of(slide, made)
            texts = [o for o in slide.objects if isinstance(o, Text) and o.role]
            boxes = [(o.role, words_box(o)) for o in texts]
            for text in texts:
                least = wanted_contrast(text.size, text.weight)
                for seen in contrasts(text, pixels):
                    self.assertGreaterEqual(
                        seen, 0.97 * least, (made.style, slide.kind, text.role, text.colour, text.plate)
                    )
            for number, (role, box) in enumerate(boxes):
                self.assertTrue(
                    box.x >= -2 and box.y >= -2 and box.right <= 1282 and box.bottom <= 722,
                    (made.style, slide.kind, role, box),
                )
                for other, there in boxes[:number]:
                    self.assertFalse(meet(box, there, -2), (made.style, slide.kind, role, other, box, there))

    @given(shows(), st.sampled_from(sorted(STYLES)))
    @examples(40)
    def test_words_are_read_lie_on_no_other_and_stay_on_the_slide(self, made, style):
        self.check(made)
        self.check(edited(made, do="set-style", style=style))

    @given(shows(), st.data())
    @examples(8)
    def test_through_all_styles_and_back_gives_the_first_bytes(self, made, data):
        first = made.style
        made = edited(made, do="set-style", style=first)
        there = made
        for style in data.draw(st.permutations(sorted(STYLES))):
            there = edited(there, do="set-style", style=style)
        self.assertEqual(write_show(edited(there, do="set-style", style=first)), write_show(made))

    def test_heading_and_list_are_of_one_family(self):
        for name, style in STYLES.items():
            self.assertEqual(style.looks["title"].font, style.looks["body"].font, name)

    def test_a_white_drawing_is_seen_on_cream_and_white_again_at_night(self):
        made = edited(replace(show(), slides=()), do="set-style", style="night-watch")
        made = edited(made, do="add-slide", kind="blank", ids=["s"])
        made = edited(
            made,
            do="add-object",
            slide="s",
            object={"kind": "line", "id": "l", "line": "#ffffff", "x": 100, "y": 100, "width": 300, "height": 80},
        )
        there = edited(made, do="set-style", style="broadside")
        line = next(o for o in there.slides[0].objects if o.id == "l")
        self.assertEqual((line.line, line.meant), (STYLES["broadside"].palette["ink"], (("line", "#ffffff"),)))
        for style in (*STYLES, "night-watch"):
            there = edited(there, do="set-style", style=style)
        self.assertEqual(write_show(there), write_show(made))

    def test_a_clear_drawing_gets_a_board_where_it_would_not_be_made_out(self):
        made = edited(replace(show(), slides=(), assets=tuple(MADE.assets)), do="set-style", style="night-watch")
        made = edited(made, do="add-slide", kind="blank", ids=["s"])
        made = edited(
            made,
            do="add-object",
            slide="s",
            object={"kind": "picture", "id": "p", "asset": "clear-full", "x": 100, "y": 100},
        )
        plates = {}
        for name in ("night-watch", "fog", "broadside"):
            there = edited(made, do="set-style", style=name)
            plates[name] = next(o for o in there.slides[0].objects if o.id == "p").frame.plate
        self.assertEqual(
            plates,
            {
                "night-watch": "none",
                "fog": STYLES["fog"].palette["second"],
                "broadside": STYLES["broadside"].palette["ink"],
            },
        )

    def test_ink_follows_when_the_picture_behind_is_changed(self):
        made = edited(replace(show(), slides=(), assets=tuple(MADE.assets)), do="set-style", style="slipway")
        made = edited(made, do="add-slide", kind="statement", ids=["s"])
        text = next(o for o in made.slides[0].objects if isinstance(o, Text))
        made = edited(made, do="set-objects", slide="s", values={text.id: {"paragraphs": [{"text": "Four tons"}]}})
        palette = STYLES["slipway"].palette
        for asset, ink, plated in (
            ("light-full", "ink", False),
            ("dark-full", "ink-turned", False),
            ("busy-full", "ink", True),
            ("light-full", "ink", False),
        ):
            made = edited(made, do="set-slides", slides=["s"], values={"ground": {"asset": asset}})
            now = next(o for o in made.slides[0].objects if isinstance(o, Text))
            self.assertEqual((now.colour, now.plate is not None), (palette[ink], plated), asset)
        made = edited(made, do="set-objects", slide="s", values={text.id: {"colour": "#123456"}})
        made = edited(made, do="set-slides", slides=["s"], values={"ground": {"asset": "dark-full"}})
        now = next(o for o in made.slides[0].objects if isinstance(o, Text))
        self.assertEqual((now.colour, now.plate, now.own), ("#123456", None, ("colour",)))

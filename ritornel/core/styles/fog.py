"""Fog: a grey morning, large quiet letters low on the sheet, pictures as through a glass."""

from ritornel.core.model import Look, Style, StylePlate, Transition
from ritornel.core.styles.drawing import TURNED, block, in_row, picture, placing, speaker, words

_HAZE = (
    block(-200, 430, 900, 420, "haze", form="ellipse", opacity=0.5),
    block(520, 500, 1000, 380, "haze", form="ellipse", opacity=0.5),
)

STYLE = Style(
    name="fog",
    label="Fog",
    voice="a grey morning, large and quiet",
    palette={
        "ground": "#e9ecec", "deep": "#c3cbce", "panel": "#f4f6f6", "ink": "#28323a", "soft": "#46525b",
        "accent": "#7d3121", "second": "#3f5d6b", "paper": "#f4f6f6", "haze": "#f6f8f8",
        "ink-turned": "#f6f8f8", "soft-turned": "#d3dbde", "accent-turned": "#ffc9b3", "second-turned": "#c4dae4",
    },
    looks={
        "title": Look(font="garamond", size=66, line_height=1.08),
        "subtitle": Look(font="garamond", italic=True, size=36, colour="accent"),
        "number": Look(font="garamond", italic=True, size=66, colour="accent"),
        "statement": Look(font="garamond", size=96, line_height=1.05),
        "body": Look(font="garamond", size=42, gap=0.5, line_height=1.2),
        "caption": Look(font="garamond", italic=True, size=30),
        "figure": Look(font="garamond", size=140, line_height=1),
        "label": Look(font="garamond", italic=True, size=30, colour="accent"),
        "quotation": Look(font="garamond", size=64, line_height=1.15),
        "source": Look(font="garamond", italic=True, size=32, colour="accent"),
    },
    placings={
        "opening": placing(words("title", 300, 330, 900, 220, "right", valign="bottom", scale=1.75), words("subtitle", 300, 570, 900, 70, "right"), *_HAZE, below="deep"),
        "chapter": placing(words("number", 80, 420, 200, 90), words("title", 80, 500, 1120, 160, scale=1.4), *_HAZE, below="deep"),
        "statement": placing(words("statement", 80, 150, 1120, 510, "right", valign="bottom"), *_HAZE, below="deep"),
        "list": placing(words("title", 700, 70, 500, 420, "right"), words("body", 80, 200, 620, 460, valign="bottom"), *_HAZE, below="deep"),
        "picture-and-text": placing(
            picture(80, 90, 540, 540, mask="ellipse"), words("title", 680, 100, 520, 220, valign="bottom"), words("body", 680, 350, 520, 310), *_HAZE, below="deep",
        ),
        "two-columns": placing(
            words("title", 80, 70, 1120, 100, "right"), words("body", 80, 240, 520, 420, valign="bottom"), words("body", 680, 240, 520, 420, valign="bottom"), *_HAZE, below="deep",
        ),
        "full-picture": placing(picture(0, 0, 1280, 600), words("caption", 80, 622, 1120, 70, "right", valign="middle"), below="deep"),
        "figures": placing(words("title", 80, 70, 1120, 100, "right"), *in_row(300, 220, (80, 460, 840), 340, 110), *_HAZE, below="deep"),
        "quotation": placing(words("quotation", 80, 90, 980, 450, valign="bottom"), words("source", 80, 570, 980, 60), *_HAZE, below="deep"),
        "closing": placing(words("title", 300, 240, 900, 220, "right", valign="bottom", scale=1.5), words("subtitle", 300, 480, 900, 150, "right"), *_HAZE, below="deep"),
        "blank": placing(*_HAZE, below="deep"),
    },
    turned=TURNED,
    board="second",
    plate=StylePlate(colour="panel", opacity=0.9, corner_radius=18),
    speaker=speaker(860, 300, 380, 380, mask="ellipse"),
    transition=Transition(type="blur-through", duration_ms=1200),
    effect="blur",
    easing="ease-in-out",
    duration=1200,
)  # fmt: skip

"""Enamel: a sign baked in green and cream, framed, everything on its axis."""

from ritornel.core.model import Look, Style, StylePlate, Transition
from ritornel.core.styles.drawing import TURNED_DARK, block, in_row, outline, picture, placing, rule, speaker, words

_FRAME = (outline(28, 28, 1224, 664, "ink", line_width=6, corner_radius=44),)
_BOLTS = tuple(block(x, y, 18, 18, "ink", form="ellipse") for x in (62, 1200) for y in (62, 640))

STYLE = Style(
    name="enamel",
    label="Enamel",
    voice="a green sign, framed, on its axis",
    palette={
        "ground": "#0f4a3c", "deep": "#0a382d", "panel": "#17604f", "ink": "#f7f0dd", "soft": "#d5dfcd",
        "accent": "#f4bd4f", "second": "#e9775a", "paper": "#f7f0dd",
        "ink-turned": "#0a382d", "soft-turned": "#2c5a4c", "accent-turned": "#744806", "second-turned": "#8f2f16",
    },
    looks={
        "title": Look(font="zilla-slab", weight=600, size=62, line_height=1.05),
        "subtitle": Look(font="zilla-slab", size=32, colour="accent"),
        "number": Look(font="zilla-slab", weight=600, size=58, colour="accent"),
        "statement": Look(font="zilla-slab", weight=600, size=84, line_height=1.08),
        "body": Look(font="zilla-slab", size=40, gap=0.45, line_height=1.15),
        "caption": Look(font="zilla-slab", size=28),
        "figure": Look(font="zilla-slab", weight=600, size=116, colour="accent", line_height=1),
        "label": Look(font="zilla-slab", size=28),
        "quotation": Look(font="zilla-slab", italic=True, size=54, line_height=1.18),
        "source": Look(font="zilla-slab", size=28, colour="accent"),
    },
    placings={
        "opening": placing(
            words("title", 140, 190, 1000, 190, "centre", valign="bottom", scale=1.55), words("subtitle", 140, 430, 1000, 100, "centre"), *_FRAME, *_BOLTS,
            rule(490, 404, 300, 4, "accent"),
        ),
        "chapter": placing(words("number", 140, 190, 1000, 80, "centre"), words("title", 140, 280, 1000, 240, "centre", scale=1.3), *_FRAME, *_BOLTS),
        "statement": placing(words("statement", 120, 90, 1040, 540, "centre", valign="middle"), *_FRAME, *_BOLTS),
        "list": placing(words("title", 110, 74, 1060, 84, "centre"), words("body", 250, 200, 780, 430, "centre", valign="middle"), *_FRAME, rule(490, 172, 300, 4, "accent")),
        "picture-and-text": placing(
            picture(408, 66, 464, 297), words("title", 110, 376, 1060, 80, "centre"), words("body", 190, 462, 900, 190, "centre"), *_FRAME,
        ),
        "two-columns": placing(
            words("title", 110, 74, 1060, 84, "centre"), words("body", 110, 210, 500, 420, "centre"), words("body", 670, 210, 500, 420, "centre"), *_FRAME,
            rule(638, 220, 4, 400, "accent"),
        ),
        "full-picture": placing(picture(62, 62, 1156, 530), words("caption", 110, 612, 1060, 56, "centre", valign="middle"), *_FRAME),
        "figures": placing(words("title", 110, 74, 1060, 84, "centre"), *in_row(210, 210, (100, 470, 840), 340, 110, align="centre"), *_FRAME, rule(490, 172, 300, 4, "accent")),
        "quotation": placing(words("quotation", 170, 110, 940, 400, "centre", valign="middle"), words("source", 170, 550, 940, 50, "centre"), *_FRAME, *_BOLTS),
        "closing": placing(words("title", 140, 190, 1000, 180, "centre", valign="bottom", scale=1.3), words("subtitle", 140, 420, 1000, 180, "centre"), *_FRAME, *_BOLTS, rule(490, 394, 300, 4, "accent")),
        "blank": placing(*_FRAME),
    },
    turned=TURNED_DARK,
    plate=StylePlate(corner_radius=10),
    speaker=speaker(880, 400, 338, 258, corner_radius=22, line="accent", line_width=4),
    transition=Transition(type="irisWipe", subtype="rectangle", duration_ms=800),
    effect="fade",
    easing="ease-in-out",
    duration=700,
)  # fmt: skip

"""Signal flags: flat bright fields as on a ship's halyard, another flag for every kind of slide."""

from ritornel.core.model import Look, Style, StylePlate, Transition
from ritornel.core.styles.drawing import TURNED, block, in_row, picture, placing, speaker, words

STYLE = Style(
    name="signal-flags",
    label="Signal flags",
    voice="flat bright fields, plain bold words",
    palette={
        "ground": "#ffffff", "deep": "#ffffff", "panel": "#f0f0f0", "ink": "#111111", "soft": "#3a3a3a",
        "accent": "#b81e24", "second": "#1a3f94", "paper": "#ffffff", "yellow": "#f6c915",
        "ink-turned": "#ffffff", "soft-turned": "#dedede", "accent-turned": "#ffa6a9", "second-turned": "#b5c9ff",
    },
    looks={
        "title": Look(font="atkinson", weight=600, size=60, line_height=1.05),
        "subtitle": Look(font="atkinson", size=32),
        "number": Look(font="atkinson", weight=600, size=240, colour="paper", line_height=1),
        "statement": Look(font="atkinson", weight=600, size=96, line_height=1.05),
        "body": Look(font="atkinson", size=38, gap=0.5, line_height=1.2),
        "caption": Look(font="atkinson", weight=600, size=30),
        "figure": Look(font="atkinson", weight=600, size=120, line_height=1),
        "label": Look(font="atkinson", size=28),
        "quotation": Look(font="atkinson", weight=600, size=50, line_height=1.2),
        "source": Look(font="atkinson", size=28),
    },
    placings={
        "opening": placing(
            words("title", 96, 330, 640, 240, valign="bottom", scale=1.5), words("subtitle", 96, 590, 640, 80),
            block(790, 0, 490, 720, "second"), block(910, 235, 250, 250, "ground", form="ellipse"), ground="yellow",
        ),
        "chapter": placing(
            words("number", 96, 60, 400, 260), words("title", 96, 420, 1088, 220, colour="paper", scale=1.4), block(0, 0, 1280, 360, "second"),
            ground="accent",
        ),
        "statement": placing(words("statement", 110, 90, 1060, 540, valign="middle"), ground="yellow"),
        "list": placing(
            words("title", 96, 72, 420, 560, colour="paper"), words("body", 620, 80, 590, 570, valign="middle"), block(0, 0, 560, 720, "second"),
        ),
        "picture-and-text": placing(
            picture(0, 0, 640, 720), words("title", 700, 76, 500, 150), words("body", 700, 260, 500, 400), block(640, 0, 18, 720, "accent"),
        ),
        "two-columns": placing(
            words("title", 96, 60, 1088, 90, colour="paper"), words("body", 96, 220, 500, 440), words("body", 690, 220, 500, 440),
            block(0, 0, 1280, 176, "accent"), block(636, 176, 8, 544, "accent"),
        ),
        "full-picture": placing(picture(0, 0, 1280, 610), words("caption", 48, 610, 1184, 110, valign="middle"), ground="yellow"),
        "figures": placing(
            words("title", 96, 60, 1088, 90), *in_row(210, 200, (96, 486, 876), 320, 110), block(0, 176, 427, 544, "yellow"),
            block(427, 176, 426, 544, "ground"), block(853, 176, 427, 544, "yellow"),
        ),
        "quotation": placing(
            words("quotation", 200, 120, 900, 380, valign="middle", colour="paper"), words("source", 200, 540, 900, 50, colour="paper"),
            block(96, 120, 28, 470, "yellow"), ground="second",
        ),
        "closing": placing(
            words("title", 96, 110, 900, 220, valign="bottom", colour="paper", scale=1.5), words("subtitle", 96, 420, 900, 200), block(0, 0, 1280, 360, "accent"),
        ),
        "blank": placing(),
    },
    turned=TURNED,
    board="second",
    plate=StylePlate(colour="yellow", opacity=1),
    speaker=speaker(920, 360, 360, 360),
    transition=Transition(type="pushWipe", subtype="fromRight", duration_ms=600),
    effect="slide",
    easing="ease-out",
    duration=500,
)  # fmt: skip

"""Night watch: the sea at night, everything stands above one low horizon."""

from ritornel.core.model import Look, Style, StylePlate, Transition
from ritornel.core.styles.drawing import TURNED_DARK, block, in_row, picture, placing, rule, speaker, words

_SEA = rule(0, 612, 1280, 1.5, "soft", opacity=0.55)
_NIGHT = {"ground": "ground", "below": "deep"}

STYLE = Style(
    name="night-watch",
    label="Night watch",
    voice="a dark sea, a low horizon, lamplight",
    palette={
        "ground": "#1b2645", "deep": "#0a0f1e", "panel": "#24325a", "ink": "#f4e8cc", "soft": "#b9c2d6",
        "accent": "#ffd684", "second": "#e58f65", "paper": "#f4e8cc",
        "ink-turned": "#17203c", "soft-turned": "#3a4767", "accent-turned": "#744600", "second-turned": "#8c3d17",
    },
    looks={
        "title": Look(font="fraunces", weight=600, size=56, line_height=1.1),
        "subtitle": Look(font="fraunces", italic=True, size=30, colour="accent"),
        "number": Look(font="fraunces", italic=True, size=34, colour="accent"),
        "statement": Look(font="fraunces", size=68, line_height=1.12),
        "body": Look(font="fraunces", size=40, gap=0.45),
        "caption": Look(font="fraunces", italic=True, size=26, colour="soft"),
        "figure": Look(font="fraunces", weight=600, size=96, colour="accent", line_height=1),
        "label": Look(font="plex-sans", size=24, colour="soft"),
        "quotation": Look(font="fraunces", italic=True, size=52, line_height=1.2),
        "source": Look(font="plex-sans", size=24, colour="accent"),
    },
    placings={
        "opening": placing(words("title", 88, 400, 900, 150, valign="bottom", scale=1.6), words("subtitle", 90, 632, 900, 48), _SEA, **_NIGHT),
        "chapter": placing(words("number", 88, 438, 300, 48), words("title", 88, 490, 1000, 110, valign="bottom", scale=1.3), _SEA, **_NIGHT),
        "statement": placing(words("statement", 88, 170, 1000, 420, valign="bottom"), _SEA, **_NIGHT),
        "list": placing(words("title", 88, 72, 1080, 80), words("body", 88, 186, 1000, 400), _SEA, **_NIGHT),
        "picture-and-text": placing(
            picture(640, 0, 640, 612), words("title", 88, 72, 480, 140), words("body", 88, 236, 480, 350), _SEA, **_NIGHT
        ),
        "two-columns": placing(
            words("title", 88, 72, 1080, 80), words("body", 88, 186, 500, 400), words("body", 668, 186, 520, 400), _SEA, **_NIGHT
        ),
        "full-picture": placing(picture(0, 0, 1280, 612), words("caption", 88, 636, 1100, 48, colour="ink"), **_NIGHT),
        "figures": placing(
            words("title", 88, 72, 1080, 80), *in_row(250, 230, (88, 478, 868), 340, 96), _SEA, **_NIGHT
        ),
        "quotation": placing(
            words("quotation", 150, 150, 940, 370, valign="bottom"), words("source", 150, 546, 900, 40), _SEA, **_NIGHT
        ),
        "closing": placing(
            words("title", 88, 250, 1000, 130, valign="bottom", scale=1.3), words("subtitle", 90, 398, 900, 120), _SEA,
            block(1040, 590, 44, 44, "accent", form="ellipse"), **_NIGHT,
        ),
        "blank": placing(_SEA, **_NIGHT),
    },
    turned=TURNED_DARK,
    plate=StylePlate(colour="deep", opacity=0.8, corner_radius=4),
    speaker=speaker(912, 204, 320, 408),
    transition=Transition(type="fade", duration_ms=900),
    effect="fade",
    easing="ease-out",
    duration=900,
)  # fmt: skip

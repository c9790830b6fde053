"""Broadside: a letterpress poster, the largest narrow type that the sheet takes, and one red."""

from ritornel.core.model import Look, Style, StylePlate, Transition
from ritornel.core.styles.drawing import TURNED, block, in_row, picture, placing, rule, speaker, words

_HEAD = rule(48, 40, 1184, 10)
_THIN = rule(48, 56, 1184, 2)

STYLE = Style(
    name="broadside",
    label="Broadside",
    voice="wood type, black and one red",
    palette={
        "ground": "#f3ead7", "deep": "#e6d9bd", "panel": "#e6d9bd", "ink": "#17130f", "soft": "#5d5242",
        "accent": "#b3261a", "second": "#17130f", "paper": "#f3ead7",
        "ink-turned": "#f3ead7", "soft-turned": "#d9ccae", "accent-turned": "#ff9a80", "second-turned": "#f3ead7",
    },
    looks={
        "title": Look(font="barlow-condensed", weight=600, size=92, line_height=0.95),
        "subtitle": Look(font="garamond", italic=True, size=36, colour="ink"),
        "number": Look(font="barlow-condensed", weight=600, size=220, colour="accent", line_height=0.9),
        "statement": Look(font="barlow-condensed", weight=600, size=150, line_height=0.92),
        "body": Look(font="barlow-condensed", size=46, gap=0.3, line_height=1.15),
        "caption": Look(font="barlow-condensed", weight=600, size=40),
        "figure": Look(font="barlow-condensed", weight=600, size=190, colour="accent", line_height=0.9),
        "label": Look(font="garamond", italic=True, size=30),
        "quotation": Look(font="garamond", italic=True, size=64, line_height=1.1),
        "source": Look(font="barlow-condensed", weight=600, size=34, colour="accent"),
    },
    placings={
        "opening": placing(
            words("title", 48, 84, 1184, 390, valign="middle", scale=2.0), words("subtitle", 72, 560, 1136, 80, "centre", valign="middle", colour="paper"),
            _HEAD, _THIN, block(0, 520, 1280, 200),
        ),
        "chapter": placing(
            words("number", 48, 90, 420, 540, valign="middle"), words("title", 480, 90, 752, 540, valign="middle", scale=1.5), _HEAD, _THIN,
            rule(48, 670, 1184, 10),
        ),
        "statement": placing(words("statement", 48, 60, 1184, 600, valign="middle", colour="paper"), ground="accent"),
        "list": placing(words("title", 48, 76, 1184, 110), words("body", 420, 216, 800, 450), _HEAD, _THIN, block(48, 222, 300, 10), block(48, 244, 300, 3, "ink")),
        "picture-and-text": placing(
            picture(48, 200, 560, 472), words("title", 48, 72, 1184, 110), words("body", 660, 210, 572, 460), _HEAD, _THIN
        ),
        "two-columns": placing(
            words("title", 48, 76, 1184, 110), words("body", 48, 226, 570, 440), words("body", 662, 226, 570, 440), _HEAD, _THIN,
            rule(639, 226, 2, 440),
        ),
        "full-picture": placing(picture(0, 0, 1280, 620), words("caption", 48, 640, 1184, 60)),
        "figures": placing(words("title", 48, 76, 1184, 110), *in_row(240, 220, (48, 456, 864), 380, 110), _HEAD, _THIN, rule(434, 240, 2, 400), rule(842, 240, 2, 400)),
        "quotation": placing(words("quotation", 120, 110, 1040, 430, "centre", valign="middle"), words("source", 120, 590, 1040, 50, "centre"), _HEAD, _THIN, rule(48, 670, 1184, 10)),
        "closing": placing(
            words("title", 48, 60, 1184, 330, valign="bottom", colour="paper", scale=1.5), words("subtitle", 52, 520, 1176, 120, valign="middle"),
            block(0, 0, 1280, 440),
        ),
        "blank": placing(_HEAD, _THIN),
    },
    turned=TURNED,
    plate=StylePlate(opacity=0.92),
    speaker=speaker(952, 0, 328, 720),
    transition=Transition(type="barWipe", subtype="topToBottom", duration_ms=700),
    effect="wipe",
    easing="ease-out",
    duration=500,
)  # fmt: skip

"""Slipway: white, a slanting order of small and large type, one orange mark."""

from ritornel.core.model import Look, Style, StylePlate, Transition
from ritornel.core.styles.drawing import TURNED, block, in_row, picture, placing, rule, speaker, words

_MARK = block(64, 64, 40, 40, "accent")
_FOOT = rule(64, 664, 1152, 1.5, "ink")

STYLE = Style(
    name="slipway",
    label="Slipway",
    voice="white, exact, one orange mark",
    palette={
        "ground": "#ffffff", "deep": "#ffffff", "panel": "#f3f2ef", "ink": "#161616", "soft": "#5f5f5f",
        "accent": "#c93c05", "second": "#161616", "paper": "#ffffff",
        "ink-turned": "#ffffff", "soft-turned": "#d6d6d6", "accent-turned": "#ffa273", "second-turned": "#ffffff",
    },
    looks={
        "title": Look(font="plex-sans", weight=600, size=34, line_height=1.2),
        "subtitle": Look(font="plex-sans", size=24, colour="soft"),
        "number": Look(font="plex-sans", weight=600, size=34, colour="accent"),
        "statement": Look(font="plex-sans", size=84, line_height=1.05),
        "body": Look(font="plex-sans", size=32, gap=0.6, line_height=1.25),
        "caption": Look(font="plex-sans", size=24, colour="soft"),
        "figure": Look(font="plex-sans", size=128, line_height=1),
        "label": Look(font="plex-sans", size=24, colour="soft"),
        "quotation": Look(font="plex-sans", size=46, line_height=1.2),
        "source": Look(font="plex-sans", weight=600, size=24),
    },
    placings={
        "opening": placing(words("title", 426, 330, 790, 150, valign="bottom", scale=2.4), words("subtitle", 426, 494, 790, 130), _MARK, _FOOT),
        "chapter": placing(words("number", 426, 300, 200, 50), words("title", 426, 352, 790, 200, scale=1.8), _MARK, _FOOT),
        "statement": placing(words("statement", 64, 150, 1152, 480, valign="bottom"), _MARK, _FOOT),
        "list": placing(words("title", 64, 130, 310, 500), words("body", 426, 126, 790, 510), _MARK, _FOOT),
        "picture-and-text": placing(picture(426, 64, 790, 352), words("title", 64, 130, 310, 286), words("body", 426, 440, 790, 212), _MARK, _FOOT),
        "two-columns": placing(
            words("title", 64, 130, 310, 500), words("body", 426, 126, 370, 510), words("body", 846, 126, 370, 510), _MARK, _FOOT
        ),
        "full-picture": placing(picture(64, 64, 1152, 580), words("caption", 64, 672, 1152, 36), _FOOT),
        "figures": placing(words("title", 64, 130, 310, 60), *in_row(330, 200, (64, 460, 856), 360, 90), _MARK, _FOOT),
        "quotation": placing(words("quotation", 426, 126, 790, 420), words("source", 426, 590, 790, 44), _MARK, _FOOT),
        "closing": placing(words("title", 426, 330, 790, 150, valign="bottom", scale=2.0), words("subtitle", 426, 494, 790, 130), block(64, 624, 40, 40, "accent"), _FOOT),
        "blank": placing(_MARK, _FOOT),
    },
    turned=TURNED,
    plate=StylePlate(opacity=0.94),
    speaker=speaker(1024, 476, 192, 180, corner_radius=6),
    transition=Transition(type="slideWipe", subtype="fromRight", duration_ms=700),
    effect="rise",
    easing="ease-out",
    duration=500,
)  # fmt: skip

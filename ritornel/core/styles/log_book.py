"""Log book: typed entries on ruled paper, a red margin, and blue pencil."""

from ritornel.core.model import Look, Style, StylePlate, Transition
from ritornel.core.styles.drawing import TURNED, in_row, picture, placing, rule, speaker, words

_LINES = tuple(rule(0, y, 1280, 1, "line", opacity=0.9) for y in range(96, 720, 52))
_PAGE = (*_LINES, rule(168, 0, 2, 720, "margin"))

STYLE = Style(
    name="log-book",
    label="Log book",
    voice="typed on ruled paper",
    palette={
        "ground": "#f8f5ea", "deep": "#f8f5ea", "panel": "#eee8d4", "ink": "#23272c", "soft": "#62676d",
        "accent": "#1f4e9b", "second": "#b4453a", "paper": "#f8f5ea", "line": "#ccd6dd", "margin": "#d98b84",
        "ink-turned": "#f8f5ea", "soft-turned": "#ced2d6", "accent-turned": "#b3ceff", "second-turned": "#ffbcb2",
    },
    looks={
        "title": Look(font="plex-mono", weight=600, size=40, line_height=1.3),
        "subtitle": Look(font="plex-mono", size=28, colour="accent"),
        "number": Look(font="plex-mono", size=40, colour="accent"),
        "statement": Look(font="plex-mono", size=52, line_height=2),
        "body": Look(font="plex-mono", size=30, gap=0, line_height=1.7334),
        "caption": Look(font="plex-mono", size=24),
        "figure": Look(font="plex-mono", weight=600, size=76, colour="accent", line_height=1),
        "label": Look(font="plex-mono", size=24, colour="soft"),
        "quotation": Look(font="plex-mono", italic=True, size=36, line_height=1.4445),
        "source": Look(font="plex-mono", size=26, colour="accent"),
    },
    placings={
        "opening": placing(words("title", 200, 200, 1000, 157, valign="bottom", scale=1.5), words("subtitle", 200, 374, 1000, 90), *_PAGE),
        "chapter": placing(words("number", 40, 308, 110, 46, "centre"), words("title", 200, 304, 1000, 160, scale=1.15), *_PAGE),
        "statement": placing(words("statement", 200, 150, 1000, 460), *_PAGE),
        "list": placing(words("title", 200, 40, 1000, 60), words("body", 200, 148, 1020, 540), *_PAGE),
        "picture-and-text": placing(picture(730, 96, 490, 416), words("title", 200, 40, 500, 110), words("body", 200, 200, 500, 480), *_PAGE),
        "two-columns": placing(
            words("title", 200, 40, 1000, 60), words("body", 200, 148, 490, 540), words("body", 730, 148, 490, 540), *_PAGE
        ),
        "full-picture": placing(picture(200, 44, 1036, 572), words("caption", 200, 640, 1036, 50), *_PAGE),
        "figures": placing(words("title", 200, 40, 1000, 60), *in_row(250, 110, (200, 550, 900), 330, 120), *_PAGE),
        "quotation": placing(words("quotation", 260, 144, 900, 380, valign="middle"), words("source", 260, 548, 900, 64), *_PAGE),
        "closing": placing(words("title", 200, 304, 1000, 110, scale=1.2), words("subtitle", 200, 424, 1000, 150), *_PAGE),
        "blank": placing(*_PAGE),
    },
    turned=TURNED,
    plate=StylePlate(opacity=0.94),
    speaker=speaker(960, 96, 272, 204, line="line", line_width=2),
    transition=Transition(type="cut"),
    effect="letters",
    easing="linear",
    duration=1200,
)  # fmt: skip

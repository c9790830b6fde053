"""Keeper's hand: notes by hand on a warm sheet, stuck down with strips of paper."""

from ritornel.core.model import Look, Ornament, Style, StylePlate, Transition
from ritornel.core.styles.drawing import TURNED, block, in_row, outline, picture, placing, rule, speaker, words


def _strip(x: float, y: float, turn: float) -> Ornament:
    return block(x, y, 170, 38, "tape", rotation=turn, opacity=0.75)


def _line(x: float, y: float, width: float) -> Ornament:
    return rule(x, y, width, 4, "accent", rotation=-0.8, corner_radius=2)


STYLE = Style(
    name="keepers-hand",
    label="Keeper's hand",
    voice="written by hand, stuck down with paper strips",
    palette={
        "ground": "#fbf1dc", "deep": "#f3e2bd", "panel": "#fffaf0", "ink": "#27375a", "soft": "#51607d",
        "accent": "#b9541c", "second": "#2f6a62", "paper": "#fffaf0", "tape": "#e8c98a",
        "ink-turned": "#fffaf0", "soft-turned": "#dbe1ee", "accent-turned": "#ffc590", "second-turned": "#b4e3da",
    },
    looks={
        "title": Look(font="caveat", weight=600, size=84, line_height=1),
        "subtitle": Look(font="caveat", size=46, colour="accent", line_height=1.1),
        "number": Look(font="caveat", weight=600, size=90, colour="accent", line_height=1),
        "statement": Look(font="caveat", weight=600, size=118, line_height=1),
        "body": Look(font="caveat", size=54, gap=0.25, line_height=1.1),
        "caption": Look(font="caveat", size=44, line_height=1.1),
        "figure": Look(font="caveat", weight=600, size=150, colour="accent", line_height=1),
        "label": Look(font="caveat", size=42, line_height=1.05),
        "quotation": Look(font="caveat", size=76, line_height=1.05),
        "source": Look(font="caveat", weight=600, size=46, colour="second"),
    },
    placings={
        "opening": placing(
            words("title", 180, 210, 920, 190, "centre", valign="bottom", scale=1.5), words("subtitle", 180, 440, 920, 90, "centre"),
            block(120, 120, 1040, 480, "panel", rotation=-1), _strip(555, 98, -3), _line(430, 418, 420), below="deep",
        ),
        "chapter": placing(words("number", 150, 240, 200, 120), words("title", 330, 240, 830, 200, scale=1.3), _line(330, 452, 520), below="deep"),
        "statement": placing(words("statement", 110, 70, 1060, 570, "centre", valign="middle"), below="deep"),
        "list": placing(words("title", 110, 60, 1060, 100), words("body", 150, 190, 1020, 470), _line(110, 162, 420), below="deep"),
        "picture-and-text": placing(
            picture(96, 130, 520, 440), words("title", 680, 90, 520, 180), words("body", 680, 280, 520, 380), block(80, 112, 552, 500, "panel", rotation=-1.5),
            _strip(270, 94, 2), below="deep",
        ),
        "two-columns": placing(
            words("title", 110, 60, 1060, 100), words("body", 110, 200, 500, 460), words("body", 690, 200, 500, 460), _line(110, 162, 420),
            rule(640, 210, 3, 420, "soft", rotation=0.6, opacity=0.5), below="deep",
        ),
        "full-picture": placing(picture(90, 56, 1100, 530), words("caption", 110, 622, 1060, 70, "centre"), block(68, 36, 1144, 572, "panel", rotation=0.6), _strip(150, 20, -4), _strip(960, 20, 5), below="deep"),
        "figures": placing(words("title", 110, 60, 1060, 100), *in_row(220, 190, (100, 470, 840), 340, 150, align="centre"), outline(105, 214, 330, 210, "second", form="ellipse", line_width=3, opacity=0.6, rotation=-3), below="deep"),
        "quotation": placing(words("quotation", 150, 100, 980, 400, "centre", valign="middle"), words("source", 150, 540, 980, 70, "centre"), block(100, 70, 1080, 580, "panel", rotation=0.7), _strip(555, 52, 3), below="deep"),
        "closing": placing(words("title", 150, 210, 980, 180, "centre", valign="bottom", scale=1.4), words("subtitle", 150, 420, 980, 200, "centre"), _line(420, 402, 440), below="deep"),
        "blank": placing(below="deep"),
    },
    turned=TURNED,
    board="second",
    plate=StylePlate(colour="panel", opacity=0.95, corner_radius=2),
    speaker=speaker(880, 410, 330, 250, line="paper", line_width=12),
    transition=Transition(type="leaf", duration_ms=1100),
    effect="letters",
    easing="linear",
    duration=1400,
)  # fmt: skip

"""Linocut: a heavy block cut away around the words, one green, and a low sun."""

from ritornel.core.model import Look, Style, StylePlate, Transition
from ritornel.core.styles.drawing import TURNED, block, in_row, picture, placing, speaker, words

_SUN = block(880, 90, 330, 330, "second", form="ellipse")
_GROUND = block(0, 470, 1280, 250, "accent")
_TEETH = tuple(block(-20 + 82 * n, 440, 84, 60, "accent", form="triangle") for n in range(16))

STYLE = Style(
    name="linocut",
    label="Linocut",
    voice="cut in lino, green and a low sun",
    palette={
        "ground": "#f1e7d0", "deep": "#e3d5b4", "panel": "#e3d5b4", "ink": "#1d211b", "soft": "#545a49",
        "accent": "#23543f", "second": "#d9853b", "paper": "#f8f1e0",
        "ink-turned": "#f8f1e0", "soft-turned": "#d6d9c8", "accent-turned": "#f3c18a", "second-turned": "#ffd3a3",
    },
    looks={
        "title": Look(font="zilla-slab", weight=600, size=64, line_height=1.05),
        "subtitle": Look(font="zilla-slab", size=32),
        "number": Look(font="zilla-slab", weight=600, size=64, colour="accent"),
        "statement": Look(font="zilla-slab", weight=600, size=88, line_height=1.05),
        "body": Look(font="zilla-slab", size=40, gap=0.4, line_height=1.15),
        "caption": Look(font="zilla-slab", weight=600, size=30, colour="paper"),
        "figure": Look(font="zilla-slab", weight=600, size=120, colour="accent", line_height=1),
        "label": Look(font="zilla-slab", size=28),
        "quotation": Look(font="zilla-slab", italic=True, size=54, line_height=1.18, colour="paper"),
        "source": Look(font="zilla-slab", weight=600, size=28, colour="paper"),
    },
    placings={
        "opening": placing(
            words("title", 80, 80, 740, 320, valign="middle", scale=1.4), words("subtitle", 80, 560, 1000, 100, colour="paper"), _SUN, _GROUND, *_TEETH,
        ),
        "chapter": placing(words("number", 80, 120, 300, 80), words("title", 80, 210, 760, 200, scale=1.15), _SUN, _GROUND, *_TEETH),
        "statement": placing(words("statement", 80, 60, 1120, 600, valign="middle", colour="paper"), block(930, -150, 500, 500, "second", form="ellipse"), ground="accent"),
        "list": placing(words("title", 80, 60, 1120, 90), words("body", 80, 200, 1000, 380), block(0, 630, 1280, 90), block(1110, 540, 130, 130, "second", form="ellipse")),
        "picture-and-text": placing(
            picture(700, 70, 510, 510, mask="ellipse"), words("title", 80, 70, 570, 150), words("body", 80, 240, 570, 350), block(0, 630, 1280, 90),
        ),
        "two-columns": placing(
            words("title", 80, 60, 1120, 90), words("body", 80, 200, 520, 400), words("body", 680, 200, 520, 400), block(0, 630, 1280, 90),
        ),
        "full-picture": placing(picture(0, 0, 1280, 630), words("caption", 80, 644, 1120, 60, valign="middle"), block(0, 630, 1280, 90)),
        "figures": placing(words("title", 80, 60, 1120, 90), *in_row(190, 230, (80, 470, 860), 340, 110), block(0, 630, 1280, 90)),
        "quotation": placing(words("quotation", 120, 110, 980, 400, valign="middle"), words("source", 120, 560, 980, 50), block(1010, 500, 420, 420, "second", form="ellipse", opacity=0.9), ground="accent"),
        "closing": placing(words("title", 80, 130, 740, 260, valign="bottom", scale=1.2), words("subtitle", 80, 540, 1000, 130, colour="paper"), _SUN, _GROUND, *_TEETH),
        "blank": placing(block(0, 630, 1280, 90)),
    },
    turned=TURNED,
    plate=StylePlate(opacity=0.95),
    speaker=speaker(1000, 240, 230, 390, line="ink", line_width=6),
    transition=Transition(type="ellipseWipe", subtype="circle", duration_ms=900),
    effect="grow",
    easing="ease-out",
    duration=600,
)  # fmt: skip

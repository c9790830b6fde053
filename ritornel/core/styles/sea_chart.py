"""Sea chart: an engraved chart with its double border, italic names, and a compass left in the corner."""

from ritornel.core.model import Look, Style, StylePlate, Transition
from ritornel.core.styles.drawing import TURNED, in_row, outline, picture, placing, rule, speaker, words

_BORDER = (outline(22, 22, 1236, 676, "ink", line_width=1), outline(32, 32, 1216, 656, "ink", line_width=5))
_COMPASS = (
    outline(1010, 450, 200, 200, "soft", form="ellipse", line_width=1, opacity=0.8),
    outline(1036, 476, 148, 148, "soft", form="ellipse", line_width=1, opacity=0.8),
    rule(1109.5, 436, 1, 228, "soft"), rule(996, 549.5, 228, 1, "soft"),
)  # fmt: skip

STYLE = Style(
    name="sea-chart",
    label="Sea chart",
    voice="engraved, bordered, in italics",
    palette={
        "ground": "#e8efeb", "deep": "#d3e1df", "panel": "#d3e1df", "ink": "#1c3a49", "soft": "#3d5c69",
        "accent": "#a53a29", "second": "#7a6a2f", "paper": "#e8efeb",
        "ink-turned": "#e8efeb", "soft-turned": "#c3d7da", "accent-turned": "#ffbfae", "second-turned": "#e8daa4",
    },
    looks={
        "title": Look(font="garamond", italic=True, size=58, line_height=1.05),
        "subtitle": Look(font="garamond", size=30, colour="soft"),
        "number": Look(font="garamond", size=40, colour="accent"),
        "statement": Look(font="garamond", italic=True, size=78, line_height=1.1),
        "body": Look(font="garamond", size=38, gap=0.4, line_height=1.2),
        "caption": Look(font="garamond", italic=True, size=28, colour="soft"),
        "figure": Look(font="garamond", size=104, colour="accent", line_height=1),
        "label": Look(font="garamond", italic=True, size=28),
        "quotation": Look(font="garamond", italic=True, size=54, line_height=1.2),
        "source": Look(font="garamond", size=28, colour="accent"),
    },
    placings={
        "opening": placing(
            words("title", 140, 210, 1000, 180, "centre", valign="bottom", scale=1.7), words("subtitle", 140, 424, 1000, 80, "centre"), *_BORDER,
            rule(540, 406, 200, 1.5, "accent"), below="deep",
        ),
        "chapter": placing(words("number", 140, 230, 1000, 56, "centre"), words("title", 140, 296, 1000, 180, "centre", scale=1.3), *_BORDER, *_COMPASS, below="deep"),
        "statement": placing(words("statement", 130, 110, 1020, 480, "centre", valign="middle"), *_BORDER, below="deep"),
        "list": placing(words("title", 90, 80, 1100, 76), words("body", 90, 186, 860, 460), *_BORDER, *_COMPASS, rule(90, 162, 260, 1.5, "accent"), below="deep"),
        "picture-and-text": placing(
            picture(90, 110, 440, 500, mask="ellipse"), words("title", 590, 120, 600, 130), words("body", 590, 270, 600, 350), *_BORDER,
            below="deep",
        ),
        "two-columns": placing(
            words("title", 90, 80, 1100, 76, "centre"), words("body", 90, 196, 510, 450), words("body", 680, 196, 510, 450), *_BORDER,
            rule(639.5, 196, 1, 430, "soft"), below="deep",
        ),
        "full-picture": placing(picture(48, 48, 1184, 556), words("caption", 90, 624, 1100, 44, "centre"), *_BORDER, below="deep"),
        "figures": placing(words("title", 90, 80, 1100, 76, "centre"), *in_row(220, 200, (90, 470, 850), 340, 110, align="centre"), *_BORDER, below="deep"),
        "quotation": placing(words("quotation", 190, 130, 900, 380, "centre", valign="middle"), words("source", 190, 540, 900, 44, "centre"), *_BORDER, below="deep"),
        "closing": placing(words("title", 140, 250, 800, 150, valign="bottom", scale=1.3), words("subtitle", 142, 420, 780, 180), *_BORDER, *_COMPASS, below="deep"),
        "blank": placing(*_BORDER, below="deep"),
    },
    turned=TURNED,
    plate=StylePlate(opacity=0.9),
    speaker=speaker(930, 330, 300, 300, mask="ellipse", line="ink", line_width=1.5),
    transition=Transition(type="barnDoorWipe", subtype="vertical", duration_ms=1000, softness=0.2),
    effect="fade",
    easing="ease-in-out",
    duration=800,
)  # fmt: skip

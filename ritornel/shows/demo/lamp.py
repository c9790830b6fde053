"""“How the lamp turns”: the talk at Skarholm Light, spoken throughout."""

import json
from collections.abc import Mapping
from pathlib import Path
from typing import Any

from ritornel import assets
from ritornel.shows.demo.parts import CREAM, LAMP, SEEN_IN, Document, build, line, lit, picture, said, seen, text, whole

SOFT = {"y": 3, "blur": 14, "opacity": 0.6}
"""A shadow that lets letters stand out from a picture."""

SCRIPTS = {
    "welcome": ("Good evening, and welcome to Skarholm Light. [1] Tonight: how four tons of glass turn so lightly."),
    "skerry": (
        "Eleven ships went down here in one winter. [1] So they built a tower, [2] put a lamp in it, [3] "
        "and found that the lamp alone was not enough."
    ),
    "light": (
        "Where does the light go? Without a lens, everywhere: up to the gulls, down to the rocks. [1] A "
        "sheet of glass would not help it. [2] A ring of glass does."
    ),
    "ring": (
        "This is the lens: nine rings of prisms about one eye. [1] Each prism bends the light a little; "
        "[2] together they send all of it out to sea, in a beam that is seen for twenty miles."
    ),
    "bath": (
        "The lens and its lamp weigh four tons. You would look for cogs, for rollers, for oil. [1] There "
        "are none. All of it floats, [2] in a trough of mercury no deeper than your hand. [3] That is why "
        "one finger is enough."
    ),
    "finger": (
        "Here it is, turning, as it has turned since the oil lamps. [1] One finger sets it going, and one "
        "finger stops it."
    ),
    "clockwork": (
        "What drives it is a weight on a chain, as in a tall clock. [1] The keeper wound it up every two "
        "hours, [2] all night, [3] for ninety years."
    ),
    "flashes": ("Four flashes, then dark. [1] From the sea, that is a name: no other light says it. This is Skarholm."),
    "goodbye": "The tower is open every Sunday. Bring a coat, and mind the stairs.",
}
"""What is said on each slide, with the marks of its cues."""

TAILS = {"light": 900, "welcome": 900, "goodbye": 2500}
"""How long a slide stays after its voice, in ms, where that is not the usual."""

Heard = Mapping[str, Mapping[str, Any]]
"""What was heard in the voice of each slide, by its name: ``said`` and ``quiet`` of its narration."""


def heard() -> Heard:
    """Return the words that were heard in the voices that ship."""
    found: Heard = json.loads((Path(assets.__file__).parent / "demo" / "narration.json").read_text(encoding="utf-8"))
    return found


def document(heard: Heard) -> Document:
    """Return the plan of the show; its voices are the files ``voice-NAME.ogg``."""
    return {
        "title": "How the lamp turns",
        "target": 180_000,
        "captions": {"shown": True},
        "style": "night-watch",
        "chapters": [
            {"title": "Chapter one: What it is for", "first": "welcome"},
            {"title": "Chapter two: What carries it", "first": "ring"},
            {"title": "Chapter three: What drives it", "first": "clockwork"},
        ],
        "beds": [{"asset": "harbour.ogg", "loop": True, "fade_in": 2500, "fade_out": 4000, "gain_db": 5,
                  "duck": {"depth_db": -9}}],
        "slides": [
            _welcome(heard), _skerry(heard), _light(heard), _ring(heard), _bath(heard), _finger(heard), _clockwork(heard),
            _flashes(heard), _goodbye(heard),
        ],
        "credit_lines": ["goodbye"],
    }  # fmt: skip


def _spoken(name: str, heard: Heard) -> Document:
    """Return what a slide has of its script and its voice."""
    voice = {"asset": f"voice-{name}.ogg", **heard[name], "heard": "words"}
    if name in TAILS:
        voice["tail"] = TAILS[name]
    return {"script": SCRIPTS[name], "narration": voice}


def _welcome(heard: Heard) -> Document:
    return {
        "id": "welcome", "kind": "opening", "title": "How the lamp turns", "transition": {"type": "cut"},
        **_spoken("welcome", heard),
        "objects": [
            whole("night", "skarholm-night.jpg", "The light at night"),
            said("title", "title", "How the", "lamp turns", name="The title", shadow=SOFT, by_hand={"y": 306, "height": 244, "size": 90, "gap": 0}),
            said("by", "subtitle", "An evening at Skarholm Light"),
        ],
        "running_order": [
            build("b1", "title", "fade", "following", duration=1200),
            build("b2", "by", "fade", duration=900),
            build("b3", "title", "pulse", "following", kind="emphasis", duration=3800, params={"peak": 103}),
        ],
    }  # fmt: skip


def _skerry(heard: Heard) -> Document:
    return {
        "id": "skerry", "kind": "picture-and-text", "title": "A light on a skerry",
        "transition": {"type": "pushWipe", "subtype": "fromRight", "duration": 900},
        **_spoken("skerry", heard),
        "objects": [
            seen("day", "winter 1 the light by day.jpg", "The light by day"),
            said("title", "title", "Eleven ships in one winter"),
            said("list", "body", "A tower, 1861", "A lamp, four wicks", lit("And still too dark", "too dark", italic=True),
                 name="The list"),
        ],
        "running_order": [
            build("b0", "title", "fade", "following", duration=900),
            *(step for n in range(3) for step in (
                line(f"b{n + 1}", "list", n, "slide", params={"side": "left", "distance": 30}, duration=700),
                line(f"b{n + 1}a", "list", n, "fade", "alongside", duration=500),
            )),
        ],
    }  # fmt: skip


def _light(heard: Heard) -> Document:
    return {
        "id": "light", "kind": "blank", "title": "Where the light went",
        "transition": {"type": "fade", "duration": 1000},
        **_spoken("light", heard),
        "objects": [
            whole("beam", "skarholm-beam.jpg", "The beam"),
            {"id": "pane", "kind": "shape", "form": "rectangle", "x": 640, "y": 214, "width": 16, "height": 300,
             "gradient": {"angle": 90, "stops": [{"at": 0, "colour": "#e6f0f8", "opacity": 0.95}, {"at": 0.5, "colour": "#9fb4c8", "opacity": 0.6},
             {"at": 1, "colour": "#dbe7f1", "opacity": 0.9}]}, "corner_radius": 3, "name": "A pane of glass"},
            {"id": "eye", "kind": "shape", "form": "ellipse", "x": 590, "y": 214, "width": 116, "height": 300,
             "fill": "none", "line": LAMP, "line_width": 7, "shadow": {"y": 0, "blur": 30, "colour": LAMP, "opacity": 0.7},
             "name": "A ring of glass"},
        ],
        "running_order": [
            build("b1", "pane", "slide", params={"side": "top", "distance": 100}, duration=800),
            build("b2", "pane", "fade", kind="exit", duration=500),
            build("b3", "eye", "draw", "alongside", duration=1200, delay=200, params={"drawing": 100}),
            build("b4", "eye", "pulse", "following", kind="emphasis", duration=700, repeat=2),
        ],
    }  # fmt: skip


def _ring(heard: Heard) -> Document:
    return {
        "id": "ring", "kind": "picture-and-text", "title": "A ring of prisms",
        "transition": {"type": "barWipe", "subtype": "leftToRight", "duration": 900},
        **_spoken("ring", heard),
        "objects": [
            picture("lens", "lens-drawing.png", 760, 30, 393, 550, lineage="lens", name="Lens drawing"),
            said("title", "title", "A ring of prisms"),
            said("lines", "body", "Each bends a little.", lit("Seen for twenty miles.", "twenty miles", italic=True),
                 name="What they do"),
        ],
        "running_order": [
            build("b1", "lens", "grow", "following", duration=1400, params={"size": 60}),
            build("b1a", "lens", "fade", "alongside", duration=1400),
            build("b1b", "title", "fade", "alongside", delay=500, duration=900),
            line("b2", "lines", 0, "fade"),
            line("b3", "lines", 1, "fade"),
            build("b4", "lens", "pulse", "alongside", kind="emphasis", duration=1600, params={"peak": 106}),
        ],
    }  # fmt: skip


def _bath(heard: Heard) -> Document:
    return {
        "id": "bath", "kind": "picture-and-text", "title": "The bath",
        "transition": {"type": "carry", "duration": 1400},
        **_spoken("bath", heard),
        "objects": [
            picture("lens", "lens-drawing.png", 800, 66, 336, 470, lineage="lens", name="Lens drawing"),
            picture("trough", "bath-drawing.png", 752, 528, 436, 68, lineage="bath", name="The trough"),
            said("title", "title", "The bath"),
            said("list", "body", "Four tons of glass,", "afloat in mercury,", lit("turned by one finger.", "one finger", italic=True),
                 name="The list"),
            {"id": "finger", "kind": "shape", "form": "rectangle", "x": 1176, "y": 546, "width": 300, "height": 30,
             "corner_radius": 15, "gradient": {"stops": [{"at": 0, "colour": "#f4d9bd"}, {"at": 1, "colour": "#c99c74"}]},
             "shadow": {"y": 5, "blur": 12, "opacity": 0.4}, "name": "Finger"},
        ],
        "running_order": [
            build("b1", "trough", "rise", "following", duration=1200, params={"distance": 90}),
            line("b2", "list", 0, "roll", duration=1000),
            line("b3", "list", 1, "roll", duration=1000),
            build("b4", "lens", "pulse", "alongside", kind="emphasis", duration=2500, params={"peak": 104}),
            build("b6", "finger", "slide", duration=800, params={"side": "right", "distance": 100}),
            line("b5", "list", 2, "roll", "alongside", delay=400, duration=1000),
            build("b7", "finger", "fade", "following", kind="exit", delay=1800, duration=800),
        ],
    }  # fmt: skip


def _finger(heard: Heard) -> Document:
    return {
        "id": "finger", "kind": "picture-and-text", "title": "One finger",
        "transition": {"type": "fade", "duration": 800},
        **_spoken("finger", heard),
        "objects": [
            {"id": "clip", "kind": "clip", "role": "picture", "asset": "turning-lens.webm", "in": 3000, "out": 10500,
             "gain_db": -12, "fade_out": 900, "waited_for": True, "name": "Turning lens",
             "alt": SEEN_IN["turning-lens.webm"]},
            said("title", "title", "One turn"),
            said("count", "body", lit("every six seconds", "six", italic=True)),
        ],
        "running_order": [
            build("b1", "title", "fade", duration=800),
            build("b2", "count", "fade", "following", delay=200, duration=800),
        ],
    }  # fmt: skip


def _clockwork(heard: Heard) -> Document:
    return {
        "id": "clockwork", "kind": "blank", "title": "The clockwork",
        "transition": {"type": "pushWipe", "subtype": "fromBottom", "duration": 1000},
        **_spoken("clockwork", heard),
        "objects": [
            whole("wheels", "clockwork.jpg", "The wheels"),
            {"id": "chain", "kind": "line", "x": 224, "y": 0, "width": 4, "height": 300, "line": CREAM, "line_width": 5,
             "name": "The chain"},
            {"id": "weight", "kind": "shape", "form": "rectangle", "x": 176, "y": 300, "width": 100, "height": 170,
             "corner_radius": 10, "gradient": {"angle": 0, "stops": [{"at": 0, "colour": "#fff8e6"}, {"at": 0.55, "colour": CREAM},
             {"at": 1, "colour": "#c9b78e"}]}, "shadow": {"y": 10, "blur": 24, "opacity": 0.45}, "name": "The weight"},
        ],
        "running_order": [
            build("b1", "weight", "slide", "following", duration=1600, params={"side": "top", "distance": 100}, easing="ease-in-out"),
            build("b2", "chain", "slide", "alongside", duration=1600, params={"side": "top", "distance": 100}, easing="ease-in-out"),
            build("b3", "weight", "follow", kind="path", duration=2400, params={"path": "M0 0L0 -150"}),
            build("b4", "weight", "follow", kind="path", duration=900, easing="linear", params={"path": "M0 0L0 70"}),
            build("b5", "weight", "follow", kind="path", duration=1400, easing="ease-out", params={"path": "M0 0L0 80"}),
        ],
    }  # fmt: skip


def _flashes(heard: Heard) -> Document:
    eyes = [
        {"id": f"flash{n}", "kind": "shape", "form": "ellipse", "x": 202 + n * 228, "y": 330, "width": 192, "height": 192,
         "gradient": {"kind": "radial", "stops": [{"at": 0, "colour": "#fff6dc"}, {"at": 0.32, "colour": LAMP},
         {"at": 0.7, "colour": LAMP, "opacity": 0}]}, "name": f"Flash {n + 1}"}
        for n in range(4)
    ]  # fmt: skip
    return {
        "id": "flashes", "kind": "blank", "title": "Four flashes",
        "transition": {"type": "fade-through", "duration": 1200, "colour": "#ffd684"},
        **_spoken("flashes", heard),
        "objects": [
            *eyes,
            text("name", ["Skarholm"], 390, 626, 500, 58, role="statement", font="fraunces", italic=True, align="centre"),
        ],
        "running_order": [
            *[build(f"b{n}", f"flash{n}", "grow", "following", duration=350, params={"size": 20}) for n in range(4)],
            *[build(f"x{n}", f"flash{n}", "fade", "following" if n == 0 else "alongside", kind="exit", duration=700) for n in range(4)],
            build("b9", "name", "fade", duration=1400),
        ],
    }  # fmt: skip


def _goodbye(heard: Heard) -> Document:
    return {
        "id": "goodbye", "kind": "closing", "title": "Come and see it",
        "transition": {"type": "fade", "duration": 1200},
        **_spoken("goodbye", heard),
        "objects": [
            whole("night", "skarholm-night.jpg", "The light at night"),
            said("open", "title", "Open Sundays,", "11 to 15", name="When it is open", shadow=SOFT, by_hand={"y": 206, "height": 174, "size": 72, "gap": 0}),
            said("boat", "subtitle", lit("The boat leaves at half past ten", "half past ten"), shadow=SOFT),
        ],
        "running_order": [
            build("b1", "open", "fade", "following", duration=1200),
            build("b2", "boat", "fade", "following", delay=200, duration=900),
        ],
    }  # fmt: skip

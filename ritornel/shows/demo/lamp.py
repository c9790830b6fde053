"""“How the lamp turns”: the talk at Skarholm Light, some passages of it already narrated."""

from ritornel.shows.demo.parts import (
    AUBERGINE,
    CREAM,
    DEEP,
    LAMP,
    MIST,
    NIGHT,
    Document,
    build,
    dusk,
    line,
    lit,
    picture,
    text,
    whole,
)

SOFT = {"y": 3, "blur": 14, "opacity": 0.6}
"""A shadow that lets letters stand out from a picture."""

NARRATED = {
    "light": [
        "Where does the light go? Without a lens, everywhere: up to the gulls, down to the rocks.",
        "A sheet of glass would not help it.",
        "A ring of glass does.",
    ],
    "finger": [
        "Here it is, turning, as it has turned since the oil lamps.",
        "One finger sets it going, and one finger stops it.",
    ],
}
"""Passages of the narrated slides, one per cue and one before the first."""


def _script(passages: list[str]) -> str:
    return " ".join(p if n == 0 else f"[{n}] {p}" for n, p in enumerate(passages))


def document(marks: dict[str, list[int]]) -> Document:
    """Return the show. ``marks`` are the instants of the cues in the narrations, by their names."""
    return {
        "title": "How the lamp turns",
        "target": 180_000,
        "chapters": [
            {"id": "c1", "title": "Chapter one: What it is for", "first": "welcome"},
            {"id": "c2", "title": "Chapter two: What carries it", "first": "ring"},
            {"id": "c3", "title": "Chapter three: What drives it", "first": "clockwork"},
        ],
        "beds": [
            {"id": "bed-1", "asset": "harbour.ogg", "loop": True, "fade_in": 2500, "fade_out": 4000, "gain_db": -16}
        ],
        "slides": [
            _welcome(), _skerry(), _light(marks["light"]), _ring(), _bath(), _finger(marks["finger"]),
            _clockwork(), _flashes(), _goodbye(),
        ],
    }  # fmt: skip


def _welcome() -> Document:
    return {
        "id": "welcome", "title": "How the lamp turns", "background": NIGHT,
        "transition": {"type": "cut"},
        "script": "Good evening, and welcome to Skarholm Light. [1] Tonight: how four tons of glass turn so lightly.",
        "objects": [
            whole("night", "skarholm-night.jpg", "The light at night"),
            text("title", ["How the lamp turns"], 84, 210, 720, 70, font="fraunces", weight=600, shadow=SOFT),
            text("by", ["An evening at Skarholm Light"], 88, 318, 560, 32, font="fraunces", italic=True, colour=LAMP),
        ],
        "running_order": [
            build("b1", "title", "fade", "following", duration=1200),
            build("b2", "by", "fade", duration=900),
        ],
    }  # fmt: skip


def _skerry() -> Document:
    return {
        "id": "skerry", "title": "A light on a skerry", "background": DEEP, "ground": dusk("#1b4c4b", "#0d2c2d"),
        "transition": {"type": "pushWipe", "subtype": "fromRight", "duration": 900},
        "script": (
            "Eleven ships went down here in one winter. [1] So they built a tower, [2] put a lamp in it, "
            "[3] and found that the lamp alone was not enough."
        ),
        "objects": [
            picture("day", "winter 1 the light by day.jpg", 640, 0, 640, 720, fit="fill", name="The light by day"),
            text("list", ["A tower, 1861", "A lamp, four wicks", lit("And still too dark", "too dark", italic=True)], 84, 228,
                 540, 50, font="fraunces", name="The list"),
        ],
        "running_order": [
            line("b1", "list", 0, "slide", params={"side": "left", "distance": 30}, duration=700),
            build("b1a", "list", "fade", "alongside", part={"paragraph": 0}, duration=500),
            line("b2", "list", 1, "slide", params={"side": "left", "distance": 30}, duration=700),
            build("b2a", "list", "fade", "alongside", part={"paragraph": 1}, duration=500),
            line("b3", "list", 2, "slide", params={"side": "left", "distance": 30}, duration=700),
            build("b3a", "list", "fade", "alongside", part={"paragraph": 2}, duration=500),
        ],
    }  # fmt: skip


def _light(marks: list[int]) -> Document:
    return {
        "id": "light", "title": "Where the light went", "background": NIGHT,
        "transition": {"type": "fade", "duration": 1000},
        "script": _script(NARRATED["light"]),
        "narration": {"asset": "voice-light.ogg", "marks": marks, "tail": 900},
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


def _ring() -> Document:
    return {
        "id": "ring", "title": "A ring of prisms", "background": AUBERGINE, "ground": dusk("#4a2f50", "#261729"),
        "transition": {"type": "barWipe", "subtype": "leftToRight", "duration": 900},
        "script": (
            "This is the lens: nine rings of prisms about one eye. [1] Each prism bends the light a little; "
            "[2] together they send all of it out to sea, in a beam that is seen for twenty miles."
        ),
        "objects": [
            picture("lens", "lens-drawing.png", 110, 40, 457, 640, lineage="lens", name="Lens drawing"),
            text("bend", ["Each bends a little."], 690, 262, 540, 48, font="fraunces"),
            text("miles", [lit("Seen for twenty miles.", "twenty miles", italic=True)], 690, 344, 540, 48, font="fraunces"),
        ],
        "running_order": [
            build("b1", "lens", "grow", "following", duration=1400, params={"size": 60}),
            build("b1a", "lens", "fade", "alongside", duration=1400),
            build("b2", "bend", "fade"),
            build("b3", "miles", "fade"),
            build("b4", "lens", "pulse", "alongside", kind="emphasis", duration=1600, params={"peak": 106}),
            build("b5", "miles", "underline", "following", kind="emphasis", duration=900, params={"colour": LAMP, "width": 4}),
        ],
    }  # fmt: skip


def _bath() -> Document:
    return {
        "id": "bath", "title": "The bath", "background": NIGHT, "ground": dusk("#1e2c4e", "#0e1528"),
        "transition": {"type": "carry", "duration": 1400},
        "script": (
            "The lens and its lamp weigh four tons. You would look for cogs, for rollers, for oil. "
            "[1] There are none. All of it floats, [2] in a trough of mercury no deeper than your hand. "
            "[3] That is why one finger is enough."
        ),
        "objects": [
            picture("lens", "lens-drawing.png", 236, 84, 343, 480, lineage="lens", name="Lens drawing"),
            picture("trough", "bath-drawing.png", 190, 556, 436, 68, lineage="bath", name="The trough"),
            text("list", ["Four tons of glass,", "afloat in mercury,", lit("turned by one finger.", "one finger", italic=True)], 720, 228,
                 520, 50, font="fraunces", name="The list"),
            {"id": "finger", "kind": "shape", "form": "rectangle", "x": 640, "y": 578, "width": 300, "height": 30,
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


def _finger(marks: list[int]) -> Document:
    return {
        "id": "finger", "title": "One finger", "background": DEEP, "ground": dusk("#1b4c4b", "#0d2c2d"),
        "transition": {"type": "fade", "duration": 800},
        "script": _script(NARRATED["finger"]),
        "narration": {"asset": "voice-finger.ogg", "marks": marks, "tail": 600},
        "objects": [
            {"id": "clip", "kind": "clip", "asset": "turning-lens.webm", "x": 80, "y": 90, "width": 720, "height": 540,
             "in": 3000, "out": 10500, "gain_db": -10, "waited_for": True, "name": "Turning lens",
             "frame": {"corner_radius": 10}, "shadow": {"y": 14, "blur": 40, "opacity": 0.45}},
            text("count", ["One turn", lit("every six seconds", "six", italic=True)], 850, 284, 400, 46, font="fraunces"),
        ],
        "running_order": [build("b1", "count", "fade", duration=800)],
    }  # fmt: skip


def _clockwork() -> Document:
    return {
        "id": "clockwork", "title": "The clockwork", "background": AUBERGINE,
        "transition": {"type": "pushWipe", "subtype": "fromBottom", "duration": 1000},
        "script": (
            "What drives it is a weight on a chain, as in a tall clock. [1] The keeper wound it up every two hours, "
            "[2] all night, [3] for ninety years."
        ),
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


def _flashes() -> Document:
    eyes = [
        {"id": f"flash{n}", "kind": "shape", "form": "ellipse", "x": 202 + n * 228, "y": 226, "width": 192, "height": 192,
         "gradient": {"kind": "radial", "stops": [{"at": 0, "colour": "#fff6dc"}, {"at": 0.32, "colour": LAMP},
         {"at": 0.7, "colour": LAMP, "opacity": 0}]}, "name": f"Flash {n + 1}"}
        for n in range(4)
    ]  # fmt: skip
    return {
        "id": "flashes", "title": "Four flashes", "background": "#101626", "ground": dusk("#1c2644", "#0a0e1a"),
        "transition": {"type": "fade-through", "duration": 1200, "colour": "#ffd684"},
        "script": "Four flashes, then dark. [1] From the sea, that is a name: no other light says it. This is Skarholm.",
        "objects": [
            {"id": "sea", "kind": "line", "x": 0, "y": 470, "width": 1280, "height": 0.1, "line": MIST, "line_width": 1.5,
             "opacity": 0.55, "name": "The horizon"},
            *eyes,
            text("name", ["Skarholm"], 390, 520, 500, 64, font="fraunces", italic=True, align="centre"),
        ],
        "running_order": [
            *[build(f"b{n}", f"flash{n}", "grow", "following", duration=350, params={"size": 20}) for n in range(4)],
            *[build(f"x{n}", f"flash{n}", "fade", "following" if n == 0 else "alongside", kind="exit", duration=700) for n in range(4)],
            build("b9", "name", "fade", duration=1400),
        ],
    }  # fmt: skip


def _goodbye() -> Document:
    return {
        "id": "goodbye", "title": "Come and see it", "background": NIGHT,
        "transition": {"type": "fade", "duration": 1200},
        "script": "The tower is open every Sunday. Bring a coat, and mind the stairs.",
        "objects": [
            whole("night", "skarholm-night.jpg", "The light at night"),
            text("open", ["Open Sundays, 11 to 15", lit("The boat leaves at half past ten", "half past ten")], 84, 226, 700, 44,
                 font="fraunces", shadow=SOFT),
        ],
        "running_order": [build("b1", "open", "fade", "following", duration=1200)],
    }  # fmt: skip

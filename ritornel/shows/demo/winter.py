"""“Winter opening”: the looping lobby show of pictures with music, cut in lino."""

from ritornel.shows.demo.parts import Document, build, said, seen

_PICTURES = [
    ("winter 1 the light by day.jpg", "The light by day", "ellipseWipe", "circle", "Open in winter, too"),
    ("winter 2 first snow.jpg", "First snow", "fade", "crossfade", "Sundays, 11 to 15"),
    ("winter 3 boathouses.jpg", "Boathouses", "pushWipe", "fromRight", "Coffee in the second boathouse"),
    ("winter 4 dusk.jpg", "Dusk", "fade", "crossfade", "The lamp is lit at four"),
    ("winter 5 the museum room.jpg", "The museum room", "barWipe", "leftToRight", "Warm rooms, old lamps"),
    ("winter 10 northern lights.jpg", "Northern lights", "fade-through", "", "And sometimes, this"),
]


_BEATS = [900 * beat for beat in range(16)]
"""As the bells were composed (``assets.scripts.make_sounds``)."""


def document() -> Document:
    """Return the plan of the show: a title, one picture a slide with a caption that comes in late, and an end."""
    return {
        "title": "Winter opening",
        "style": "linocut",
        "beds": [{"asset": "bells.ogg", "loop": True, "fade_in": 1500, "fade_out": 3000, "beats": _BEATS, "bar": 4}],
        "to_beat": {"every": "bar"},
        "slides": [_opening(), *(_picture(n, *one) for n, one in enumerate(_PICTURES, 1)), _closing()],
        "credit_lines": ["closing"],
    }


def _opening() -> Document:
    return {
        "id": "opening", "kind": "opening", "title": "Winter opening", "hold": 2600, "transition": {"type": "cut"},
        "objects": [
            said("title", "title", "Winter opening"),
            said("place", "subtitle", "Skarholm Light, all winter"),
        ],
        "running_order": [
            build("b1", "title", "rise", "following", delay=500, duration=900, params={"distance": 60}),
            build("b2", "place", "fade", "following", delay=200, duration=700),
        ],
    }  # fmt: skip


def _picture(number: int, file: str, title: str, kind: str, way: str, caption: str) -> Document:
    return {
        "id": f"slide-{number}", "kind": "full-picture", "title": title, "hold": 3500,
        "transition": {"type": kind, "subtype": way, "duration": 1400},
        "objects": [seen("picture", file, title), said("caption", "caption", caption, name="Caption")],
        "running_order": [
            build("b1", "caption", "slide", "following", delay=500, duration=700, params={"side": "left", "distance": 12}),
            build("b2", "caption", "fade", "alongside", duration=600),
        ],
    }  # fmt: skip


def _closing() -> Document:
    return {
        "id": "closing", "kind": "closing", "title": "Come in", "hold": 3500,
        "transition": {"type": "ellipseWipe", "subtype": "circle", "reverse": True, "duration": 1400},
        "objects": [
            said("title", "title", "Come in out\u00a0of\u00a0the\u00a0wind"),
            said("when", "subtitle", "Sundays, 11 to 15"),
        ],
        "running_order": [
            build("b1", "title", "fade", "following", duration=900),
            build("b2", "when", "fade", "following", delay=200, duration=700),
        ],
    }  # fmt: skip

"""“Winter opening”: the looping lobby show of pictures with music."""

from ritornel.shows.demo.parts import Document, build, text, whole

_PICTURES = [
    ("winter 1 the light by day.jpg", "The light by day", "fade", "", "Open in winter, too"),
    ("winter 2 first snow.jpg", "First snow", "fade", "", "Sundays, 11 to 15"),
    ("winter 3 boathouses.jpg", "Boathouses", "pushWipe", "fromRight", "Coffee in the second boathouse"),
    ("winter 4 dusk.jpg", "Dusk", "fade", "", "The lamp is lit at four"),
    ("winter 5 the museum room.jpg", "The museum room", "barWipe", "leftToRight", "Warm rooms, old lamps"),
    ("winter 10 northern lights.jpg", "Northern lights", "fade-through", "", "And sometimes, this"),
]


_DUSK = {
    "stops": [
        {"at": 0, "colour": "#17131f", "opacity": 0},
        {"at": 0.75, "colour": "#17131f", "opacity": 0.85},
        {"at": 1, "colour": "#17131f", "opacity": 0.92},
    ]
}
_SOFT = {"y": 2, "blur": 10, "opacity": 0.5}


def document() -> Document:
    """Return the show: one picture a slide, a caption that comes in late."""
    return {
        "title": "Winter opening",
        "beds": [{"id": "bed-1", "asset": "bells.ogg", "loop": True, "fade_in": 1500, "fade_out": 3000, "gain_db": -9}],
        "slides": [
            {
                "id": f"slide-{n}", "title": title, "background": "#17131f", "hold": 3500,
                "transition": {"type": kind, "subtype": way, "duration": 1400} if n > 1 else {"type": "cut"},
                "objects": [
                    whole("picture", file, title),
                    {"id": "ground", "kind": "shape", "x": 0, "y": 480, "width": 1280, "height": 240, "gradient": _DUSK,
                     "name": "Ground of the caption"},
                    text("caption", [caption], 70, 616, 1100, 52, font="fraunces", name="Caption", shadow=_SOFT),
                ],
                "running_order": [
                    build("b1", "ground", "fade", "following", duration=900, delay=600),
                    build("b2", "caption", "fade", "following", duration=800),
                ],
            }
            for n, (file, title, kind, way, caption) in enumerate(_PICTURES, 1)
        ],
    }  # fmt: skip

"""“Round the skerry”: a walk over one plan of the island, from the quay to the lamp, on a plane of four stages by four."""

from collections.abc import Iterator, Sequence
from math import cos, radians, sin
from typing import Any

from ritornel.shows.demo.parts import Document, build

WIDTH, HEIGHT = 5120.0, 2880.0
SEA, SHALLOW, ROCK, GRASS, INK = "#c9d6d2", "#dbe4de", "#e9dfc8", "#d5d6b6", "#211c2b"
PLUM, AMBER, VERDIGRIS, WHITE = "#7a2552", "#c98a1b", "#3d6b63", "#fffdf7"

Point = tuple[float, float]

_SHORE: list[Point] = [
    (900, 1500), (1050, 1150), (1400, 950), (1750, 860), (2150, 900), (2500, 760), (2950, 640), (3350, 720),
    (3700, 900), (4050, 1000), (4280, 1250), (4230, 1550), (3950, 1760), (3600, 1850), (3350, 2060), (2950, 2200),
    (2500, 2160), (2150, 2260), (1750, 2200), (1450, 2020), (1150, 1900), (950, 1720),
]  # fmt: skip
_MIDDLE: Point = (2600, 1450)

STOPS: list[tuple[str, str, float, float, float, float, str]] = [
    ("quay", "The quay", 1090, 1560, 900, 0, "We land at the quay, where the mail boat comes on Thursdays if the wind lets it."),
    ("boats", "The boathouses", 1800, 1960, 900, -4, "Three boathouses stand in a row; in the second there is coffee."),
    ("path", "The path", 2330, 1480, 1300, 0, "The path is two hundred and eleven steps, and a rope to hold on to."),
    ("house", "The keeper's house", 2960, 1700, 900, 0, "Here the keepers lived, three families in six rooms."),
    ("kitchen", "The kitchen table", 2893, 1745, 150, 0, "On this table the log was written, every night for ninety years."),
    ("tower", "The tower", 3560, 1060, 1120, 0, "The tower is as high as the cliff: together forty metres over the sea."),
    ("lamp", "The lamp", 3560, 862, 240, 0, "And up there, behind nine rings of glass, is the lamp."),
    ("horn", "The fog horn", 4050, 1400, 760, 6, "In fog the horn says it instead: two long, one short."),
]  # fmt: skip
"""Where one stops: id, name, the middle of the view, its width, its turn, and what is said there."""


def document() -> Document:
    """Return the plan of the show: one slide."""
    script = "This is Skarholm, all of it."
    script += "".join(f" [{cue}] {stop[-1]}" for cue, stop in enumerate(STOPS, 1))
    script += f" [{len(STOPS) + 1}] That was the skerry: half an hour, if one does not stop for coffee."
    return {
        "title": "Round the skerry",
        "words": ["skerry"],
        "style": "signal-flags",
        "slides": [
            {
                "id": "skerry", "kind": "blank", "title": "Round the skerry", "background": SEA, "script": script,
                "transition": {"type": "fade", "subtype": "fadeFromColor", "colour": "#17131f", "duration": 1200},
                "plane": {"x": 0, "y": 0, "width": WIDTH, "height": HEIGHT},
                "objects": list(_objects()), "running_order": list(_order()),
            }
        ],
        "beds": [{"asset": "harbour.ogg", "loop": True, "fade_in": 2000, "fade_out": 3000, "gain_db": -6}],
    }  # fmt: skip


def _order() -> Iterator[Document]:
    everything = {"id": "all", "name": "All of it", "x": WIDTH / 2, "y": HEIGHT / 2, "width": WIDTH}
    yield {"id": "to-all", "kind": "view", "view": everything}
    for key, name, x, y, width, turn, _ in STOPS:
        view = {"id": key, "name": name, "x": x, "y": y, "width": width, "turn": turn}
        yield {"id": f"to-{key}", "kind": "view", "view": view}
        yield build(f"b-{key}", f"{key}-name", "fade", "alongside", delay=300, duration=900)
        if key == "path":
            yield build("b-way", "way", "draw", "alongside", delay=500, duration=2600)
        if key == "lamp":
            yield build("b-beam", "beam", "grow", "alongside", delay=900, duration=1200)
    yield {"id": "to-end", "kind": "view", "view": {**everything, "id": "end", "name": "All of it, at the end"}}


def _objects() -> Iterator[Document]:
    yield _blob("shallows", _around(1.07), SHALLOW)
    for n, (x, y, size) in enumerate([(520, 700, 130), (640, 860, 60), (4620, 2050, 150), (4450, 2230, 70), (330, 1500, 80), (480, 2250, 110)]):  # fmt: skip
        yield _blob(f"skerry-{n}", _ring(x, y, size, n), ROCK, line=INK, line_width=4)
    yield _blob("shore", _SHORE, ROCK, line=INK, line_width=7, name="The shore")
    yield _blob("grass", _around(0.86), GRASS)
    for n, share in enumerate((0.68, 0.48, 0.3)):
        yield _blob(f"height-{n}", [(x + 380 * (1 - share), y - 180 * (1 - share)) for x, y in _around(share)], "none", line="#a79f7c", line_width=3)  # fmt: skip
    way = [(1080, 1560), (1350, 1700), (1800, 1880), (2080, 1700), (2330, 1480), (2600, 1560), (2893, 1700), (3200, 1420), (3560, 1160)]  # fmt: skip
    yield _curve("way", way, PLUM, 9, dash="dashes", name="The path")
    yield from _quay()
    yield from _boathouses()
    yield from _house()
    yield from _horn()
    yield from _tower()
    yield from _words()
    yield from _compass()


def _quay() -> Iterator[Document]:
    yield _box("pier", 720, 1530, 330, 44, "#8d7656", line=INK, line_width=3)
    for n in range(5):
        yield _box(f"post-{n}", 742 + 70 * n, 1520, 10, 64, "#5d4c35")
    yield _path("boat", 730, 1620, 190, 60, [(0, 0.1), (1, 0.1), (0.86, 1), (0.14, 1)], PLUM, line=INK, line_width=3)
    yield _box("wheelhouse", 820, 1588, 56, 40, WHITE, line=INK, line_width=3)
    yield _box("funnel", 848, 1566, 14, 24, INK)


def _boathouses() -> Iterator[Document]:
    for n, colour in enumerate((PLUM, AMBER, VERDIGRIS)):
        x, y = 1610 + 140 * n, 1945 + 12 * n
        yield _box(f"shed-{n}", x, y, 104, 78, colour, line=INK, line_width=3)
        yield _path(f"gable-{n}", x - 8, y - 50, 120, 52, [(0, 1), (0.5, 0), (1, 1)], WHITE, line=INK, line_width=3)
        yield _box(f"door-{n}", x + 30, y + 22, 44, 56, INK)


def _house() -> Iterator[Document]:
    yield _box("house", 2820, 1690, 230, 116, WHITE, line=INK, line_width=4, name="The keeper's house")
    yield _path("roof", 2804, 1620, 262, 74, [(0, 1), (0.1, 0), (0.9, 0), (1, 1)], PLUM, line=INK, line_width=4)
    yield _box("chimney", 2990, 1590, 26, 44, "#8d7656", line=INK, line_width=3)
    for n in range(3):
        yield _box(f"window-{n}", 2842 + 76 * n, 1718, 44, 54, "#ffd684" if n == 0 else SHALLOW, line=INK, line_width=3)
    yield _box("table", 2846, 1752, 36, 2, "#5d4c35")
    yield _box("leg-1", 2850, 1754, 1.6, 15, "#5d4c35")
    yield _box("leg-2", 2876, 1754, 1.6, 15, "#5d4c35")
    yield _box("log", 2855, 1748.6, 14, 3.4, PLUM, line=INK, line_width=0.3, name="The log")
    yield _path("pen", 2869, 1744, 7, 6, [(0, 1), (0.85, 0), (1, 0.1), (0.1, 1)], INK)


def _horn() -> Iterator[Document]:
    yield _box("hut", 3990, 1390, 120, 90, VERDIGRIS, line=INK, line_width=4)
    yield _path("horn", 4110, 1392, 110, 76, [(0, 0.4), (1, 0), (1, 1), (0, 0.6)], AMBER, line=INK, line_width=4)
    for n in range(3):
        bow = [
            (4250 + 46 * n + 26 * cos(radians(a)), 1430 + (44 + 26 * n) * sin(radians(a))) for a in range(-60, 61, 20)
        ]
        yield _curve(f"sound-{n}", bow, PLUM, 6)


def _tower() -> Iterator[Document]:
    for n in range(5):
        top, foot = 66 + 11 * n, 77 + 11 * n
        y = 930 + 62 * n
        corners = [(0.5 - top / 2 / foot, 0), (0.5 + top / 2 / foot, 0), (1, 1), (0, 1)]
        yield _path(
            f"band-{n}", 3560 - foot / 2, y, foot, 62, corners, WHITE if n % 2 else PLUM, line=INK, line_width=3
        )
    yield _box("gallery", 3514, 916, 92, 14, INK)
    yield _box("lantern", 3532, 836, 56, 80, "#ffd684", line=INK, line_width=3, name="The lantern")
    yield _path("cap", 3522, 796, 76, 42, [(0, 1), (0.5, 0), (1, 1)], INK)
    beam = [(0, 0.44), (1, 0), (1, 1), (0, 0.56)]
    yield _path("beam", 3590, 800, 330, 152, beam, "#ffd684", opacity=0.55, name="The beam")
    for n in range(9):
        wide, high = 46 - 4.6 * n, 66 - 6.6 * n
        yield {**_box(f"ring-{n}", 3560 - wide / 2, 876 - high / 2, wide, high, "none", line="#a8741a", line_width=0.9), "form": "ellipse"}  # fmt: skip
    yield {**_box("flame", 3557, 872, 6, 9, PLUM, name="The lamp"), "form": "ellipse"}


def _words() -> Iterator[Document]:
    yield _text("title", "Round the skerry", 1500, 180, 2120, 210, font="fraunces", weight=600, align="centre")
    yield _text("under", "Skarholm, drawn from the tower", 1500, 450, 2120, 100, italic=True, align="centre")
    beside = {"quay": (1090, 1340), "boats": (1600, 1760), "path": (2000, 1230), "house": (2640, 1500), "kitchen": (2842, 1705.5), "tower": (3010, 820), "lamp": (3452, 806), "horn": (3740, 1260)}  # fmt: skip
    for key, name, _, _, width, turn, _ in STOPS:
        x, y = beside[key]
        size = round(width * 0.042, 2)
        yield _text(f"{key}-name", name, x, y, width * 0.5, size, font="fraunces", weight=600, rotation=turn)


def _compass() -> Iterator[Document]:
    x, y = 4500.0, 560.0
    for n in range(8):
        long = 210 if n % 2 == 0 else 110
        angle = radians(45 * n)
        tip, side = (x + long * sin(angle), y - long * cos(angle)), 22
        left = (x + side * sin(angle - 0.9), y - side * cos(angle - 0.9))
        right = (x + side * sin(angle + 0.9), y - side * cos(angle + 0.9))
        yield _area(f"point-{n}", [(x, y), left, tip, right], INK if n % 2 == 0 else PLUM)
    yield _text("north", "N", x - 60, y - 350, 120, 100, font="fraunces", weight=600, align="centre")


# ---- forms


def _around(share: float) -> list[Point]:
    x, y = _MIDDLE
    return [(x + share * (px - x), y + share * (py - y)) for px, py in _SHORE]


def _ring(x: float, y: float, size: float, seed: int) -> list[Point]:
    turns = [(n, 1 + 0.22 * sin(3.1 * n + 1.7 * seed)) for n in range(8)]
    return [(x + size * far * 1.3 * cos(radians(45 * n)), y + size * far * sin(radians(45 * n))) for n, far in turns]


def _box(key: str, x: float, y: float, width: float, height: float, fill: str, **more: Any) -> Document:
    return {"id": key, "kind": "shape", "x": x, "y": y, "width": width, "height": height, "fill": fill, **more}


def _path(
    key: str, x: float, y: float, width: float, height: float, corners: Sequence[Point], fill: str, **more: Any
) -> Document:
    """Return a form of corners in shares of its box."""
    data = "M" + "L".join(f"{px:.4g} {py:.4g}" for px, py in corners) + "Z"
    return {**_box(key, x, y, width, height, fill, **more), "form": "path", "path": data}


def _area(key: str, points: Sequence[Point], fill: str, **more: Any) -> Document:
    x, y, width, height = _reach(points)
    return _path(key, x, y, width, height, [((px - x) / width, (py - y) / height) for px, py in points], fill, **more)


def _blob(key: str, points: Sequence[Point], fill: str, **more: Any) -> Document:
    """Return a round form through points: each way a cubic whose ends go along their neighbours (Catmull-Rom)."""
    x, y, width, height = _reach(points)
    data = _smooth(points, True, x, y, width, height)
    return {**_box(key, x, y, width, height, fill, **more), "form": "path", "path": data + "Z"}


def _curve(key: str, points: Sequence[Point], line: str, line_width: float, **more: Any) -> Document:
    x, y, width, height = _reach(points)
    data = _smooth(points, False, x, y, width, height)
    return {**_box(key, x, y, width, height, "none", line=line, line_width=line_width, **more), "form": "path", "path": data}  # fmt: skip


def _smooth(points: Sequence[Point], closed: bool, x: float, y: float, width: float, height: float) -> str:
    count = len(points)

    def at(n: int) -> Point:
        px, py = points[n % count] if closed else points[min(max(n, 0), count - 1)]
        return (px - x) / width, (py - y) / height

    first = at(0)
    data = f"M{first[0]:.4g} {first[1]:.4g}"
    for n in range(count if closed else count - 1):
        (ax, ay), (bx, by), (cx, cy), (dx, dy) = (at(n + k) for k in (-1, 0, 1, 2))
        ends = (bx + (cx - ax) / 6, by + (cy - ay) / 6, cx - (dx - bx) / 6, cy - (dy - by) / 6, cx, cy)
        data += "C" + " ".join(f"{value:.4g}" for value in ends)
    return data


def _reach(points: Sequence[Point]) -> tuple[float, float, float, float]:
    left, top = min(x for x, _ in points), min(y for _, y in points)
    return left, top, max(x for x, _ in points) - left, max(y for _, y in points) - top


def _text(key: str, words: str, x: float, y: float, width: float, size: float, **more: Any) -> Document:
    height = round(size * 1.3, 2)
    place = {"x": x, "y": y, "width": round(width, 2), "height": height, "size": size}
    return {"id": key, "kind": "text", "colour": INK, "paragraphs": [{"text": words}], "name": words, **place, **more}

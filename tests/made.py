"""Short ways to make shows, slides and steps for tests, and hypothesis strategies for whole shows."""

import uuid
from typing import Any

from hypothesis import strategies as st

from ritornel.core.edits import apply, read_command
from ritornel.core.model import Show
from ritornel.core.model.reading import read_show
from ritornel.core.score import compile
from ritornel.core.time.slide_clock import SlideTime


def edits(have: int, *commands: Any, page: str = "page-1", base: int | None = None, **more: Any) -> dict[str, Any]:
    """What a page asks that has revision ``have``: commands that were made on revision ``base``, each with an id."""
    base = have if base is None else base
    return {
        "page": page,
        "have": have,
        "commands": [{"id": uuid.uuid4().hex, "base": base, "command": command} for command in commands],
        **more,
    }


LAMP = "The lamp floats. [1] One finger turns it, [2] all four tons."


def step(key: str, trigger: str = "cue", duration: int = 600, **more: Any) -> dict[str, Any]:
    return {"id": key, "trigger": trigger, "duration": duration, "object": "box", **more}


def text(key: str, *lines: str, **more: Any) -> dict[str, Any]:
    return {"id": key, "kind": "text", "paragraphs": [{"text": line} for line in lines], **more}


def clip(key: str, out: int = 4000, **more: Any) -> dict[str, Any]:
    return {"id": key, "kind": "clip", "asset": "film", "out": out, **more}


def slide(*steps: dict[str, Any], objects: tuple[dict[str, Any], ...] = (), **more: Any) -> dict[str, Any]:
    return {"running_order": list(steps), "objects": [{"id": "box", "kind": "shape"}, *objects], **more}


def show(*slides: dict[str, Any], **more: Any) -> Show:
    assets = [
        {"id": "film", "kind": "clip", "length": 10_000, "width": 640, "height": 480, "has_sound": True},
        {"id": "tune", "kind": "sound", "length": 3_000, "has_sound": True},
    ]
    return read_show({"slides": list(slides), "assets": assets, **more})


def time_of(*args: Any, **more: Any) -> SlideTime:
    """The time of a show of one slide."""
    return compile(show(slide(*args, **more))).times[0]


def spans(time: SlideTime) -> dict[str, tuple[int, int]]:
    """Start and end of every step by its id."""
    return {s.step.id: (s.start_ms, s.end_ms) for group in time.groups for s in group.steps}


def edited(start: Show, **command: Any) -> Show:
    return apply(start, read_command(command))


# ---- strategies

WORDS = st.lists(st.sampled_from(["lamp", "glass,", "turns.", "sea", "—", "why?", "one", "float;"]), max_size=12).map(
    " ".join
)
TIMES = st.integers(0, 5000)


PARTS = [
    {},
    {},
    {"object": "words", "part": {"paragraph": 1}, "afterwards": "dims"},
    {"object": "words", "part": {"paragraph": 0, "word": 1}, "afterwards": "goes"},
    {"object": "words", "part": {"paragraph": 1, "character": 3}},
]


@st.composite
def slides(draw: st.DrawFn) -> dict[str, Any]:
    count = draw(st.integers(0, 6))
    steps = [
        {
            "id": f"b{n}",
            "object": draw(st.sampled_from(["box", "words"])),
            "kind": draw(st.sampled_from(["entrance", "emphasis", "exit"])),
            "effect": draw(st.sampled_from(["", "fade", "slide", "grow", "pulse", "swirl"])),
            "trigger": draw(st.sampled_from(["cue", "alongside", "following"])),
            "delay": draw(st.integers(0, 900)),
            "duration": draw(st.integers(0, 1500)),
            "repeat": draw(st.integers(1, 3)),
            **draw(st.sampled_from(PARTS)),
        }
        for n in range(count)
    ]
    passages = [draw(WORDS) for _ in range(draw(st.integers(0, 4)))]
    script = " ".join(f"[{n}] {p}" if n else p for n, p in enumerate(passages))
    document = slide(*steps, objects=(text("words", "A line", "Another line"),), script=script)
    document["transition"] = {
        "type": draw(st.sampled_from(["cut", "fade", "push", "barWipe", "fade-through", "leaf", "snakeWipe"])),
        "duration": draw(st.integers(0, 1500)),
    }
    document["builds_with_transition"] = draw(st.booleans())
    document["waits"] = {str(draw(st.integers(1, 4))): draw(TIMES)} if draw(st.booleans()) else {}
    document["hold"] = draw(st.none() | TIMES)
    document["length"] = draw(st.none() | st.integers(0, 20_000))
    if draw(st.booleans()):
        marks = draw(st.lists(st.none() | TIMES, max_size=3))
        document["narration"] = {"asset": "tune", "out": draw(st.integers(1, 9000)), "marks": marks}
    return document


SHOWS = st.lists(slides(), min_size=1, max_size=4).map(lambda made: show(*made))

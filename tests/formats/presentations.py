"""Shows as presentations hold them: made by chance, and compared with what comes back."""

import hashlib
import tempfile
from pathlib import Path
from typing import Any

from hypothesis import strategies as st

from ritornel.core.model import Line, Object, Shape, Show, Slide, Step, Text
from ritornel.core.model.reading import read_show
from ritornel.core.motion.builds import EFFECTS
from ritornel.core.motion.transitions import TRANSITIONS
from ritornel.formats.presentations.telling import is_standard
from tests.files import png, wav

PNG, WAV = png("#a9761f", (64, 48)), wav(0.2)
ASSETS = [
    {"id": hashlib.sha256(PNG).hexdigest(), "kind": "picture", "name": "lamp.png", "mime": "image/png", "width": 64, "height": 48},
    {"id": hashlib.sha256(WAV).hexdigest(), "kind": "sound", "name": "bell.wav", "mime": "audio/wav", "has_sound": True},
]  # fmt: skip
PICTURE, SOUND = (asset["id"] for asset in ASSETS)

WORDS = st.text("aäbe Skarholm·é“”&<>", min_size=1, max_size=40).filter(str.strip)
COLOURS = st.sampled_from(["#211c2b", "#a9761f", "#fffdf7", "#1f7a6d"])
PLACES = st.integers(-200, 1400)
SIZES = st.integers(8, 900)
_WHOLE = st.integers(-8, 8)


def _box(draw: st.DrawFn, key: str) -> dict[str, Any]:
    box = {"id": key, "x": draw(PLACES), "y": draw(PLACES), "width": draw(SIZES), "height": draw(SIZES)}
    return box | draw(st.sampled_from([{}, {}, {"rotation": 30}, {"alt": "What is seen", "name": "A thing"}]))


def _text(draw: st.DrawFn, key: str) -> dict[str, Any]:
    paragraphs = []
    for _ in range(draw(st.integers(1, 4))):
        words = draw(WORDS)
        paragraph: dict[str, Any] = {"text": words, "marker": draw(st.sampled_from(["none", "bullet", "number"]))}
        if paragraph["marker"] != "none":
            paragraph["level"] = draw(st.integers(0, 4))
        if len(words) > 4 and draw(st.booleans()):
            look = draw(st.sampled_from([{"weight": 600}, {"italic": True}, {"size": 50}, {"colour": "#7a2552"}, {"underline": True}, {"link": "https://skarholm.example/"}]))  # fmt: skip
            paragraph["runs"] = [{"start": 1, "end": 3, **look}]
        paragraphs.append(paragraph)
    return {
        **_box(draw, key),
        "kind": "text",
        "height": 2000,
        "width": 900,
        "paragraphs": paragraphs,
        "font": draw(st.sampled_from(["plex-sans", "fraunces", "plex-mono"])),
        "size": draw(st.integers(12, 80)),
        "colour": draw(COLOURS),
        "align": draw(st.sampled_from(["left", "centre", "right"])),
        "valign": draw(st.sampled_from(["top", "middle", "bottom"])),
        "role": draw(st.sampled_from(["", "title", "subtitle", "body"])),
    }


def _shape(draw: st.DrawFn, key: str) -> dict[str, Any]:
    form = draw(
        st.sampled_from(["rectangle", "ellipse", "triangle", "polygon", "star", "arrow", "bubble", "ring", "path"])
    )
    more: dict[str, Any] = {"path": "M0 0L1 0.5C0.5 1 0.2 0.3 0 1Z"} if form == "path" else {}
    if form in ("polygon", "star"):
        more["corners"] = draw(st.integers(3, 9))
    line = draw(st.sampled_from([{}, {"line": "#a9761f", "line_width": 4}, {"line": "#a9761f", "line_width": 6, "dash": "dashes"}]))  # fmt: skip
    fill = draw(st.sampled_from([{"fill": "#1f7a6d"}, {"fill": "none"}, {"gradient": {"angle": 45, "stops": [{"at": 0, "colour": "#fffdf7"}, {"at": 1, "colour": "#a9761f"}]}}]))  # fmt: skip
    return {
        **_box(draw, key),
        "kind": "shape",
        "form": form,
        "opacity": draw(st.sampled_from([1, 0.5])),
        **more,
        **line,
        **fill,
    }


def _line(draw: st.DrawFn, key: str) -> dict[str, Any]:
    ends = st.sampled_from(["none", "arrow", "dot", "bar"])
    return {**_box(draw, key), "kind": "line", "rotation": 0, "rising": draw(st.booleans()), "starts": draw(ends), "ends": draw(ends)}  # fmt: skip


def _medium(draw: st.DrawFn, key: str) -> dict[str, Any]:
    if draw(st.booleans()):
        return {**_box(draw, key), "kind": "picture", "asset": PICTURE, "fit": "fill"}
    return {**_box(draw, key), "kind": "sound", "asset": SOUND, "gain_db": -6.0, "fade_in": 200}


def _step(draw: st.DrawFn, key: str, objects: list[dict[str, Any]]) -> dict[str, Any]:
    thing = draw(st.sampled_from(objects))
    if thing["kind"] == "sound":
        return {"id": key, "object": thing["id"], "kind": "play", "effect": "play", "trigger": "cue"}
    effect = draw(
        st.sampled_from(
            [e for e in EFFECTS.values() if not set(e.verbs) & {"play", "pause", "seek", "rate", "volume", "view"}]
        )
    )
    step = {
        "id": key,
        "object": thing["id"],
        "kind": draw(st.sampled_from(sorted(effect.verbs))),
        "effect": effect.name,
        "trigger": draw(st.sampled_from(["cue", "alongside", "following"])),
        "delay": draw(st.sampled_from([0, 250])),
        "repeat": draw(st.sampled_from([1, 1, 3])),
        "params": {p.name: draw(st.sampled_from([c for c, _ in p.choices])) for p in effect.params if p.choices},
        "easing": draw(st.sampled_from(["", "ease-in", "cubic-bezier(0.2, 0.7, 0.3, 1)"])),
    }
    if draw(st.booleans()):
        step["duration"] = draw(st.integers(0, 4000))
    if thing["kind"] == "text" and len(thing["paragraphs"]) > 1 and draw(st.booleans()):
        step["part"] = {"paragraph": draw(st.integers(0, len(thing["paragraphs"]) - 1))}
    return step


@st.composite
def shows(draw: st.DrawFn) -> Show:
    """Shows of what presentations can hold."""
    standard = [kind for kind in TRANSITIONS.values() if is_standard(kind.name)]
    slides = []
    for number in range(draw(st.integers(1, 3))):
        makers = draw(st.lists(st.sampled_from([_text, _shape, _line, _medium]), max_size=5))
        objects = [maker(draw, f"o{n}") for n, maker in enumerate(makers)]
        steps = [_step(draw, f"b{n}", objects) for n in range(draw(st.integers(0, 5)))] if objects else []
        kind = draw(st.sampled_from(standard))
        slides.append({
            "id": f"s{number}",
            "title": draw(st.sampled_from(["", "How it turns"])),
            "background": draw(COLOURS),
            "script": draw(st.sampled_from(["", "Four tons. [1] They float.", "One.\n\nTwo  spaces, three."])),
            "skipped": number > 0 and draw(st.booleans()),
            "transition": {"type": kind.name, "subtype": draw(st.sampled_from([s for s, _ in kind.subtypes])), "duration": draw(st.integers(100, 3000)), "reverse": draw(st.booleans())},
            "objects": objects,
            "running_order": steps,
        })  # fmt: skip
    return read_show({"title": "An evening", "slides": slides, "assets": ASSETS})


def files(folder: str) -> dict[str, Path]:
    """The media of such shows, written into a folder."""
    found = {}
    for id_, content in ((PICTURE, PNG), (SOUND, WAV)):
        found[id_] = Path(folder) / id_
        found[id_].write_bytes(content)
    return found


def written(format_: Any, made: Show) -> bytes:
    """A show in a format, with its media."""
    with tempfile.TemporaryDirectory() as folder:
        return b"".join(format_.writes(made, files(folder)))


_TOLD_ELSEWHERE = {"id", "lineage", "own", "meant", "group", "role", "locked", "hidden", "frame", "fit"}


def told(thing: Object) -> dict[str, Any]:
    """What a presentation holds of an object: numbers to a tenth, and nothing that is not seen."""
    if isinstance(thing, Text):
        thing = _plain(thing)
    fields = {name: getattr(thing, name) for name in thing.__struct_fields__ if name not in _TOLD_ELSEWHERE}
    if isinstance(thing, Shape):
        unused = {"fill": thing.gradient is not None, "line_width": thing.line == "none", "cap": thing.line == "none", "dash": thing.line == "none"}  # fmt: skip
        unused |= {"corners": thing.form not in ("polygon", "star"), "corner_radius": thing.form not in ("rectangle", "bubble")}  # fmt: skip
        unused |= {"inner": thing.form not in ("star", "arrow", "ring"), "tail": thing.form != "bubble", "path": thing.form != "path"}  # fmt: skip
        fields = {name: value for name, value in fields.items() if not unused.get(name)}
    if isinstance(thing, Line):
        fields["cap"] = fields["dash"] = ""
    return {"kind": type(thing).__name__} | {name: _rounded(value) for name, value in fields.items()}


def _plain(text: Text) -> Text:
    """A text as it is seen: runs that say what the text says anyway are none."""
    from msgspec.structs import replace

    def run_of(run: Any) -> Any:
        same = {n: None for n in ("font", "weight", "italic", "size", "colour") if getattr(run, n) == getattr(text, n)}
        return replace(run, **same, underline=run.underline or None)

    lines = []
    for number, line in enumerate(text.paragraphs):
        runs = tuple(run for run in map(run_of, line.runs) if run != type(run)(start=run.start, end=run.end))
        lines.append(replace(line, runs=runs, space_before=None if number == 0 else line.space_before))
    return replace(text, paragraphs=tuple(lines), gap=text.gap if len(lines) > 1 else 0.35)


def _rounded(value: Any) -> Any:
    return round(value, 1) if isinstance(value, float | int) and not isinstance(value, bool) else value


def told_of_step(step: Step, slide: Slide) -> dict[str, Any]:
    """What a presentation holds of a build: its object by its place, and settings that are not what it does anyway."""
    plain = {p.name: p.default for p in EFFECTS[step.effect].params}
    return {
        "object": [o.id for o in slide.objects].index(step.object),
        "params": {name: value for name, value in step.params.items() if plain.get(name) != value},
        "duration": None if step.acts else step.duration_ms,
        **{name: getattr(step, name) for name in ("part", "kind", "effect", "trigger", "delay_ms", "repeat", "easing")},
    }

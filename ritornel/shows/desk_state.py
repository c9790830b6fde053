"""What the desk must know: documents, score, times with their reasons, nodes of the stage, names, outlines."""

import hashlib
from collections.abc import Collection, Mapping
from functools import cache, lru_cache
from typing import Any, NamedTuple, get_args

import msgspec

from ritornel.core.drawing.forms import FORMS, Form
from ritornel.core.model import Asset, Object, Shape, Show, Slide, Step, Text
from ritornel.core.model.defaults import defaults
from ritornel.core.model.framing import Mask
from ritornel.core.model.head import HEAD, IN_DOCUMENTS
from ritornel.core.model.links import CHAPTER
from ritornel.core.model.memory import Held, Recalled
from ritornel.core.model.paths import path_data, placed
from ritornel.core.model.roles import ROLES
from ritornel.core.model.slide import ACTS
from ritornel.core.model.uses import assets_of
from ritornel.core.model.writing import document_of, encoded, plain
from ritornel.core.motion.builds import EFFECTS, effect_for
from ritornel.core.motion.easing import Easing, eased
from ritornel.core.motion.resolving import easing_of
from ritornel.core.motion.transitions import TRANSITIONS, transition_for
from ritornel.core.score import SlideScore, compile, content_of, findings
from ritornel.core.sentences.builds import ALONG, APART_MS, BY, KINDS, ORDERS, effects_of
from ritornel.core.sentences.easings import offered
from ritornel.core.sentences.numbers import seconds
from ritornel.core.styles import style_of
from ritornel.core.styles.kinds import KINDS as SLIDE_KINDS
from ritornel.core.text.families import FAMILIES
from ritornel.core.text.naming import object_name, own_title, part_name
from ritornel.core.time.rounding import rounded
from ritornel.core.time.running_order import StepTime
from ritornel.core.time.script import passages, said_in
from ritornel.core.time.slide_clock import GroupTime, SlideTime
from ritornel.library.describing import described
from ritornel.library.models import Asset as AssetRow
from ritornel.render.stage import nodes
from ritornel.shows.models import Show as ShowRow
from ritornel.shows.pictures import look_of

OUTLINE_SAMPLES = 16

_WRITTEN_BYTES = 32 * 1024 * 1024
_OUTLINES_BYTES = 8 * 1024 * 1024
_SHOWS_BYTES = 4 * 1024 * 1024


_TOLD_OTHERWISE = frozenset({"pace", "effects", "styles"})
"""Fields of a show's head of which the page gets not all, or more."""


class Outline(NamedTuple):
    """What the desk must know of every slide, encoded, and the version of all that it can know of it."""

    version: str
    encoded: msgspec.Raw


_scores: Recalled[msgspec.Raw] = Recalled(_WRITTEN_BYTES)
_written: Recalled[msgspec.Raw] = Recalled(_WRITTEN_BYTES)
_outlines: Recalled[Outline] = Recalled(_OUTLINES_BYTES)
_told: Held[msgspec.Raw] = Held(_WRITTEN_BYTES)
_builds: Held[msgspec.Raw] = Held(_WRITTEN_BYTES)
_shows: Recalled[list[Outline]] = Recalled(_SHOWS_BYTES)


def state(row: ShowRow, show: Show, known: Show | None = None, near: Collection[str] = ()) -> dict[str, Any]:
    """Return the desk's state, to be encoded by msgspec (slides and outlines are encoded already).

    ``order`` names every slide with its start, length and version. With ``known``, the show as the page has it, only
    outlines that differ from it are written out. ``slides`` are, of those ``near`` to what the page shows, the whole.
    """
    media = {} if known is not None and known.assets == show.assets else _media(row, show)
    return {**head(row), **timing(show, known, near), **media}


def head(row: ShowRow) -> dict[str, Any]:
    """Return the revision, when it was kept, and what can be undone and redone: the step, and the page that did it."""
    here = row.history_place
    beside = row.history.filter(number__in=(here, here + 1), superseded=False)
    steps = {
        number: {"label": label, "page": page} for number, label, page in beside.values_list("number", "label", "page")
    }
    return {
        "revision": row.revision,
        "kept": row.kept_at.isoformat(),
        "undo": steps.get(here),
        "redo": steps.get(here + 1),
    }


def trial(show: Show, known: Show, near: Collection[str]) -> dict[str, Any]:
    """Return the state after edits that are not kept: what a drag would give if it ended now."""
    return timing(show, known, near)


def timing(show: Show, known: Show | None, near: Collection[str]) -> dict[str, Any]:
    """Return the show's own fields, its length, the order of its slides, and what is to be known of them."""
    score = compile(show)
    style = style_of(show)
    assets = {a.id: a for a in show.assets}
    outlines = _outlines_of(show)
    had = {} if known is None else {s.id: o.version for s, o in zip(known.slides, _outlines_of(known), strict=True)}
    rows = list(zip(show.slides, score.starts, score.slides, score.times, outlines, strict=True))
    changed = {s.id: o for s, _, _, _, o in rows if had.get(s.id) != o.version}
    return {
        "show": {
            **{IN_DOCUMENTS[name]: plain(getattr(show, name)) for name in HEAD if name not in _TOLD_OTHERWISE},
            "id": show.id,
            "pace": {**defaults_by_kind()["pace"], **plain(show.pace)},
            "chapters": plain(show.chapters),
            "palette": list(dict.fromkeys(style.palette.values())) if style else [],
            "effects": [{"name": effect.name, "builds": len(effect.steps)} for effect in show.effects],
            "beds": [{**defaults_by_kind()["bed"], **b} for b in plain(show.beds)],
        },
        "length": score.length_ms,
        "order": [[slide.id, start, time.length_ms, o.version] for slide, start, _, time, o in rows],
        "outlines": {slide_id: outline.encoded for slide_id, outline in changed.items()},
        "slides": {
            slide.id: _slide(slide, part, time, show, assets, o.version)
            for slide, _, part, time, o in rows
            if slide.id in near and slide.id in changed
        },
        "beds": msgspec.to_builtins(score.beds),
        "findings": msgspec.to_builtins(findings(show, score)),
    }


def version_of(show: Show, place: int) -> str:
    """Return the version of all that pages know of the slide at a place."""
    return _outlines_of(show)[place].version


def vocabulary() -> dict[str, Any]:
    """Return the effects, transitions, easings and defaults: what is the same for every show."""
    return {
        "effects": {
            e.name: {
                "verbs": dict(e.verbs),
                "help": e.help,
                "by_line": e.by_line,
            }
            for e in EFFECTS.values()
        },
        "transitions": {
            t.name: {
                "duration": t.duration_ms,
                "instant": t.instant,
            }
            for t in TRANSITIONS.values()
        },
        "easings": offered(),
        "kinds": {
            k: {"words": w, "acts": k in ACTS, "effects": [e.name for e in effects_of(k)]} for k, w in KINDS.items()
        },
        "slide_kinds": {name: kind.label for name, kind in SLIDE_KINDS.items()},
        "roles": ROLES,
        "parts": BY,
        "orders": ORDERS,
        "along": ALONG,
        "apart": {ms: f"{seconds(ms)} s" for ms in APART_MS},
        "forms": {name: {"label": f.label, "settings": f.settings, "sample": _sample(f)} for name, f in FORMS.items()},
        "masks": get_args(Mask),
        "families": {name: {"label": f.label, "voice": f.voice} for name, f in FAMILIES.items()},
        "defaults": defaults_by_kind(),
    }


def _sample(form: Form) -> str:
    return path_data(placed(form.path(Shape(id="sample", tail=(0.2, 1.25))), 1, 1, 38, 27))


@cache
def defaults_by_kind() -> dict[str, dict[str, Any]]:
    """Return the model's defaults, computed once."""
    return defaults()


def _media(row: ShowRow, show: Show) -> dict[str, Any]:
    rows = AssetRow.objects.filter(owner_id=row.owner_id, sha256__in=[a.id for a in show.assets]) if show.assets else ()
    return {"assets": {a.sha256: described(a) for a in rows}}


def whole_slides(show: Show, ids: Collection[str]) -> dict[str, Any]:
    """Return slides with all that the desk shows of them, by id."""
    return timing(show, None, ids)["slides"]


def _outlines_of(show: Show) -> list[Outline]:
    known = _shows.get(show)
    if known is not None:
        return known
    score, assets = compile(show), {a.id: a for a in show.assets}
    rows = zip(show.slides, score.slides, score.times, strict=True)
    common = (encoded(show.pace), show.width, show.height)
    outlines = [_outline_of(show, slide, part, time, assets, common) for slide, part, time in rows]
    return _shows.put(outlines, 500 + 1500 * len(outlines), show)


def _outline_of(
    show: Show, slide: Slide, part: SlideScore, time: SlideTime, assets: Mapping[str, Asset], common: tuple[Any, ...]
) -> Outline:
    """Return what every page knows of a slide. The names of assets count to its version: its objects are called so; and
    the chapters to which it leads.
    """
    names: tuple[Any, ...] = tuple(assets[i].name if i in assets else "" for i in assets_of(slide)) if assets else ()
    if show.chapters and CHAPTER.encode() in content_of(slide).document:
        names += show.chapters
    found = _outlines.get(slide, part, by=(common, names))
    if found is not None:
        return found
    content = (encoded(slide), bytes(_score_of(part)), common[0], repr(names).encode())
    version = hashlib.blake2b(b"\0".join(content), digest_size=6).hexdigest()
    voice = next((s for s in part.spans if s.source == "narration"), None)
    outline = {
        "title": own_title(slide),
        "ground": slide.background,
        "transition": part.transition.duration_ms,
        "transition_verb": transition_for(slide.transition).verb,
        "hold": slide.hold_ms,
        "cues": [group.start_ms for group in time.groups[1:]],
        "kind": slide.kind,
        "skipped": slide.skipped,
        "look": look_of(slide, show),
        "voice": None if voice is None else {**msgspec.to_builtins(voice), "marks": plain(slide.narration.marks)},
    }
    written = Outline(version, msgspec.Raw(msgspec.json.encode(outline)))
    return _outlines.put(written, 1500 + len(written.encoded), slide, part, by=(common, names))


def _score_of(part: SlideScore) -> msgspec.Raw:
    """Return a slide's score as the page gets it, encoded once."""
    known = _scores.get(part)
    if known is not None:
        return known
    text = msgspec.json.encode(part)
    return _scores.put(msgspec.Raw(text), 200 + len(text), part)


def _slide(
    slide: Slide, part: SlideScore, time: SlideTime, show: Show, assets: dict[str, Asset], version: str
) -> msgspec.Raw:
    """Return one slide for the page, already encoded: kept so, it costs neither time nor the garbage collector's.

    The names of its objects are part of its version: equal slides of two owners name their own files.
    """
    names = {o.id: object_name(o, assets) for o in slide.objects}
    found = _written.get(slide, part, by=version)
    if found is not None:
        return found
    things, steps = {o.id: o for o in slide.objects}, {s.id: s for s in slide.running_order}
    whole = {
        "version": version,
        "document": _whole_document(slide),
        "title": own_title(slide),
        "nodes": nodes(slide, show),
        "background": slide.background,
        "names": names,
        "score": _score_of(part),
        "time": {
            "transition": time.transition_ms,
            "length": time.length_ms,
            "hold": time.hold_ms,
            "hold_reason": time.hold_reason,
            "needed": time.needed_ms,
            "too_short": time.too_short_ms,
            "groups": [_group(g, steps, things, names) for g in time.groups],
        },
        "spoken": _spoken(slide, show, time),
    }
    written = msgspec.json.encode(whole)
    return _written.put(msgspec.Raw(written), 1500 + len(written), slide, part, by=version)


def _whole_document(slide: Slide) -> dict[str, Any]:
    """Return a slide's document with its defaults, its builds encoded: most edits leave them as they were."""
    document, table = document_of(slide), defaults_by_kind()
    builds = _builds.get(slide.running_order)
    if builds is None:
        builds = msgspec.Raw(msgspec.json.encode([{**table["step"], **s} for s in document.get("running_order", [])]))
        _builds.put(builds, 200 + len(builds) + 500 * len(slide.running_order), slide.running_order)
    return {
        **table["slide"],
        **document,
        "transition": {**table["transition"], **document.get("transition", table["slide"]["transition"])},
        "objects": [{**table[o["kind"]], **o} for o in document.get("objects", [])],
        "running_order": builds,
    }


def _spoken(slide: Slide, show: Show, time: SlideTime) -> dict[str, int]:
    said = passages(slide.script, len(time.groups) - 1)
    return {"words": rounded(sum(p.words for p in said)), "ms": sum(said_in(p, show.pace) for p in said)}


def _group(
    group: GroupTime, steps: Mapping[str, Step], things: Mapping[str, Object], names: Mapping[str, str]
) -> dict[str, Any]:
    return {
        "cue": group.cue,
        "start": group.start_ms,
        "settle": group.settle_ms,
        "wait": group.wait_ms,
        "reason": group.reason,
        "steps": _told_steps(group.steps, steps, things, names),
    }


def _told_steps(
    timed: tuple[StepTime, ...], steps: Mapping[str, Step], things: Mapping[str, Object], names: Mapping[str, str]
) -> msgspec.Raw:
    """Return the builds of a group, encoded; those of one that was laid out before are told as they were."""
    called = tuple((names[o.id], o.paragraphs if isinstance(o, Text) else ()) for o in things.values())
    known = _told.get(timed, by=called)
    if known is None:
        known = msgspec.Raw(msgspec.json.encode([_step(one, steps, things, names) for one in timed]))
        _told.put(known, 200 + len(known) + 300 * len(timed), timed, by=called)
    return known


class _Told(msgspec.Struct, gc=False):
    """A build as the desk has it: what it moves, how, and when."""

    id: str
    object: str
    paragraph: int | None
    part: str
    kind: str
    effect: str
    verb: str
    name: str
    off: bool
    start: int
    end: int
    duration: int | None
    outline: msgspec.Raw


def _step(timed: StepTime, steps: Mapping[str, Step], things: Mapping[str, Object], names: Mapping[str, str]) -> _Told:
    step = timed.step
    if not step.object:  # what is off plays as nothing
        step = steps.get(step.id, step)
    thing = things.get(step.object)
    effect = effect_for(step.kind, step.effect)
    part = "" if step.part is None else part_name(step.part, thing)
    name = "Pause" if thing is None else names[thing.id]
    return _Told(
        step.id,
        step.object,
        step.part.paragraph if step.part else None,
        part,
        step.kind,
        effect.name,
        effect.verbs.get(step.kind, step.kind) if step.object else "takes time",
        f"{name}, {part}" if part and thing is not None else name,
        step.off,
        timed.start_ms,
        timed.end_ms,
        step.duration_ms,
        outline(timed),
    )


def outline(timed: StepTime) -> msgspec.Raw:
    """Return the heights, 0..1 at even steps of its time, of a build's envelope: what the timeline draws.

    An entrance rises along its easing, an exit falls along it; an emphasis swells and comes back. One that is cut
    has as much of its envelope as it has time for.
    """
    whole = timed.uncut_end_ms - timed.start_ms
    part = (timed.end_ms - timed.start_ms) / whole if whole else 1.0
    return _outline(timed.step.kind, easing_of(timed.step), part)


@lru_cache(maxsize=4096)
def _outline(kind: str, easing: Easing, part: float) -> msgspec.Raw:
    shares = [part * n / (OUTLINE_SAMPLES - 1) for n in range(OUTLINE_SAMPLES)]
    if kind == "exit":
        heights = [1 - eased(easing, s) for s in shares]
    elif kind == "emphasis":
        heights = [eased(easing, 2 * s if s <= 0.5 else 2 - 2 * s) for s in shares]
    else:
        heights = [eased(easing, s) for s in shares]
    return msgspec.Raw(msgspec.json.encode([round(height, 3) for height in heights]))

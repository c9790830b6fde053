"""What the desk must know: documents, score, times with their reasons, nodes of the stage, names, outlines."""

from collections import OrderedDict
from functools import cache
from typing import Any

import msgspec

from ritornel.core.model import Asset, Show, Slide, Step
from ritornel.core.model.defaults import defaults
from ritornel.core.motion.builds import EFFECTS, effect_for
from ritornel.core.motion.choreography import easing_of
from ritornel.core.motion.easing import NAMED, eased
from ritornel.core.motion.transitions import TRANSITIONS, transition_for
from ritornel.core.score import Score, SlideScore, compile, findings
from ritornel.core.text.naming import object_name, slide_title, step_name
from ritornel.core.time.script import MARK, passages, said_in
from ritornel.core.time.slide_clock import GroupTime, SlideTime, StepTime
from ritornel.library.describing import described
from ritornel.library.models import Asset as AssetRow
from ritornel.render.stage import nodes
from ritornel.shows.keeping import entry_at
from ritornel.shows.models import Show as ShowRow

OUTLINE_SAMPLES = 16

_cache: OrderedDict[tuple[int, int], tuple[Slide, SlideScore, msgspec.Raw]] = OrderedDict()
_CACHE_SLIDES = 4096


def state(row: ShowRow, show: Show, known: Show | None = None) -> dict[str, Any]:
    """Return the desk's state, to be encoded by msgspec (slides are encoded already).

    With ``known``, the show as the page has it, only slides that differ from it are written out; ``order``
    always names every slide with its start and length.
    """
    score = compile(show)
    return {**head(row), **timing(show, score), "slides": _slides(show, score, known), **_media(row, show)}


def head(row: ShowRow) -> dict[str, Any]:
    """Return the revision, when it was kept, and what can be undone and redone."""
    undo, redo = entry_at(row, row.history_place), entry_at(row, row.history_place + 1)
    return {
        "revision": row.revision,
        "kept": row.kept_at.isoformat(),
        "undo": undo.label if undo else None,
        "redo": redo.label if redo else None,
    }


def trial(show: Show, known: Show) -> dict[str, Any]:
    """Return the state after an edit that is not kept: what a drag would give if it ended now."""
    score = compile(show)
    return {**timing(show, score), "slides": _slides(show, score, known)}


def timing(show: Show, score: Score) -> dict[str, Any]:
    """Return the show's own fields, its length and the order of its slides."""
    return {
        "show": {
            "id": show.id,
            "title": show.title,
            "width": show.width,
            "height": show.height,
            "target": show.target_ms,
            "pace": {**defaults_by_kind()["pace"], **msgspec.to_builtins(show.pace)},
            "chapters": msgspec.to_builtins(show.chapters),
            "beds": [{**defaults_by_kind()["bed"], **b} for b in msgspec.to_builtins(show.beds)],
        },
        "length": score.length_ms,
        "order": [
            [slide.id, start, time.length_ms]
            for slide, start, time in zip(show.slides, score.starts, score.times, strict=True)
        ],
        "beds": msgspec.to_builtins(score.beds),
        "findings": msgspec.to_builtins(findings(show, score)),
    }


def vocabulary() -> dict[str, Any]:
    """Return the effects, transitions, easings and defaults: what is the same for every show."""
    return {
        "effects": {
            e.name: {
                "label": e.label,
                "verbs": dict(e.verbs),
                "help": e.help,
                "duration": e.duration_ms,
                "params": [_param(p) for p in e.params],
            }
            for e in EFFECTS.values()
        },
        "transitions": {
            t.name: {
                "label": t.label,
                "verb": t.verb,
                "help": t.help,
                "duration": t.duration_ms,
                "subtypes": list(t.subtypes),
                "colour": t.has_colour,
                "instant": t.instant,
            }
            for t in TRANSITIONS.values()
        },
        "easings": list(NAMED),
        "defaults": defaults_by_kind(),
    }


@cache
def defaults_by_kind() -> dict[str, dict[str, Any]]:
    """Return the model's defaults, computed once."""
    return defaults()


def _param(param: Any) -> dict[str, Any]:
    return {**param._asdict(), "choices": [list(c) for c in param.choices]}


def _media(row: ShowRow, show: Show) -> dict[str, Any]:
    rows = AssetRow.objects.filter(owner_id=row.owner_id, sha256__in=[a.id for a in show.assets]) if show.assets else ()
    return {"assets": {a.sha256: described(a) for a in rows}}


def _slides(show: Show, score: Score, known: Show | None) -> dict[str, Any]:
    before: dict[str, tuple[Slide, SlideScore]] = {}
    if known is not None:
        known_score = compile(known)
        before = {s.id: (s, p) for s, p in zip(known.slides, known_score.slides, strict=True)}
    assets = {a.id: a for a in show.assets}
    written = {}
    for number, (slide, part, time) in enumerate(zip(show.slides, score.slides, score.times, strict=True), 1):
        had = before.get(slide.id)
        if had is None or had[1] is not part or had[0] != slide:
            written[slide.id] = _slide(number, slide, part, time, show, assets)
    return written


def _slide(
    number: int, slide: Slide, part: SlideScore, time: SlideTime, show: Show, assets: dict[str, Asset]
) -> msgspec.Raw:
    """Return one slide for the page, already encoded: kept so, it costs neither time nor the garbage collector's."""
    key = (id(slide), id(part))
    found = _cache.get(key)
    if found is not None and found[0] is slide and found[1] is part:
        return found[2]
    document = msgspec.to_builtins(slide)
    table = defaults_by_kind()
    kind = transition_for(slide.transition)
    told = {
        "doc": {**table["slide"], **document, "transition": {**table["transition"], **document.get("transition", {})}},
        "title": slide_title(slide, number) if slide.title else "",
        "transition_verb": kind.verb,
        "nodes": nodes(slide),
        "background": slide.background,
        "names": {o.id: object_name(o, assets) for o in slide.objects},
        "score": msgspec.to_builtins(part),
        "time": {
            "transition": time.transition_ms,
            "length": time.length_ms,
            "hold": time.hold_ms,
            "hold_reason": time.hold_reason,
            "needed": time.needed_ms,
            "too_short": time.too_short_ms,
            "groups": [_group(g, slide, assets) for g in time.groups],
        },
        "spoken": _spoken(slide, show, time),
    }
    told["doc"]["objects"] = [{**table[o["kind"]], **o} for o in document.get("objects", [])]
    told["doc"]["running_order"] = [{**table["step"], **s} for s in document.get("running_order", [])]
    raw = msgspec.Raw(msgspec.json.encode(told))
    _cache[key] = (slide, part, raw)
    if len(_cache) > _CACHE_SLIDES:
        _cache.popitem(last=False)
    return raw


def _spoken(slide: Slide, show: Show, time: SlideTime) -> dict[str, int]:
    words = len(MARK.sub("", slide.script).split())
    return {"words": words, "ms": sum(said_in(p, show.pace) for p in passages(slide.script, len(time.groups) - 1))}


def _group(group: GroupTime, slide: Slide, assets: dict[str, Asset]) -> dict[str, Any]:
    return {
        "cue": group.cue,
        "start": group.start_ms,
        "settle": group.settle_ms,
        "wait": group.wait_ms,
        "reason": group.reason,
        "steps": [_step(timed, slide, assets) for timed in group.steps],
    }


def _step(timed: StepTime, slide: Slide, assets: dict[str, Asset]) -> dict[str, Any]:
    step = timed.step
    effect = effect_for(step.kind, step.effect)
    return {
        "id": step.id,
        "object": step.object,
        "paragraph": step.part.paragraph if step.part else None,
        "kind": step.kind,
        "effect": effect.name,
        "verb": effect.verbs.get(step.kind, step.kind) if step.object else "takes time",
        "name": step_name(step, slide, assets),
        "start": timed.start_ms,
        "end": timed.end_ms,
        "duration": step.duration_ms,
        "outline": outline(step),
    }


def outline(step: Step) -> list[float]:
    """Return the heights, 0..1 at even steps of its duration, of a build's envelope: what the timeline draws.

    An entrance rises along its easing, an exit falls along it; an emphasis swells and comes back.
    """
    easing = easing_of(step)
    shares = [n / (OUTLINE_SAMPLES - 1) for n in range(OUTLINE_SAMPLES)]
    if step.kind == "exit":
        return [round(1 - eased(easing, s), 3) for s in shares]
    if step.kind == "emphasis":
        return [round(eased(easing, 2 * s if s <= 0.5 else 2 - 2 * s), 3) for s in shares]
    return [round(eased(easing, s), 3) for s in shares]

"""What pages that work on a show must know of it: documents, score, times with their reasons, nodes, names."""

import hashlib
from collections.abc import Collection, Mapping, Sequence
from typing import Any, NamedTuple

import msgspec

from ritornel.core.linecheck import Finding, found
from ritornel.core.model import Asset, Show, Slide
from ritornel.core.model.head import HEAD, IN_DOCUMENTS
from ritornel.core.model.links import CHAPTER
from ritornel.core.model.memory import Held, Recalled
from ritornel.core.model.roles import NEW_TEXT
from ritornel.core.model.uses import asset_lengths, assets_of
from ritornel.core.model.writing import document_of, encoded, plain
from ritornel.core.motion.transitions import transition_for
from ritornel.core.score import SlideScore, compile, content_of
from ritornel.core.score.stops import stop_ends
from ritornel.core.styles import room_of, style_of
from ritornel.core.styles.giving import letters_of
from ritornel.core.text.naming import object_name, own_title
from ritornel.core.time.narration import marked_cues
from ritornel.core.time.script import has_words
from ritornel.core.time.slide_clock import SlideTime
from ritornel.core.voice.rate import heard_words
from ritornel.core.voice.telling import spoken_script
from ritornel.desk.had import had, remember
from ritornel.desk.timing import group_told, spoken
from ritornel.desk.vocabulary import defaults_by_kind
from ritornel.library.describing import described
from ritornel.library.models import Asset as AssetRow
from ritornel.render.player import told_captions, told_look, translated
from ritornel.render.stage import nodes
from ritornel.shows.models import Show as ShowRow
from ritornel.shows.pictures import look_of
from ritornel.shows.stepping import TAKE_BACK, steps_of

_WRITTEN_BYTES = 32 * 1024 * 1024
_BRIEFS_BYTES = 8 * 1024 * 1024
_SHOWS_BYTES = 4 * 1024 * 1024


_TOLD_OTHERWISE = frozenset({"pace", "effects", "styles"})
"""Fields of a show's head of which the page gets not all, or more."""


_MOST_FINDINGS = 100


class Brief(NamedTuple):
    """What the desk must know of every slide, encoded, and the version of all that it can know of it."""

    version: str
    encoded: msgspec.Raw


_scores: Recalled[msgspec.Raw] = Recalled(_WRITTEN_BYTES)
_written: Recalled[msgspec.Raw] = Recalled(_WRITTEN_BYTES)
_briefs: Recalled[Brief] = Recalled(_BRIEFS_BYTES)
_builds: Held[msgspec.Raw] = Held(_WRITTEN_BYTES)
_shows: Recalled[list[Brief]] = Recalled(_SHOWS_BYTES)


def state(
    row: ShowRow, show: Show, have: int | None = None, near: Collection[str] = (), who: int | None = None
) -> dict[str, Any]:
    """Return the desk's state for somebody, to be encoded by msgspec (slides and briefs are encoded already).

    ``order`` names every slide with its start, length and version. ``have`` is the revision that the page has: while
    what that was told is remembered, only what differs from it is written out. ``slides`` are, of those ``near`` to
    what the page shows, the whole.
    """
    known = had(row, have)
    media = {} if known is not None and known.assets == show.assets else _media(row, show)
    remember(row, show, versions_of(show))
    return {**head(row, who), **told(show, {} if known is None else known.versions, near), **media}


def head(row: ShowRow, who: int | None) -> dict[str, Any]:
    """Return the revision, when it was kept, and what somebody can undo and redo: the step, and its page."""
    undo, redo = (
        step and {"label": step.label.removeprefix(TAKE_BACK), "page": step.page} for step in steps_of(row, who)
    )
    return {"revision": row.revision, "kept": row.kept_at.isoformat(), "undo": undo, "redo": redo}


def trial(show: Show, known: Show, near: Collection[str]) -> dict[str, Any]:
    """Return the state after edits that are not kept: what a drag would give if it ended now."""
    return told(show, versions_of(known), near)


def told(show: Show, has: Mapping[str, str], near: Collection[str]) -> dict[str, Any]:
    """Return the show's own fields, its length, the order of its slides, and what is to be known of them.

    ``has`` are the versions of slides that are known already.
    """
    score = compile(show)
    style = style_of(show)
    assets = {a.id: a for a in show.assets}
    briefs = _briefs_of(show)
    rows = list(zip(show.slides, score.starts, score.slides, score.times, briefs, strict=True))
    looked = found(show, score)
    changed = {s.id: o for s, _, _, _, o in rows if has.get(s.id) != o.version}
    return {
        "show": {
            **{IN_DOCUMENTS[name]: plain(getattr(show, name)) for name in HEAD if name not in _TOLD_OTHERWISE},
            "id": show.id,
            "captions": told_look(show),
            "pace": {**defaults_by_kind()["pace"], **plain(show.pace)},
            "chapters": plain(show.chapters),
            "letters": letters_of(style, NEW_TEXT, room_of(show)) if style else None,
            "effect": style.effect if style else "fade",
            "palette": list(dict.fromkeys(style.palette.values())) if style else [],
            "effects": [{"name": effect.name, "builds": len(effect.steps)} for effect in show.effects],
            "beds": [{**defaults_by_kind()["bed"], **b} for b in plain(show.beds)],
        },
        "length": score.length_ms,
        "order": [[slide.id, start, time.length_ms, o.version] for slide, start, _, time, o in rows],
        "briefs": {slide_id: brief.encoded for slide_id, brief in changed.items()},
        "slides": {
            slide.id: _slide(slide, part, time, show, assets, o.version)
            for slide, _, part, time, o in rows
            if slide.id in near and slide.id in changed
        },
        "bed_spans": msgspec.to_builtins(score.bed_spans),
        "findings": msgspec.to_builtins(_told_findings(looked.open, near)),
        "found": len(looked.open),
        "aside": msgspec.to_builtins(looked.aside),
    }


def _told_findings(every: Sequence[Finding], near: Collection[str]) -> list[Finding]:
    """Return what of the findings a page is told at once: those of slides that it shows, then the others in order."""
    if len(every) <= _MOST_FINDINGS:
        return list(every)
    first = [one for one in every if one.slide in near][:_MOST_FINDINGS]
    rest = [one for one in every if one.slide not in near][: _MOST_FINDINGS - len(first)]
    kept = {id(one) for one in (*first, *rest)}
    return [one for one in every if id(one) in kept]


def versions_of(show: Show) -> dict[str, str]:
    """Return the versions of all that pages know of the slides, by their ids."""
    return {slide.id: brief.version for slide, brief in zip(show.slides, _briefs_of(show), strict=True)}


def version_of(show: Show, place: int) -> str:
    """Return the version of all that pages know of the slide at a place."""
    return _briefs_of(show)[place].version


def _media(row: ShowRow, show: Show) -> dict[str, Any]:
    rows = AssetRow.objects.filter(owner_id=row.owner_id, sha256__in=[a.id for a in show.assets]) if show.assets else ()
    return {"assets": {a.sha256: described(a) for a in rows}}


def whole_slides(show: Show, ids: Collection[str]) -> dict[str, Any]:
    """Return slides with all that the desk shows of them, by id."""
    return told(show, {}, ids)["slides"]


def _briefs_of(show: Show) -> list[Brief]:
    known = _shows.get(show)
    if known is not None:
        return known
    score, assets = compile(show), {a.id: a for a in show.assets}
    rows = zip(show.slides, score.slides, score.times, strict=True)
    common = (encoded(show.pace) + show.language.encode(), show.width, show.height)
    briefs = [_brief_of(show, slide, part, time, assets, common) for slide, part, time in rows]
    return _shows.put(briefs, 500 + 1500 * len(briefs), show)


def _brief_of(
    show: Show, slide: Slide, part: SlideScore, time: SlideTime, assets: Mapping[str, Asset], common: tuple[Any, ...]
) -> Brief:
    """Return what every page knows of a slide. The names of assets count to its version: its objects are called so; and
    the chapters to which it leads.
    """
    names: tuple[Any, ...] = tuple(assets[i].name if i in assets else "" for i in assets_of(slide)) if assets else ()
    if show.chapters and CHAPTER.encode() in content_of(slide).document:
        names += show.chapters
    found = _briefs.get(slide, part, by=(common, names))
    if found is not None:
        return found
    content = (encoded(slide), bytes(_score_of(part)), common[0], repr(names).encode())
    version = hashlib.blake2b(b"\0".join(content), digest_size=6).hexdigest()
    brief = {
        "title": own_title(slide),
        "ground": slide.background,
        "transition": part.transition.duration_ms,
        "transition_verb": transition_for(slide.transition).verb,
        "hold": slide.hold_ms,
        "advance": slide.advance,
        "cues": [group.start_ms for group in time.groups[1:]],
        "stops": [] if slide.plane is None else stop_ends(slide, time),
        "kind": slide.kind,
        "skipped": slide.skipped,
        "look": look_of(slide, show),
        "voice": _voice_of(slide, part, time, asset_lengths(show)),
        "scripted": has_words(slide.script),
    }
    written = Brief(version, msgspec.Raw(msgspec.json.encode(brief)))
    return _briefs.put(written, 1500 + len(written.encoded), slide, part, by=(common, names))


def _voice_of(slide: Slide, part: SlideScore, time: SlideTime, lengths: Mapping[str, int]) -> dict[str, Any] | None:
    """Return what every page knows of a voice: its stretches in slide time, and when the cues come by it."""
    spans = [s for s in part.spans if s.source == "narration"]
    voice = slide.narration
    if voice is None or not spans:
        return None
    marks = [m for m in marked_cues(voice, len(time.groups) - 1) if m is not None]
    return {
        "asset": voice.asset,
        "start": spans[0].start_ms,
        "end": spans[-1].end_ms,
        "stretches": [{"start": s.start_ms, "end": s.end_ms, "in": s.in_ms, "out": s.out_ms} for s in spans],
        "marks": marks,
        "scratch": voice.scratch,
        "said": _said_of(slide, lengths),
        "unheard": not voice.heard and has_words(slide.script),
    }


def _said_of(slide: Slide, lengths: Mapping[str, int]) -> tuple[int, int]:
    """Return how many words are heard in a slide's voice, and in how many ms from the first to the last."""
    words = [word for _, word in heard_words(slide, lengths)]
    return len(words), words[-1].end_ms - words[0].start_ms if words else 0


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
            "groups": [group_told(g, slide, steps, things, names) for g in time.groups],
        },
        "spoken": spoken(slide, show, time),
        "captions": told_captions(slide, time, show),
        **translated(slide, time, show),
        "voice": spoken_script(slide, asset_lengths(show)),
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

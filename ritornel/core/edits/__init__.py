"""Edits: commands that turn a show into a new show. Every change of a show is one of these.

A file states one or more subclasses of ``Command`` (see ``edits.command``); a command's ``do`` name in JSON is its
class name in lower case with hyphens (``AddObject`` is ``add-object``). Commands are pure: the same show and
command give the same show. They raise ``BadEdit`` with words for the user when they cannot be carried out.
"""

import importlib
import pkgutil
from collections.abc import Mapping
from typing import Any

from msgspec.structs import replace

from ritornel.core.edits.command import BadEdit, Command
from ritornel.core.edits.following import followed
from ritornel.core.edits.growing import grown
from ritornel.core.linecheck import findings
from ritornel.core.model import Object, Show, Slide, Step, limits
from ritornel.core.model.anchoring import anchored
from ritornel.core.model.head import HEAD, TYPES
from ritornel.core.model.lineage import with_lineages
from ritornel.core.model.reading import BadDocument, check_show, convert
from ritornel.core.model.uses import asset_lengths
from ritornel.core.model.writing import plain
from ritornel.core.score import compile
from ritornel.core.text.credits import own_words
from ritornel.core.voice.matching import marked_by_words
from ritornel.core.voice.written import following

__all__ = ["COMMANDS", "BadEdit", "Command", "apply", "read_command"]

for _module in pkgutil.iter_modules(__path__):
    importlib.import_module(f"{__name__}.{_module.name}")

COMMANDS: dict[str, type[Command]] = {c.__struct_config__.tag: c for c in Command.__subclasses__()}  # type: ignore[misc]


def read_command(values: Mapping[str, Any]) -> Command:
    """Return the command that plain ``values`` describe; ``BadEdit`` if there is none of that name or shape."""
    kind = COMMANDS.get(str(values.get("do")))
    if kind is None:
        raise BadEdit(f"there is no edit called “{values.get('do')}”")
    try:
        return convert(dict(values), kind)
    except BadDocument as error:
        raise BadEdit(f"{values['do']}: {error}") from error


def apply(show: Show, command: Command) -> Show:
    """Return the show after the command, checked as if it had been read; ``BadEdit`` leaves the show as it was.

    What the command made is written and read again, so that whatever is kept can be read; it is compiled and looked
    through by the line check, so that whatever is kept can be played.
    """
    before = {id(s) for s in show.slides}
    old = {s.id: s for s in show.slides}
    try:
        changed = anchored(show, command.apply(show))
        changed = followed(show, own_words(show, changed), by_hand=not command.restyles)
        fresh = [s for s in changed.slides if id(s) not in before]
        changed = with_lineages(changed, fresh)
        slides, lengths = [], asset_lengths(changed)
        for slide in changed.slides:
            was = old.get(slide.id)
            slides.append(slide if id(slide) in before else _read_again(_made_up(slide, was, show, lengths), was))
        changed = replace(changed, slides=tuple(slides))
        for name in (*HEAD, "chapters", "beds"):
            value = getattr(changed, name)
            if value is not getattr(show, name):
                convert(plain(value), TYPES[name])
        check_show(changed, checked=show)
    except BadDocument as error:
        raise BadEdit(str(error)) from error
    score = compile(changed)
    if score.length_ms > limits.LENGTH_MS:
        days = limits.LENGTH_MS / 86_400_000
        raise BadEdit(f"the show would last longer than {days:.1f} days; make its holds, waits or repeats shorter")
    findings(changed, score)
    return changed


def _made_up(slide: Slide, was: Slide | None, show: Show, lengths: Mapping[str, int]) -> Slide:
    """Return a changed slide with what follows: texts grown to their words, cues and captions where words are said."""
    slide = grown(slide, was, show.height)
    if was is not None:
        slide = following(was, slide, lengths)
    voice = slide.narration
    if voice is None or not voice.said:
        return slide
    if was is not None and was.script == slide.script and was.narration is voice:
        return slide
    return replace(slide, narration=marked_by_words(slide))


def _read_again(slide: Slide, before: Slide | None) -> Slide:
    """Return the slide as it is read from its document; what it has from the slide ``before`` was read already."""
    if slide.unreadable:
        return slide
    few = len(slide.objects) <= limits.OBJECTS_ON_A_SLIDE and len(slide.running_order) <= limits.BUILDS_ON_A_SLIDE
    if before is None or not few:
        return convert(plain(slide), Slide)
    try:
        bare = convert(plain(replace(slide, objects=(), running_order=())), Slide)
        objects = _read_anew(slide.objects, before.objects, Object)
        steps = _read_anew(slide.running_order, before.running_order, Step)
    except BadDocument:
        return convert(plain(slide), Slide)  # that says in which object, or which build
    return replace(bare, objects=objects, running_order=steps)


def _read_anew(things: tuple[Any, ...], before: tuple[Any, ...], kind: Any) -> tuple[Any, ...]:
    """Return things as they are read from their documents; those that were there before were read already."""
    if things is before:
        return things
    known = {id(thing) for thing in before}
    return tuple(thing if id(thing) in known else convert(plain(thing), kind) for thing in things)

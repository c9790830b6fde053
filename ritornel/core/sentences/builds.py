"""A build as a sentence: “The list, line 2” rises in from below, on cue 2, at once, taking 0.7 s, once, evenly."""

from collections.abc import Iterator, Mapping
from typing import NamedTuple

from msgspec.structs import replace

from ritornel.core.edits.builds import Along, Order
from ritornel.core.edits.families import By, beats_of, by_of
from ritornel.core.model import Clip, Slide, Sound, Step, Text
from ritornel.core.model.slide import ACTS, Afterwards, Kind
from ritornel.core.motion.builds import EFFECTS, effect_for
from ritornel.core.motion.choreography import choreograph
from ritornel.core.motion.declared import Effect, Param, params_of
from ritornel.core.motion.target import Target
from ritornel.core.sentences.clauses import Choice, Clause, Colour, Group, Number, Sentence, Setting
from ritornel.core.sentences.easings import easing_setting, easing_words
from ritornel.core.sentences.numbers import colour_words, seconds, times
from ritornel.core.sentences.sounds import Sounds, sound_words
from ritornel.core.sentences.views import going
from ritornel.core.time.playback import STANDS
from ritornel.core.time.running_order import StepTime
from ritornel.core.time.slide_clock import GroupTime, SlideTime

KINDS: Mapping[Kind, str] = {
    "entrance": "comes in",
    "emphasis": "is stressed",
    "path": "moves",
    "exit": "goes out",
    "play": "plays",
    "pause": "pauses",
    "seek": "goes to a place",
    "rate": "changes speed",
    "volume": "fades its sound",
}
MOST_S = 600.0
_MOST_TIMES = 1000


class Sample(NamedTuple):
    """A build alone: what it moves, from 0 to ``length_ms``, and the slide with nothing but it."""

    length_ms: int
    targets: tuple[Target, ...]
    slide: Slide


class _Place(NamedTuple):
    """Where a build stands: its group, how it is timed there, and whether it is the group's first."""

    group: GroupTime
    timed: StepTime
    first: bool


def build_sentence(step: Step, slide: Slide, time: SlideTime, name: str, sounds: Sounds = ()) -> Sentence:
    """Return what a build of a slide does, and when; ``name`` is what it moves: the whole of it for a family."""
    place = _place(step, time)
    effect = effect_for(step.kind, step.effect)
    clauses: list[Clause] = []
    settings: dict[str, Setting] = {}
    if step.kind == "view":
        for clause, key, offered in going(step, slide):
            clauses += [Clause(" " if clauses else "The stage "), clause]
            settings[key] = offered
    else:
        clauses += [Clause(f"“{name}” "), Clause(effect.verbs.get(step.kind, step.kind), "what")]
        settings["what"] = Setting("Build", "step", groups=_groups(step, slide))
    told = (*_parts(step, slide), *_params(step, effect), *_times(step, effect, slide, place))
    for key, lead, words, setting in told:
        clauses += [Clause(lead), Clause(words, key)]
        settings[key] = setting
    for begins, said, key, setting in sound_words(step.sound, "step", sounds) if not step.acts else ():
        clauses += [begins, said]
        settings[key] = setting
    return Sentence((*clauses, Clause(".")), settings)


def _place(step: Step, time: SlideTime) -> _Place:
    for group in time.groups:
        for number, timed in enumerate(group.steps):
            if timed.step.id == step.id:
                return _Place(group, timed, number == 0)
    raise ValueError(f"build {step.id} does not run on that slide")


def _groups(step: Step, slide: Slide) -> tuple[Group, ...]:
    """Return the effects of every kind that the object can have, under what each kind says."""
    thing = next((o for o in slide.objects if o.id == step.object), None)
    kinds = [k for k in KINDS if k not in ACTS or isinstance(thing, Clip | Sound)]
    used = effect_for(step.kind, step.effect).name
    groups = []
    for kind in kinds:
        choices = tuple(
            Choice(
                effect.verbs[kind],
                {"kind": kind, "effect": effect.name, "params": None, "duration": None, "easing": None},
                f"{effect.label} {effect.name}",
                chosen=(kind, effect.name) == (step.kind, used),
                sample=f"{kind} {effect.name}",
                help=effect.help,
            )
            for effect in effects_of(kind)
        )
        groups.append(Group(KINDS[kind], choices, any(c.chosen for c in choices)))
    return tuple(groups)


def effects_of(kind: Kind) -> list[Effect]:
    """Return the effects that are offered for a build of that kind: a path without settings leads nowhere."""
    return [e for e in EFFECTS.values() if kind in e.verbs and (kind != "path" or e.params)]


BY: Mapping[By, str] = {
    "whole": "as a whole",
    "level": "by its upper lines",
    "line": "line by line",
    "word": "word by word",
    "character": "letter by letter",
}
ORDERS: Mapping[Order, str] = {
    "together": "all on one cue",
    "each": "each on a cue of its own",
    "following": "one after the other",
    "staggered": "each soon after the one before",
}
ALONG: Mapping[Along, str] = {
    "reading": "as they are read",
    "left": "from the left",
    "top": "from the top",
    "selected": "as they were selected",
    "woven": "line by line, as they are read",
    "pairs": "by pairs: firsts, then seconds",
}
_AFTERWARDS: Mapping[Afterwards, str] = {
    "stays": "each staying",
    "dims": "each dimmed when the next comes",
    "goes": "each gone when the next comes",
}


def _parts(step: Step, slide: Slide) -> Iterator[tuple[str, str, str, Setting]]:
    """Yield by what parts a text is built, and what they do afterwards: name, what leads to it, words, setting."""
    thing = next((o for o in slide.objects if o.id == step.object), None)
    if not isinstance(thing, Text) or step.acts:
        return
    now = by_of(step, slide)
    ways = [by for by in BY if by in ("whole", now) or len(beats_of(thing, by)) > 1]
    if "level" in ways and now != "level" and not any(p.level for p in thing.paragraphs):
        ways.remove("level")
    choices = tuple(Choice(BY[by], {"by": by}, chosen=by == now) for by in ways)
    yield "by", ", ", BY[now], Setting("Parts", "family", choices=choices)
    if step.kind == "entrance" and step.part is not None:
        goes = tuple(Choice(w, {"afterwards": a}, chosen=a == step.afterwards) for a, w in _AFTERWARDS.items())
        yield "afterwards", ", ", _AFTERWARDS[step.afterwards], Setting("Afterwards", "step", choices=goes)


def _params(step: Step, effect: Effect) -> Iterator[tuple[str, str, str, Setting]]:
    """Yield the effect's own settings: name, what leads to it, words, setting."""
    values = params_of(effect, step.params)
    for param in effect.params:
        value = values[param.name]
        if param.path:
            yield param.name, " ", f"{param.label.lower()} {_path_words(param, value)}", _path(param, value)
        elif param.choices:
            words = f"{param.label.lower()} {dict(param.choices)[value]}"
            choices = tuple(
                Choice(f"{param.label.lower()} {label}", {"params": {param.name: one}}, chosen=one == value)
                for one, label in param.choices
            )
            yield param.name, " ", words, Setting(param.label, "step", choices=choices)
        elif param.colour:
            setting = Setting(param.label, "step", colour=Colour(param.name, str(value), "params"))
            yield param.name, f", {param.label.lower()} ", colour_words(str(value)), setting
        else:
            number = _number(param, float(value))
            words = f"{value:g}{'' if number.unit.startswith('%') else ' '}{number.unit}".rstrip()
            yield param.name, f", {param.label.lower()} ", words, Setting(param.label, "step", number=number)


def _path_words(param: Param, value: str) -> str:
    return dict(param.choices).get(value, "a line of its own")


def _path(param: Param, value: object) -> Setting:
    label = param.label.lower()
    choices = tuple(
        Choice(f"{label} {words}", {"params": {param.name: way}}, chosen=way == value) for way, words in param.choices
    )
    return Setting(param.label, "step", choices=choices, drawn=True)


def _number(param: Param, value: float) -> Number:
    step = 1.0 if param.most - param.least >= 10 else 0.05
    unit = "" if param.unit == "stage units" else param.unit
    return Number(param.name, value, param.least, param.most, step, unit, 1, "params")


def _times(step: Step, effect: Effect, slide: Slide, place: _Place) -> Iterator[tuple[str, str, str, Setting]]:
    """Yield when the build happens and how long it takes: name, what leads to it, words, setting."""
    yield "trigger", ", ", _when(step, place), _trigger(step, place)
    if place.first and place.group.cue:
        by_hand = slide.waits.get(str(place.group.cue))
        wait = Number("wait", by_hand, 0.0, MOST_S, 0.1, "s", 1000, found=place.group.wait_ms or 0)
        yield "wait", " after ", f"{seconds(place.group.wait_ms or 0)} s", Setting("Wait", "wait", number=wait)
    delay = Number("delay", step.delay_ms, 0.0, MOST_S, 0.05, "s", 1000)
    later = f"{seconds(step.delay_ms)} s later" if step.delay_ms else "at once"
    yield "delay", ", ", later, Setting("Delay", "step", number=delay)
    if step.kind in STANDS:
        yield from _waited_for(step, slide)
        return
    lasts = effect.duration_ms if step.duration_ms is None else step.duration_ms
    if step.kind == "view":
        lasts = place.timed.uncut_end_ms - place.timed.start_ms
    duration = Number("duration", lasts, 0.0, MOST_S, 0.05, "s", 1000)
    yield "duration", ", taking ", f"{seconds(lasts)} s", Setting("Duration", "step", number=duration)
    if step.acts:
        return
    if step.kind == "view":
        own = effect.easing.get(step.kind, "linear")
        yield "easing", ", ", easing_words(step.easing, own), easing_setting("step", step.easing, own)
        return
    repeat = Number("repeat", step.repeat, 1, _MOST_TIMES, 1)
    yield "repeat", ", ", times(step.repeat), Setting("How often", "step", number=repeat)
    own = effect.easing.get(step.kind, "linear")
    yield "easing", ", ", easing_words(step.easing, own), easing_setting("step", step.easing, own)


def _when(step: Step, place: _Place) -> str:
    if place.first:
        return f"on cue {place.group.cue}" if place.group.cue else "from the beginning"
    return "alongside the one before" if step.trigger == "alongside" else "when the one before has ended"


def _trigger(step: Step, place: _Place) -> Setting:
    offered = (
        ("cue", "on a cue of its own" if not (place.first and place.group.cue) else f"on cue {place.group.cue}"),
        ("alongside", "alongside the one before"),
        ("following", "when the one before has ended"),
    )
    return Setting(
        "Trigger",
        "step",
        choices=tuple(Choice(words, {"trigger": t}, chosen=t == step.trigger) for t, words in offered),
    )


def _waited_for(step: Step, slide: Slide) -> Iterator[tuple[str, str, str, Setting]]:
    thing = next((o for o in slide.objects if o.id == step.object), None)
    if step.kind != "play" or not isinstance(thing, Clip | Sound):
        return
    ways = ((False, "not waited for"), (True, "waited for to its end"))
    choices = tuple(Choice(words, {"waited_for": on}, chosen=on == thing.waited_for) for on, words in ways)
    yield "waited_for", ", ", dict(ways)[thing.waited_for], Setting("Waiting", "object", choices=choices)


def build_samples(step: Step, slide: Slide, kind: Kind, width: int, height: int) -> dict[str, Sample]:
    """Return the build with every effect of a kind, alone, by the names of their choices' samples.

    That of its own kind and effect has its own settings, time and easing.
    """
    used = effect_for(step.kind, step.effect).name
    samples = {}
    for effect in effects_of(kind):
        tried = step
        if (kind, effect.name) != (step.kind, used):
            tried = replace(step, kind=kind, effect=effect.name, params={}, duration_ms=None, easing="")
        lasts = effect.duration_ms if tried.duration_ms is None else tried.duration_ms
        alone = replace(tried, duration_ms=lasts, repeat=1, delay_ms=0)
        targets = choreograph(slide, [StepTime(alone, 0, lasts, lasts)], width, height)
        samples[f"{kind} {effect.name}"] = Sample(lasts, tuple(targets), replace(slide, running_order=(alone,)))
    return samples

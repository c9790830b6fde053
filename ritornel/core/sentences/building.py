"""Builds to be as a sentence: “The list” fades in, line by line, each on a cue of its own, taking 0.6 s.

What is chosen as “what” makes the builds; everything else says how they will be made.
"""

from collections import Counter
from collections.abc import Iterator, Sequence
from typing import Any

from msgspec import Struct, to_builtins
from msgspec.structs import replace

from ritornel.core.alignment.boxes import around, filled
from ritornel.core.edits.builds import AddBuilds, Along, Order
from ritornel.core.edits.command import BadEdit, Ids
from ritornel.core.edits.families import By, beats_of
from ritornel.core.edits.own_effects import UseEffect
from ritornel.core.model import Clip, Object, Show, Slide, Sound, Step
from ritornel.core.model.slide import ACTS, Kind
from ritornel.core.model.units import Ms
from ritornel.core.motion.builds import effect_for
from ritornel.core.motion.choreography import choreograph
from ritornel.core.motion.views import arrival_at, arrivals
from ritornel.core.score.compiling import with_defaults
from ritornel.core.sentences.builds import ALONG, BY, KINDS, MOST_S, ORDERS, Sample, effects_of
from ritornel.core.sentences.clauses import Choice, Clause, Group, Number, Sentence, Setting
from ritornel.core.sentences.numbers import seconds
from ritornel.core.text.naming import object_name, view_name
from ritornel.core.time.playback import Playback
from ritornel.core.time.running_order import lay_out_group

USED_MOST, OWN = "used most", "your own"
_MOST_USED = 8
_MOST_APART_S = 10.0
_FIRST: tuple[tuple[Kind, str], ...] = (
    ("entrance", "fade"),
    ("entrance", "rise"),
    ("entrance", "slide"),
    ("entrance", "wipe"),
    ("emphasis", "pulse"),
    ("emphasis", "dim-others"),
    ("emphasis", "ring"),
    ("emphasis", "light"),
    ("exit", "fade"),
    ("exit", "rise"),
    ("exit", "slide"),
    ("play", "play"),
    ("pause", "pause"),
    ("volume", "volume"),
)
"""What is offered first where a show does not tell yet what it uses most."""
_SHOWN_OBJECTS, _SHOWN_BUILDS = 12, 60
"""A sample shows no more than so many objects, and no smaller parts than give so many builds."""


class Building(Struct, frozen=True, kw_only=True, omit_defaults=True):
    """What shall be built, and how (see ``AddBuilds``): ``duration`` in ms, None for as long as each effect takes.

    ``here``: "" for the end of the running order, None for the view of the plane that shows the objects nearest.
    """

    objects: Ids
    by: By = "whole"
    order: Order = "together"
    along: Along = "reading"
    stagger: Ms = 200
    duration: Ms | None = None
    here: str | None = None

    @property
    def how(self) -> dict[str, Any]:
        """The fields of the command that makes the builds, but for what they do and where they come."""
        return {**to_builtins(self), "objects": self.objects, "here": None}


def building_sentence(show: Show, slide: Slide, building: Building) -> Sentence:
    """Return how objects of a slide will be built; its first choice of “what” is the one proposed."""
    things = _things(slide, building)
    here = _here(show, slide, things, building)
    groups = tuple(_coming(group, here) for group in _groups(show, slide, things))
    proposed = groups[0].choices[0]
    assets = {a.id: a for a in show.assets}
    name = f"“{object_name(things[0], assets)}” " if len(things) == 1 else f"Each of {len(things)} objects "
    clauses = [Clause(name), Clause(proposed.words, "what")]
    settings = {"what": Setting("Build", "build", groups=groups)}
    for key, lead, words, setting in _how(things, building, proposed):
        clauses += [Clause(lead), Clause(words, key)]
        settings[key] = setting
    if slide.plane is not None:
        words, settings["here"] = _where(show, slide, here)
        clauses += [Clause(", "), Clause(words, "here")]
    return Sentence((*clauses, Clause(".")), settings)


def building_samples(show: Show, slide: Slide, building: Building, group: str) -> dict[str, Sample]:
    """Return what every choice of a group would make of the objects, alone, by the names of their samples."""
    things = _things(slide, building)[:_SHOWN_OBJECTS]
    objects = [o.id for o in things]
    alone = replace(slide, running_order=(), script="", narration=None, waits={})
    bare = replace(show, slides=(alone,))
    found = next((g for g in _groups(show, slide, _things(slide, building)) if g.words == group), None)
    samples = {}
    for choice in found.choices if found is not None else ():
        if not choice.sample:
            continue
        if "name" in choice.values:
            made = UseEffect(slide=slide.id, objects=objects, name=choice.values["name"]).apply(bare)
        else:
            values = {**building.how, "by": _shown_by(things, building.by), **choice.values, "objects": objects}
            made = AddBuilds(slide=slide.id, **values).apply(bare)
        samples[choice.sample] = _sample(made.slides[0], slide, show)
    return samples


def _things(slide: Slide, building: Building) -> list[Object]:
    """Return the objects that will be built, in the order in which they were chosen."""
    by_id = {o.id: o for o in slide.objects}
    things = [by_id[name] for name in building.objects if name in by_id]
    if not things:
        raise BadEdit("select an object to build")
    return things


def _here(show: Show, slide: Slide, things: Sequence[Object], building: Building) -> Step | None:
    """Return the build that goes to the view at which the builds come; None: they come at the end."""
    if building.here is not None:
        return next((s for s in slide.running_order if s.id == building.here and s.kind == "view"), None)
    return arrival_at(slide, around(filled(thing) for thing in things), show.width, show.height)


def _coming(group: Group, here: Step | None) -> Group:
    if here is None:
        return group
    return replace(group, choices=tuple(replace(c, values={**c.values, "here": here.id}) for c in group.choices))


def _where(show: Show, slide: Slide, here: Step | None) -> tuple[str, Setting]:
    """Return the words for where builds on a plane come, and what one may choose instead."""
    there = [
        Choice(f"when we are at “{view_name(step.view, slide)}”", {"here": step.id}, chosen=step is here)
        for step, _ in arrivals(slide, show.width, show.height)
    ]
    end = Choice("at the end", {"here": ""}, chosen=here is None)
    words = next((choice.words for choice in there if choice.chosen), end.words)
    return words, Setting("Where", "how", choices=(*there, end))


def _shown_by(things: Sequence[Object], by: By) -> By:
    return by if sum(len(beats_of(o, by)) for o in things) <= _SHOWN_BUILDS else "whole"


def _sample(built: Slide, slide: Slide, show: Show) -> Sample:
    """Return builds as they go one after the other when nobody waits for cues, from 0."""
    first, *later = with_defaults(built).running_order
    run = (first, *(replace(s, trigger="following") if s.trigger == "cue" else s for s in later))
    steps, lasts = lay_out_group(run, 0, Playback(replace(built, objects=()), 0, {}))
    targets = choreograph(built, steps, show.width, show.height)
    return Sample(lasts, tuple(targets), replace(slide, running_order=run))


def _groups(show: Show, slide: Slide, things: Sequence[Object]) -> tuple[Group, ...]:
    """Return what is used most, the effects of every kind that all the objects can have, and those of the show."""
    heard = all(isinstance(o, Sound) for o in things)
    told = all(isinstance(o, Clip | Sound) for o in things)
    kinds = [k for k in KINDS if (told if k in ACTS else not heard)]
    by_kind = {k: Group(KINDS[k], tuple(_choice(k, e.name) for e in effects_of(k))) for k in kinds}
    used = _used_most(show, slide, things, kinds)
    own = tuple(
        Choice(e.name, {"name": e.name}, sample=f"own {e.name}", help=f"{len(e.steps)} builds, kept in this show")
        for e in show.effects
    )
    first = Group(USED_MOST, tuple(_choice(*one) for one in used), chosen=True, again=True)
    return (first, *by_kind.values(), *([Group(OWN, own)] if own else []))


def _choice(kind: Kind, name: str) -> Choice:
    effect = effect_for(kind, name)
    values = {"kind": kind, "effect": effect.name}
    sample = "" if kind in ACTS else f"{kind} {effect.name}"
    return Choice(
        effect.verbs[kind], values, f"{KINDS[kind]} {effect.label} {effect.name}", sample=sample, help=effect.help
    )


def _used_most(show: Show, slide: Slide, things: Sequence[Object], kinds: Sequence[Kind]) -> list[tuple[Kind, str]]:
    """Return the effects that objects of those sorts have most often in the show; entrances only for what has none."""
    sorts = {type(o) for o in things}
    count: Counter[tuple[Kind, str]] = Counter()
    for one in show.slides:
        alike = {o.id for o in one.objects if type(o) in sorts}
        count.update({(s.kind, effect_for(s.kind, s.effect).name) for s in one.running_order if s.object in alike})
    here = {s.object for s in slide.running_order if s.kind == "entrance"}
    left_out = {"entrance"} if all(o.id in here for o in things) else set()
    ranks = {one: -rank for rank, one in enumerate(_FIRST)}
    offered = [one for one in {**count, **ranks} if one[0] in kinds and one[0] not in left_out]
    return sorted(offered, key=lambda one: (-count[one], -ranks.get(one, -len(_FIRST)), one))[:_MOST_USED]


def _how(things: Sequence[Object], building: Building, proposed: Choice) -> Iterator[tuple[str, str, str, Setting]]:
    """Yield how the builds will be made: name, what leads to it, words, setting."""
    ways = [by for by in BY if by == "whole" or any(len(beats_of(o, by)) > 1 for o in things)]
    by = building.by if building.by in ways else "whole"
    several = len(things) > 1
    if len(ways) > 1:
        choices = tuple(Choice(BY[one], {"by": one}, chosen=one == by) for one in ways)
        yield "by", ", ", BY[by], Setting("Parts", "how", choices=choices)
    if several or by != "whole":
        orders = tuple(Choice(words, {"order": one}, chosen=one == building.order) for one, words in ORDERS.items())
        yield "order", ", ", ORDERS[building.order], Setting("Times", "how", choices=orders)
        if building.order == "staggered":
            apart = Number("stagger", building.stagger, 0.0, _MOST_APART_S, 0.05, "s", 1000)
            yield "apart", ", ", f"{seconds(building.stagger)} s apart", Setting("Apart", "how", number=apart)
    if several:
        along = tuple(Choice(words, {"along": one}, chosen=one == building.along) for one, words in ALONG.items())
        yield "along", ", ", ALONG[building.along], Setting("Order", "how", choices=along)
    if "kind" in proposed.values and proposed.values["kind"] not in ACTS:
        usual = effect_for(proposed.values["kind"], proposed.values["effect"]).duration_ms
        lasts = usual if building.duration is None else building.duration
        number = Number("duration", building.duration, 0.0, MOST_S, 0.05, "s", 1000, found=usual)
        yield "duration", ", taking ", f"{seconds(lasts)} s", Setting("Duration", "how", number=number)

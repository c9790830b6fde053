"""A slide's transition as a sentence: “The bath” opens out of “A ring of prisms” as a circle, softly, in 0.8 s."""

from collections.abc import Iterator, Sequence

from msgspec.structs import replace

from ritornel.core.model import Transition
from ritornel.core.motion.declared import TransitionKind
from ritornel.core.motion.standing import Standing
from ritornel.core.motion.transitions import TRANSITIONS, transition_for, transition_ms
from ritornel.core.score.parts import TransitionPlan
from ritornel.core.score.planning import plan_of
from ritornel.core.sentences.clauses import Choice, Clause, Colour, Group, Number, Sentence, Setting
from ritornel.core.sentences.easings import easing_setting, easing_words
from ritornel.core.sentences.numbers import colour_words, seconds
from ritornel.core.sentences.sounds import Sounds, sound_words

OPENS, CLOSES = "opens", "closes in"

_LINKS = {
    "cuts in": "after",
    "dissolves": "over",
    OPENS: "out of",
    CLOSES: "on",
    "sweeps over": "",
    "slides over": "",
    "pushes": "",
    "turns": "after",
    "breaks through": "",
    "fills the stage": "after",
    "comes near": "after",
    "comes into focus": "after",
    "is carried on": "from",
}
"""Verbs in the order in which they are offered, and what leads from each to the slide before."""

_SOFTNESS = (
    (0.0, "with a hard edge"),
    (0.1, "with a soft edge"),
    (0.3, "softly"),
    (0.7, "very softly"),
)
_WAYS = ((False, "forwards"), (True, "backwards"))
_MOST_S = 30.0


def transition_sentence(transition: Transition, new: str, old: str, sounds: Sounds = ()) -> Sentence:
    """Return how a slide called ``new`` comes in after one called ``old`` (empty for the first: out of black).

    ``sounds`` are those that can come with it.
    """
    kind = transition_for(transition)
    verb = _verb(kind, transition.reverse)
    clauses = [Clause(f"“{new}” "), Clause(verb, "what")]
    link = _LINKS.get(verb, "after")
    clauses.append(Clause(f"{f' {link}' if link else ''} {f'“{old}”' if old else 'black'}"))
    settings = {"what": Setting("Transition", "transition", groups=_groups(transition))}
    if kind.subtypes:
        clauses += [Clause(" "), Clause(_form(transition, kind), "what")]
    for name, words, setting in _settings(transition, kind):
        clauses += [Clause(", in " if name == "duration" else ", "), Clause(words, name)]
        settings[name] = setting
    for lead, said, name, setting in sound_words(transition.sound, "transition", sounds):
        clauses += [lead, said]
        settings[name] = setting
    return Sentence((*clauses, Clause(".")), settings)


def _settings(transition: Transition, kind: TransitionKind) -> Iterator[tuple[str, str, Setting]]:
    """Yield what else can be set of a transition: name, words, setting."""
    if _name_of(transition)[1] in kind.coloured:
        setting = Setting("Colour", "transition", colour=Colour("colour", transition.colour))
        yield "colour", colour_words(transition.colour), setting
    if kind.softens:
        near = min(_SOFTNESS, key=lambda soft: abs(soft[0] - transition.softness))
        choices = tuple(Choice(words, {"softness": s}, chosen=(s, words) == near) for s, words in _SOFTNESS)
        yield "softness", near[1], Setting("Edge", "transition", choices=choices)
    if _can_be_backwards(kind):
        ways = tuple(Choice(words, {"reverse": on}, chosen=on == transition.reverse) for on, words in _WAYS)
        yield "reverse", dict(_WAYS)[transition.reverse], Setting("Way", "transition", choices=ways)
    if not (kind.instant or kind.carries):
        keeps = ((False, "everything on it"), (True, "but for what stays as it is"))
        choices = tuple(Choice(words, {"keeps": on}, chosen=on == transition.keeps) for on, words in keeps)
        yield "keeps", dict(keeps)[transition.keeps], Setting("What goes on", "transition", choices=choices)
    if not kind.instant:
        lasts = transition_ms(transition)
        number = Number("duration", lasts, 0.05, _MOST_S, 0.05, "s", 1000)
        yield "duration", f"{seconds(lasts)} s", Setting("Duration", "transition", number=number)
        words = easing_words(transition.easing, kind.easing)
        yield "easing", words, easing_setting("transition", transition.easing, kind.easing)


def _groups(transition: Transition) -> tuple[Group, ...]:
    """Return every form of every transition, under its verb."""
    found: dict[str, list[Choice]] = {verb: [] for verb in _LINKS}
    here = (*_name_of(transition), _verb(transition_for(transition), transition.reverse))
    for kind in TRANSITIONS.values():
        for reverse in (False, True) if kind.verb == OPENS else (False,):
            verb = _verb(kind, reverse)
            for subtype, words in kind.subtypes or (("", kind.label.lower()),):
                chosen = (kind.name, subtype, verb) == here
                found.setdefault(verb, []).append(_choice(transition, kind, subtype, words, reverse, chosen))
    return tuple(Group(verb, tuple(c), any(x.chosen for x in c), leads=True) for verb, c in found.items() if c)


def _choice(now: Transition, kind: TransitionKind, subtype: str, words: str, reverse: bool, chosen: bool) -> Choice:
    turned = reverse if kind.verb == OPENS else now.reverse and _can_be_backwards(kind)
    values = {"type": kind.name, "subtype": subtype, "reverse": turned}
    if kind.name != now.type:
        values["easing"] = None
    find, sample = f"{kind.label} {kind.name} {subtype}", f"{kind.name} {subtype}"
    return Choice(words, values, find, chosen, sample, help=kind.help)


def _name_of(transition: Transition) -> tuple[str, str]:
    kind = transition_for(transition)
    first = kind.subtypes[0][0] if kind.subtypes else ""
    return kind.name, transition.subtype or first


def _form(transition: Transition, kind: TransitionKind) -> str:
    return dict(kind.subtypes).get(transition.subtype, kind.subtypes[0][1])


def _verb(kind: TransitionKind, reverse: bool) -> str:
    return CLOSES if kind.verb == OPENS and reverse else kind.verb


def _can_be_backwards(kind: TransitionKind) -> bool:
    return not (kind.instant or kind.carries or kind.coloured or kind.verb == OPENS)


def transition_samples(
    transition: Transition, verb: str, width: int, height: int, standing: Sequence[Standing] = ()
) -> dict[str, TransitionPlan]:
    """Return the plans of every form under a verb, by the names of their choices' samples.

    ``standing`` are the two slides; without them there is no sample of one that carries.
    """
    plans = {}
    for group in _groups(transition):
        for choice in group.choices if group.words == verb else ():
            tried = replace(transition, **{n: "" if v is None else v for n, v in choice.values.items()})
            if standing or not transition_for(tried).carries:
                plans[choice.sample] = plan_of(tried, transition_ms(tried), width, height, *standing)
    return plans

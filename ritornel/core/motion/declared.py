"""What a build effect or a transition declares of itself, and the registry that finds the declarations."""

import importlib
import pkgutil
import re
from collections.abc import Callable, Mapping, Sequence
from types import MappingProxyType
from typing import Any, Literal, NamedTuple

from msgspec import Struct

from ritornel.core.model import Object, Slide, Step
from ritornel.core.model.box import Box
from ritornel.core.model.paths import BadPath, read_path
from ritornel.core.motion.carrying import Pair
from ritornel.core.motion.curves import Curve
from ritornel.core.motion.easing import Easing
from ritornel.core.motion.pieces import Piece
from ritornel.core.motion.standing import Standing
from ritornel.core.motion.track import Track

LASTING = frozenset({"emphasis", "path"})
"""Kinds of builds whose curves may end elsewhere than at neutral: what they leave stays, and later builds add to it."""

_COLOUR = re.compile(r"#[0-9a-fA-F]{6}")


class Param(NamedTuple):
    """A setting of an effect: one of ``choices`` (value, label), a ``colour``, or a number between bounds.

    One that is a ``path`` may be any path data; its choices are some that are offered.
    """

    name: str
    label: str
    default: str | float
    choices: tuple[tuple[str, str], ...] = ()
    least: float = 0
    most: float = 0
    unit: str = ""
    colour: bool = False
    path: bool = False


class Letter(NamedTuple):
    """One letter of a text in reading order, its place in the target's box in stage units, and how long it is said.

    ``said`` is in words: the letters of a word are one together, and the last has the pause after it.
    """

    line: Box
    left: float
    right: float
    rtl: bool
    said: float


class Asked(NamedTuple):
    """What an effect is asked to move: its parameters (all present), the target's box, the stage's size.

    ``lines`` are the boxes of a text's lines inside the target's box, or that box itself; ``letters`` those of a text.
    """

    params: Mapping[str, Any]
    box: Box
    stage_width: float
    stage_height: float
    lines: tuple[Box, ...] = ()
    letters: tuple[Letter, ...] = ()


class Mark(NamedTuple):
    """A line that a build draws at its target: path data in stage units from the object's top left corner.

    Without a path it is the dark around the target, ``width`` beyond its box, over everything else.
    """

    path: str
    colour: str
    width: float
    opacity: float = 1.0
    behind: bool = False


class Build(Struct, frozen=True, gc=False):
    """A step as it plays on its slide: resolved once, for all who ask.

    ``key`` is that of what it moves: its object or a part of that, or the mark that it draws. ``uncut_end_ms`` is its
    end if no early cue sent it there at ``end_ms``; all in slide time.
    """

    step: Step
    start_ms: int
    end_ms: int
    uncut_end_ms: int
    effect: "Effect"
    easing: Easing
    thing: Object
    box: Box
    key: str

    @property
    def params(self) -> dict[str, Any]:
        """Every parameter of its effect."""
        return params_of(self.effect, self.step.params)

    @property
    def comes(self) -> bool:
        """Whether what it moves is not there before it: an entrance, and a mark."""
        return self.step.kind == "entrance" or self.effect.mark is not None

    @property
    def lasts(self) -> bool:
        """Whether what it leaves stays, and later builds add to it; else its curves end at neutral."""
        return self.step.kind in LASTING


class Contribution(NamedTuple):
    """What builds of one effect do together: by their ids the curves of single ones, in place of the effect's own; and
    by their keys the tracks of whatever else they move.
    """

    curves: Mapping[str, Sequence[Curve]] = MappingProxyType({})
    tracks: Mapping[str, Sequence[Track]] = MappingProxyType({})


class Effect(NamedTuple):
    """A build effect. ``curves`` returns the motion of an *entrance* or emphasis; an exit runs it backwards.

    ``verbs`` name it per kind as a line in the running order reads ("fades in"). A curve of an entrance must end at the
    neutral value of its property; what that of an emphasis or a path ends at stays. One that is ``by_line`` is for the
    lines of a list. One that draws a ``mark`` moves that, and the object not at all. One that is ``paced`` goes through
    its curves as a whole by its easing, else from key to key; one that ``reads`` is told the lines and letters of a
    text. What builds of one effect do to each other, or to anything else on their slide, they do ``together``: it is
    asked once, with all of them in the order in which they start.
    """

    name: str
    label: str
    verbs: Mapping[str, str]
    help: str
    duration_ms: int
    easing: Mapping[str, str]
    curves: Callable[[Asked], Sequence[Curve]]
    params: tuple[Param, ...] = ()
    mark: Callable[[Asked], Mark] | None = None
    together: Callable[[Sequence[Build], Slide], Contribution] | None = None
    by_line: bool = False
    paced: bool = False
    reads: bool = False


class Scene(NamedTuple):
    """What a transition is asked for: its form, the stage's size, how far its edge is soft, all in stage units.

    One that ``looks`` gets the slide before as it ends and the new one as it begins; None where there is none before;
    and which objects of the two are one that is carried on.
    """

    subtype: str
    width: float
    height: float
    soft: float = 0.0
    before: Standing | None = None
    after: Standing | None = None
    pairs: Sequence[Pair] = ()


class TransitionKind(NamedTuple):
    """A transition. ``pieces`` returns what is on the stage while it runs, from the bottom up.

    ``verb`` says what the new slide does, ``subtypes`` are (name, words) of its forms, the first the default. Those in
    ``coloured`` go through the transition's colour; one that ``softens`` may have a soft edge; one that
    ``looks`` is told of the two slides themselves; one that ``carries`` objects, which of theirs it carries on. It need
    not know of being reversed.
    """

    name: str
    label: str
    verb: str
    help: str
    duration_ms: int
    pieces: Callable[[Scene], Sequence[Piece]]
    subtypes: tuple[tuple[str, str], ...] = ()
    coloured: tuple[str, ...] = ()
    easing: str = "linear"
    instant: bool = False
    softens: bool = False
    looks: bool = False
    carries: bool = False


def params_of(effect: Effect, given: Mapping[str, Any]) -> dict[str, Any]:
    """Return every parameter of the effect: the one given if it is in range, else the default."""
    return {p.name: given[p.name] if allows(p, given.get(p.name)) else p.default for p in effect.params}


def allows(param: Param, value: Any) -> bool:
    """Tell whether a value is one the parameter may have."""
    if param.path:
        return isinstance(value, str) and _is_path(value)
    if param.choices:
        return any(value == choice for choice, _ in param.choices)
    if param.colour:
        return isinstance(value, str) and _COLOUR.fullmatch(value) is not None
    return isinstance(value, int | float) and not isinstance(value, bool) and param.least <= value <= param.most


def _is_path(text: str) -> bool:
    try:
        read_path(text)
    except BadPath:
        return False
    return True


def demand(param: Param) -> str:
    """Return what a value of the parameter must be, in words."""
    if param.path:
        return "path data that begins with M"
    if param.choices:
        return "one of " + ", ".join(value for value, _ in param.choices)
    if param.colour:
        return "a colour such as #a9761f"
    return f"between {param.least:g} and {param.most:g} {param.unit}".rstrip()


def found_in(package: str, path: Sequence[str], name: Literal["EFFECTS", "TRANSITION"]) -> dict[str, Any]:
    """Import every module of a package and return its declarations by their names."""
    found: dict[str, Any] = {}
    for module in sorted(m.name for m in pkgutil.iter_modules(path)):
        declared = getattr(importlib.import_module(f"{package}.{module}"), name)
        for declaration in declared if name == "EFFECTS" else (declared,):
            found[declaration.name] = declaration
    return found

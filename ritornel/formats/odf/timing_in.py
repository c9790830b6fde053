"""A page's animations as a running order: how it comes in, what is heard on it, and its effects one after another."""

from collections.abc import Callable, Iterator, Mapping, Sequence
from typing import NamedTuple

from msgspec.structs import replace

from ritornel.core.model import Transition
from ritornel.core.model.paths import BadPath, Segment, path_data
from ritornel.core.model.slide import Kind, Spot, Trigger
from ritornel.core.motion.transitions import TRANSITIONS
from ritornel.formats.odf.names import Element, ms, prefixed, told
from ritornel.formats.odf.shapes_in import Names
from ritornel.formats.odf.styles_in import Properties, colour_of
from ritornel.formats.presentations.holding import let_go, own_effect
from ritornel.formats.presentations.losses import Losses
from ritornel.formats.presentations.motions import Motion
from ritornel.formats.presentations.sequencing import Act
from ritornel.formats.svg_paths import path_of

_KINDS: dict[str, Kind] = {
    "entrance": "entrance",
    "exit": "exit",
    "emphasis": "emphasis",
    "motion-path": "path",
    "media-call": "play",
}
_TRIGGERS: dict[str, Trigger] = {"on-click": "cue", "with-previous": "alongside", "after-previous": "following"}
_SPEEDS = {"slow": 1500, "medium": 1000, "fast": 500}
_DEEPEST = 30


class Timed(NamedTuple):
    """What a page's animations say: how it comes in, its effects, and the sound that is heard on it from an instant.

    ``waits`` are those before cues that come by the clock, in ms by their numbers.
    """

    transition: Transition | None = None
    acts: Sequence[Act] = ()
    voice: tuple[str, float | None] | None = None
    waits: Mapping[int, float] = {}


class Timing:
    """Reads the animations of a page. ``sound`` finds the asset of what an element links to."""

    def __init__(
        self, names: Names, stage: tuple[float, float], losses: Losses, sound: Callable[[Element], str]
    ) -> None:
        """State what the shapes of the page are called, and how large the stage is."""
        self._names, self._stage, self._losses, self._sound = names, stage, losses, sound
        self._waits: dict[int, float] = {}

    def of(self, root: Element | None) -> Timed:
        """Return what is timed below the root of a page's animations."""
        if root is None:
            return Timed()
        transition, voice = None, None
        acts: list[Act] = []
        for child in root:
            name = prefixed(child.tag)
            if name == "anim:audio":
                voice = (self._sound(child), ms(told(child, "smil:begin")))
            elif name == "anim:seq" and told(child, "presentation:node-type") == "interactive-sequence":
                self._losses.count("build that waits for a click on something")
            elif name == "anim:seq":
                acts += self._sequence(child)
            elif (found := next((e for e in child if prefixed(e.tag) == "anim:transitionFilter"), None)) is not None:
                transition = transition_of(dict(_attributes(found)), ms(told(found, "smil:dur")), self._losses)
        return Timed(transition, acts, voice, self._waits)

    def _sequence(self, sequence: Element) -> Iterator[Act]:
        cues = 0
        for cue in sequence:
            begins = ms(told(cue, "smil:begin", "next"))
            opens = begins is None
            first = True
            for act, alone in self._acts(cue, 0):
                trigger = _TRIGGERS.get(told(act, "presentation:node-type"))
                if trigger is None or (first and opens):
                    trigger = "cue" if first and opens else "following" if alone else "alongside"
                if trigger == "cue":
                    cues += 1
                    if begins:
                        self._waits[cues] = begins
                yield from self._one(act, trigger)
                first = False

    def _acts(self, element: Element, depth: int) -> Iterator[tuple[Element, bool]]:
        """Yield the effects below a container, and whether each is the first in its own."""
        first = True
        for child in element:
            if prefixed(child.tag) not in ("anim:par", "anim:seq", "anim:iterate") or depth > _DEEPEST:
                continue
            if told(child, "presentation:preset-class") or any(told(part, "smil:targetElement") for part in child):
                yield child, first
                first = False
            else:
                yield from self._acts(child, depth + 1)

    def _one(self, act: Element, trigger: Trigger) -> Iterator[Act]:
        """Yield what an effect does to each object of the shape that it moves."""
        kind = _KINDS.get(told(act, "presentation:preset-class"), "emphasis")
        target = next(_targets(act), "")
        effect = own_effect(told(act, "presentation:preset-id"))
        params, rest = let_go(effect, told(act, "presentation:preset-sub-type"))
        if effect in _ACTS:
            kind = _ACTS[effect]
        motion, lasts = self._motion(act, kind)
        sound = next((self._sound(e) for e in act.iter() if prefixed(e.tag) == "anim:audio"), "")
        repeat = told(act, "smil:repeatCount", "1")
        by = told(act, "anim:iterate-type") if prefixed(act.tag) == "anim:iterate" else ""
        made = Act(
            kind=kind,
            trigger=trigger,
            target=target,
            delay_ms=ms(told(act, "smil:begin", "0s")) or 0,
            duration_ms=None if rest.get("duration") else lasts,
            repeat=float(repeat) if repeat.replace(".", "", 1).isdigit() else 1,
            motion=motion,
            effect=effect,
            params=params,
            easing=rest.get("easing", "") if effect else "",
            afterwards=rest.get("afterwards", "stays")
            if effect and rest.get("afterwards") in ("dims", "goes")
            else "stays",  # type: ignore[arg-type]
            sound=Spot(asset=sound) if sound else None,
            by={"by-word": "word", "by-letter": "character"}.get(by, ""),  # type: ignore[arg-type]
        )
        if target in self._names.paragraphs:
            object_, paragraph = self._names.paragraphs[target]
            yield replace(made, target=object_, paragraph=paragraph)
            return
        for number, object_ in enumerate(self._names.shapes.get(target, [target])):
            yield replace(made, target=object_, trigger="alongside" if number else trigger)

    def _motion(self, act: Element, kind: Kind) -> tuple[Motion, float | None]:
        """Return what the parts of an effect do, and for how long."""
        motion, lasts = Motion(), 0.0
        for part in act.iter():
            name = prefixed(part.tag)
            if not name.startswith("anim:") or part is act:
                continue
            duration = ms(told(part, "smil:dur")) or 0.0
            if name != "anim:set":
                lasts = max(lasts, (ms(told(part, "smil:begin", "0s")) or 0.0) + duration)
            motion = self._with(motion, part, name, kind)
        return motion, lasts

    def _with(self, motion: Motion, part: Element, name: str, kind: Kind) -> Motion:
        values = (
            told(part, "smil:values").split(";")
            if told(part, "smil:values")
            else [told(part, "smil:from"), told(part, "smil:to")]
        )
        attribute = told(part, "smil:attributeName").rpartition(".")[2]
        if name == "anim:transitionFilter":
            reverse = told(part, "smil:direction") == "reverse"
            return replace(motion, wipe=(told(part, "smil:type"), told(part, "smil:subtype"), reverse))
        if name == "anim:animateMotion":
            return replace(motion, path=self._path(told(part, "svg:path")))
        if name == "anim:animateColor":
            colour = colour_of(told(part, "smil:to")) or colour_of(values[-1])
            return replace(motion, colour=colour or motion.colour, returns=told(part, "smil:autoReverse") == "true")
        if name == "anim:command":
            return replace(motion, tells=told(part, "anim:command"))
        if name == "anim:animateTransform":
            return _transformed(motion, part, values)
        if name != "anim:animate":
            return motion
        far = values[0 if kind == "entrance" else -1]
        if attribute in ("x", "y"):
            off = _offset(far, attribute)
            return replace(motion, off=(off, motion.off[1]) if attribute == "x" else (motion.off[0], off))
        if attribute in ("width", "height"):
            ends = (_share(values[0]), _share(values[-1]))
            return motion if motion.scale is not None or ends == (1.0, 1.0) else replace(motion, scale=ends)
        if attribute == "opacity":
            return replace(motion, opacity=(_share(values[0]), _share(values[-1])))
        if attribute == "rotate":
            return replace(motion, turned=_number(told(part, "smil:by") or values[-1]))
        return motion

    def _path(self, data: str) -> str:
        """Return a path in shares of the stage as one in stage units from where it begins."""
        try:
            path = path_of(data.rstrip("eE "))
        except BadPath:
            return ""
        x, y = path[0].numbers[:2]
        width, height = self._stage
        moved = (
            Segment(s.letter, tuple((n - y) * height if at % 2 else (n - x) * width for at, n in enumerate(s.numbers)))
            for s in path
        )
        return path_data(moved)


_ACTS: dict[str, Kind] = {"play": "play", "pause": "pause", "seek": "seek", "rate": "rate", "volume": "volume"}


def _attributes(element: Element) -> Iterator[tuple[str, str]]:
    return ((prefixed(name), str(value)) for name, value in element.attrib.items())


def _targets(element: Element) -> Iterator[str]:
    """Yield what an effect's own parts are aimed at."""
    for child in element:
        if told(child, "smil:targetElement"):
            yield told(child, "smil:targetElement")
    if told(element, "smil:targetElement"):
        yield told(element, "smil:targetElement")
    for child in element:
        if prefixed(child.tag) in ("anim:par", "anim:iterate"):
            yield from _targets(child)


def transition_of(properties: Properties, lasts: float | None, losses: Losses) -> Transition | None:
    """Return the transition that properties say in SMIL's terms; None where they say none."""
    type_ = properties.get("smil:type", "")
    if not type_:
        return None
    lasts = lasts if lasts is not None else _SPEEDS.get(properties.get("presentation:transition-speed", ""))
    duration = None if lasts is None else round(min(60_000, max(0, lasts)))
    if type_ not in TRANSITIONS:
        losses.count(
            "transition",
            "becomes a crossfade: what it was is not known here",
            "become crossfades: what they were is not known here",
        )
        return Transition(type="fade", duration_ms=duration)
    subtype = properties.get("smil:subtype", "")
    known = [name for name, _ in TRANSITIONS[type_].subtypes]
    return Transition(
        type=type_,
        subtype=subtype if subtype in known else "",
        reverse=properties.get("smil:direction") == "reverse",
        colour=colour_of(properties.get("smil:fadeColor", "")) or "#000000",
        duration_ms=duration,
    )


def _transformed(motion: Motion, part: Element, values: list[str]) -> Motion:
    kind = told(part, "svg:type")
    if kind == "scale":
        by = told(part, "smil:by")
        ends = (1.0, 1 + _first(by)) if by else (_first(values[0]) if values[0] else 1.0, _first(values[-1]))
        return replace(motion, scale=ends, returns=told(part, "smil:autoReverse") == "true" or len(values) > 2)
    if kind == "rotate":
        by = told(part, "smil:by")
        turned = _first(by) if by else _first(values[-1]) - (_first(values[0]) if values[0] else 0)
        return replace(motion, turned=turned)
    return motion


def _first(pair: str) -> float:
    return _number(pair.replace(",", " ").split()[0]) if pair.strip() else 0.0


def _number(words: str) -> float:
    try:
        return float(words)
    except ValueError:
        return 0.0


def _share(words: str) -> float:
    """Return a value as a share of what it is: “width*0.7” is 0.7, “width” 1."""
    plain = words.strip()
    if plain in ("width", "height", ""):
        return 1.0
    factor = plain.replace("width", "").replace("height", "").strip("* ")
    return _number(factor) if factor else 1.0


def _offset(words: str, axis: str) -> float:
    """Return how far a place is off its own, in stage widths: “x-0.2” is -0.2, “1+width/2” is off to the right."""
    plain = words.replace(" ", "")
    if plain.startswith(axis):
        return _number(plain[1:]) if plain[1:] else 0.0
    if "width" not in plain and "height" not in plain:
        return 0.0
    return 1.0 if plain.startswith("1") else -1.0

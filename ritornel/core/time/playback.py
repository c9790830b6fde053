"""Clips and sounds being played and paused: which stretches of time they run in (timing, sections 2 and 3)."""

from collections.abc import Iterable, Mapping, Sequence
from typing import NamedTuple

from ritornel.core.model import Bed, Clip, Narration, Slide, Sound, Step
from ritornel.core.time.rounding import Number, divided, exact

STANDS = ("play", "pause", "seek", "rate")
"""The kinds of builds that say where a clip stands, and how fast it goes on."""


SeenAt = Mapping[str, frozenset[str]]
"""Which clips are seen in the view that each build goes to, by its id; in that in which a slide begins under ""."""


class Instruction(NamedTuple):
    """An instant in slide time, and what the clip is told there: by a seek its instant in ms, by a rate the rate.

    “leave” and “return” tell it that it is not seen any more, and is again: what runs then pauses, and goes on.
    """

    at_ms: int
    kind: str
    value: float = 0.0


class Content(NamedTuple):
    """What a clip plays: from its in point on ``span_ms`` of its asset, so many times, at a rate."""

    in_ms: int
    span_ms: int
    plays: int
    rate: Number

    @property
    def whole_ms(self) -> int:
        """All of it, in ms of the asset."""
        return self.span_ms * self.plays


class Stretch(NamedTuple):
    """One stretch in which a clip runs, in slide time; no time at all where it only goes to another place.

    ``played_ms`` of its content, in ms of the asset, lie before it; from there it runs at ``rate``. ``complete``: it
    ran to its end, and was not told anything else before. ``begins``: a play began it.
    """

    start_ms: int
    end_ms: int
    played_ms: Number
    rate: Number
    complete: bool
    begins: bool = True


class _Deck:
    """A clip that is told one thing after another."""

    def __init__(self, content: Content) -> None:
        self.content = content
        self.found: list[Stretch] = []
        self.played: Number = 0
        self.rate = exact(content.rate)
        self.since: int | None = None
        self.begun = False
        self.away = self.waits = False

    def end(self, since: int) -> int:
        return since + divided(self.content.whole_ms - self.played, self.rate)

    def run_until(self, at: int | None) -> None:
        """Let it run on to an instant, or to its end."""
        if self.since is None:
            return
        end = self.end(self.since)
        complete = at is None or end <= at
        until = end if complete or at is None else at
        if until > self.since or complete:
            self.found.append(Stretch(self.since, until, self.played, self.rate, complete, self.begun))
        self.played = self.content.whole_ms if complete else self.played + (until - self.since) * self.rate
        self.since = None if complete else at
        self.begun = False

    def tell(self, told: Instruction) -> None:
        self.run_until(told.at_ms)
        if told.kind == "play":
            if self.since is not None or self.waits or self.played >= self.content.whole_ms:
                self.played = 0
            self.since, self.begun = told.at_ms, True
            self._or_wait()
        elif told.kind == "pause":
            self.since, self.waits = None, False
        elif told.kind == "leave":
            self.away = True
            self._or_wait()
        elif told.kind == "return":
            self.since = told.at_ms if self.waits else self.since
            self.away = self.waits = False
        elif told.kind == "rate":
            self.rate = exact(told.value)
        else:
            self.go_to(told)

    def _or_wait(self) -> None:
        """Let what runs wait until it is seen."""
        if self.away and self.since is not None:
            self.since, self.waits = None, True

    def go_to(self, told: Instruction) -> None:
        """Go to an instant of the asset, in the same time through."""
        span = self.content.span_ms
        through = min(self.played // span, self.content.plays - 1) if span > 0 else 0
        place = min(max(exact(told.value) - self.content.in_ms, 0), span)
        self.played = through * span + place
        if self.since is None:
            self.found.append(Stretch(told.at_ms, told.at_ms, self.played, self.rate, False, False))


def stretches(instructions: Sequence[Instruction], content: Content) -> list[Stretch]:
    """Return the stretches that instructions, in the order of their instants, give a clip.

    A pause keeps the place, and the next play goes on from there; a play while it plays, or after its end, begins anew.
    """
    deck = _Deck(content)
    for told in instructions:
        deck.tell(told)
    deck.run_until(None)
    return deck.found


def out_point(thing: Clip | Sound | Narration | Bed, asset_lengths: Mapping[str, int]) -> int:
    """Return the out point in ms of the asset: the one set, but never beyond the asset's end."""
    length = asset_lengths.get(thing.asset)
    if thing.out_ms is None:
        return length if length is not None else thing.in_ms
    return thing.out_ms if length is None else min(thing.out_ms, length)


def content_of(thing: Clip | Sound, asset_lengths: Mapping[str, int]) -> Content:
    """Return what a clip or sound plays."""
    return Content(thing.in_ms, max(0, out_point(thing, asset_lengths) - thing.in_ms), thing.plays, thing.rate)


def instruction_of(step: Step, at_ms: int) -> Instruction | None:
    """Return what a build tells a clip at an instant; None for one that does not say where it stands.

    Its settings must be there (see ``core.score``).
    """
    if step.kind not in STANDS:
        return None
    if step.kind == "seek":
        return Instruction(at_ms, step.kind, divided(exact(step.params["at"]) * 1000, 1))
    return Instruction(at_ms, step.kind, step.params["rate"] if step.kind == "rate" else 0)


class Playback:
    """What the clips and sounds of one slide have been told so far."""

    def __init__(
        self, slide: Slide, first_start: int, asset_lengths: Mapping[str, int], seen: SeenAt | None = None
    ) -> None:
        """Begin a slide: what has no play build starts at ``first_start``. ``seen``: which clips each view shows."""
        self.timed: dict[str, Clip | Sound] = {o.id: o for o in slide.objects if isinstance(o, Clip | Sound)}
        self.contents = {i: content_of(o, asset_lengths) for i, o in self.timed.items()}
        told_to_play = {s.object for s in slide.running_order if s.kind == "play"}
        self.instructions: dict[str, list[Instruction]] = {
            i: [] if i in told_to_play else [Instruction(first_start, "play")] for i in self.timed
        }
        self._seen = seen or {}
        self._shown = self._seen.get("", frozenset())
        if seen is not None:
            for name, thing in self.timed.items():
                if isinstance(thing, Clip) and thing.pauses_unseen and name not in self._shown:
                    self.instructions[name].append(Instruction(first_start, "leave"))

    def waited_for(self, name: str) -> bool:
        """Tell whether the object is a clip or sound that is waited for."""
        thing = self.timed.get(name)
        return thing is not None and thing.waited_for

    def tell(self, step: Step, at_ms: int) -> None:
        """Note what a build tells its clip at an instant; one for an object that cannot be played is passed over."""
        if step.kind == "view" and step.id in self._seen:
            self._go_on(self._seen[step.id], at_ms, at_ms + lasts(step))
            return
        told = instruction_of(step, at_ms)
        if told is not None and step.object in self.instructions:
            self.instructions[step.object].append(told)

    def _go_on(self, shown: frozenset[str], leaves_ms: int, arrives_ms: int) -> None:
        """Note that the stage goes to another view: what is not seen there pauses, what is goes on from the move on."""
        for name, thing in self.timed.items():
            if isinstance(thing, Clip) and thing.pauses_unseen and (name in shown) != (name in self._shown):
                told = Instruction(leaves_ms, "return") if name in shown else Instruction(arrives_ms, "leave")
                self.instructions[name].append(told)
        self._shown = shown

    def stretches_of(self, name: str, more: Iterable[Instruction] = ()) -> list[Stretch]:
        """Return the stretches in which the object runs, as told so far and ``more``."""
        return stretches(sorted([*self.instructions[name], *more], key=lambda told: told.at_ms), self.contents[name])

    def end_of_play(self, name: str, at_ms: int, more: Iterable[Instruction]) -> int:
        """Return when what a play began at an instant ends, as told so far and ``more``.

        Nobody waits for what cannot begin then, as it is not seen.
        """
        ran = self.stretches_of(name, more)
        first = next((n for n, s in enumerate(ran) if s.begins and s.start_ms == at_ms), None)
        if first is None:
            return at_ms
        ends = ran[first].end_ms
        for stretch in ran[first + 1 :]:
            if stretch.begins or stretch.start_ms != ends:
                break
            ends = stretch.end_ms
        return ends

    def waited_ends(self) -> list[tuple[Clip | Sound, int]]:
        """Return what is waited for with the slide time of its end; what is paused for good keeps nobody waiting."""
        ends = []
        for name, thing in self.timed.items():
            if thing.waited_for:
                ran = self.stretches_of(name)
                if ran and ran[-1].complete:
                    ends.append((thing, ran[-1].end_ms))
        return ends

    def unseen(self, length_ms: int) -> list[tuple[str, int]]:
        """Return which clips and sounds a slide of that length cuts in their first pass, and by how many ms."""
        found = []
        for name, content in self.contents.items():
            if getattr(self.timed[name], "in_step", None) is not None:
                continue  # it is cut as its voice is
            ran = self.stretches_of(name)
            last = next((stretch for stretch in reversed(ran) if stretch.played_ms < content.span_ms), None)
            if last is None or not ran[-1].complete:
                continue
            first_end = last.start_ms + divided(content.span_ms - last.played_ms, last.rate)
            if first_end > length_ms:
                found.append((name, first_end - length_ms))
        return found


def lasts(step: Step) -> int:
    """Return how long a step lasts that does not play anything: duration x repeat; what is told at once no time."""
    return 0 if step.kind in STANDS else (step.duration_ms or 0) * step.repeat

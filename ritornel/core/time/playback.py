"""Clips and sounds being played and paused: which stretches of time they run in (timing, sections 2 and 3)."""

from collections.abc import Iterable, Mapping, Sequence
from typing import NamedTuple

from ritornel.core.model import Bed, Clip, Narration, Slide, Sound, Step
from ritornel.core.time.rounding import divided, exact

Order = tuple[int, str]
"""An instant in slide time, and what the clip is told there: “play” or “pause”."""


class Stretch(NamedTuple):
    """One stretch in which a clip runs, in slide time; ``played_ms`` of it had run before.

    ``complete``: it ran to its end, and was not paused or begun anew before.
    """

    start_ms: int
    end_ms: int
    played_ms: int
    complete: bool


def stretches(orders: Sequence[Order], total_ms: int) -> list[Stretch]:
    """Return the stretches that orders, in the order of their instants, give a clip that plays for ``total_ms``.

    A pause keeps the place, and the next play goes on from there; a play while it plays, or after its end, begins anew.
    """
    found: list[Stretch] = []
    played = 0
    for number, (at, kind) in enumerate(orders):
        if kind == "pause":
            continue
        if played >= total_ms:
            played = 0
        end = at + total_ms - played
        following = orders[number + 1] if number + 1 < len(orders) else None
        if following is None or following[0] >= end:
            found.append(Stretch(at, end, played, True))
            played = total_ms
        else:
            found.append(Stretch(at, following[0], played, False))
            played = 0 if following[1] == "play" else played + following[0] - at
    return found


def out_point(thing: Clip | Sound | Narration | Bed, asset_lengths: Mapping[str, int]) -> int:
    """Return the out point in ms of the asset: the one set, but never beyond the asset's end."""
    length = asset_lengths.get(thing.asset)
    if thing.out_ms is None:
        return length if length is not None else thing.in_ms
    return thing.out_ms if length is None else min(thing.out_ms, length)


def played_length(thing: Clip | Sound, asset_lengths: Mapping[str, int]) -> int:
    """Return how long a clip or sound plays, in ms: (out - in) / rate x plays."""
    span = out_point(thing, asset_lengths) - thing.in_ms
    return divided(span * thing.plays, thing.rate) if span > 0 else 0


def speed(thing: Clip | Sound) -> float:
    """Return the rate of a clip as a float, for interpolation."""
    return float(exact(thing.rate))


class Playback:
    """What the clips and sounds of one slide have been told so far."""

    def __init__(self, slide: Slide, first_start: int, asset_lengths: Mapping[str, int]) -> None:
        """Begin a slide: what has no play build starts at ``first_start``."""
        self.timed: dict[str, Clip | Sound] = {o.id: o for o in slide.objects if isinstance(o, Clip | Sound)}
        self.totals = {i: played_length(o, asset_lengths) for i, o in self.timed.items()}
        told_to_play = {s.object for s in slide.running_order if s.kind == "play"}
        self.orders: dict[str, list[Order]] = {
            i: [] if i in told_to_play else [(first_start, "play")] for i in self.timed
        }

    def waited_for(self, name: str) -> bool:
        """Tell whether the object is a clip or sound that is waited for."""
        thing = self.timed.get(name)
        return thing is not None and thing.waited_for

    def tell(self, name: str, at: int, kind: str) -> None:
        """Note a play or pause; one for an object that cannot be played is passed over."""
        if name in self.orders:
            self.orders[name].append((at, kind))

    def stretches_of(self, name: str, more: Iterable[Order] = ()) -> list[Stretch]:
        """Return the stretches in which the object runs, as told so far and ``more``."""
        return stretches(sorted([*self.orders[name], *more], key=lambda order: order[0]), self.totals[name])

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
        for name, thing in self.timed.items():
            ran = self.stretches_of(name)
            if not ran or not ran[-1].complete:
                continue
            once = self.totals[name] // thing.plays
            first_end = ran[-1].end_ms - (self.totals[name] - once if thing.plays > 1 else 0)
            if first_end > length_ms:
                found.append((name, first_end - length_ms))
        return found


def lasts(step: Step) -> int:
    """Return how long a step lasts that does not play anything: duration x repeat; a pause no time at all."""
    return 0 if step.kind in ("play", "pause") else (step.duration_ms or 0) * step.repeat

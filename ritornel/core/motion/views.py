"""What a slide with a plane shows of it over its time: one track, of the whole slide (timing.md, section 14)."""

from collections.abc import Iterable, Iterator, Sequence
from math import ceil

from msgspec.structs import replace

from ritornel.core.alignment.boxes import filled
from ritornel.core.model import Clip, Slide, Step, Text
from ritornel.core.model.box import Box
from ritornel.core.model.keys import VIEW_KEY
from ritornel.core.model.plane import Plane, View
from ritornel.core.motion.builds import effect_for
from ritornel.core.motion.easing import HOLD, LINEAR, Easing, eased
from ritornel.core.motion.flying import Flight, Seen, duration_ms, on_stage, seen_through, straight_at
from ritornel.core.motion.placing import Matrix
from ritornel.core.motion.resolving import easing_of
from ritornel.core.motion.target import Target
from ritornel.core.motion.track import Track, value_at
from ritornel.core.time.dwell import Readable
from ritornel.core.time.playback import SeenAt
from ritornel.core.time.rounding import rounded
from ritornel.core.time.running_order import StepTime, split_into_groups

_Key = tuple[int, Seen, Easing]
READABLE = 1 / 40
"""Letters of a plane can be read from so many heights of the stage on."""
_HAIR = 0.5
_SLOWER = 1.25
_EACH_MS = 25
_LEAST_SAMPLES, _MOST_SAMPLES = 12, 160


def overview(plane: Plane, width: float, height: float) -> Seen:
    """Return the view of all of a plane on a stage of that size."""
    wide = max(plane.width, plane.height * width / height)
    return Seen(plane.x + plane.width / 2, plane.y + plane.height / 2, wide, 0.0)


def stops(slide: Slide, width: float, height: float) -> list[tuple[Step | None, Seen]]:
    """Return what is seen of a slide's plane, one after another, with the builds that go there; first how it begins."""
    if slide.plane is None:
        return []
    views = {view.id: view for view in slide.views}
    first = begins_at(slide)
    goes = [s for s in slide.running_order if s.kind == "view" and not s.off and s.view in views and s is not first]
    return [(None, _begin(slide, width, height)), *((step, seen_of(views[step.view])) for step in goes)]


def readable_in(slide: Slide, width: float, height: float) -> Readable | None:
    """Return in which groups of builds each text of a plane can be read; None for a slide without one.

    It can be where its middle is seen, and its letters are as high as ``READABLE`` of the stage.
    """
    if slide.plane is None:
        return None
    views = {view.id: view for view in slide.views}
    first = begins_at(slide)
    stands = _begin(slide, width, height)
    found: dict[str, list[int]] = {}
    for number, steps in enumerate(split_into_groups(slide.running_order)):
        goes = [s for s in steps if s.kind == "view" and not s.off and s.view in views and s is not first]
        seen = [stands, *(seen_of(views[step.view]) for step in goes)]
        stands = seen[-1]
        for thing in slide.objects:
            if isinstance(thing, Text) and any(is_readable(thing, one, width, height) for one in seen):
                found.setdefault(thing.id, []).append(number)
    return found


def clips_seen(slide: Slide, width: float, height: float) -> SeenAt | None:
    """Return which of the clips that pause while they are not seen are seen at each view; None: there are none.

    One is seen where the box around it and the stage have something in common.
    """
    pausing = [thing for thing in slide.objects if isinstance(thing, Clip) and thing.pauses_unseen]
    if slide.plane is None or not pausing:
        return None
    found: dict[str, frozenset[str]] = {}
    for step, seen in stops(slide, width, height):
        view = seen_through(seen, width, height)
        shown = frozenset(thing.id for thing in pausing if _touches_stage(view, filled(thing), width, height))
        found["" if step is None else step.id] = shown
    return found


def _touches_stage(view: Matrix, box: Box, width: float, height: float) -> bool:
    corners = [on_stage(view, x, y) for x in (box.x, box.right) for y in (box.y, box.bottom)]
    across, down = zip(*corners, strict=True)
    return bool(max(across) > 0 and min(across) < width and max(down) > 0 and min(down) < height)


def seen_at(targets: Iterable[Target], time: float) -> Seen | None:
    """Return what is seen of a plane at an instant of its slide's time; None for a slide without one."""
    found = next((target for target in targets if target.key == VIEW_KEY), None)
    value = None if found is None else value_at(found.tracks[0], time)
    return Seen(*value) if isinstance(value, tuple) else None


def is_readable(text: Text, seen: Seen, width: float, height: float) -> bool:
    """Tell whether a text on a plane can be read when that is seen of it: see ``readable_in``."""
    if text.size * width / seen.width < READABLE * height:
        return False
    return _is_on_stage(seen, text.x + text.width / 2, text.y + text.height / 2, width, height)


def nearest(slide: Slide, box: Box, width: float, height: float) -> float:
    """Return how many stage units one of the plane is at most while all of a box on it is seen; 0: it never is.

    On a slide without a plane, 1.
    """
    if slide.plane is None:
        return 1.0
    found = 0.0
    for _, seen in stops(slide, width, height):
        view = seen_through(seen, width, height)
        corners = [(x, y) for x in (box.x, box.right) for y in (box.y, box.bottom)]
        seen_at_them = [on_stage(view, x, y) for x, y in corners]
        if all(-_HAIR <= x <= width + _HAIR and -_HAIR <= y <= height + _HAIR for x, y in seen_at_them):
            found = max(found, width / seen.width)
    return found


def arrivals(slide: Slide, width: float, height: float) -> list[tuple[Step, Seen]]:
    """Return the builds that go to views, in order, with what is seen then; that in which the slide begins is one."""
    there = [(step or begins_at(slide), seen) for step, seen in stops(slide, width, height)]
    return [(step, seen) for step, seen in there if step is not None]


def arrival_at(slide: Slide, box: Box, width: float, height: float) -> Step | None:
    """Return the build that goes nearest to what lies in a box of the plane, so that its middle is seen; None: none."""
    there = [
        (seen.width, number, step)
        for number, (step, seen) in enumerate(arrivals(slide, width, height))
        if _is_on_stage(seen, *box.centre, width, height)
    ]
    return min(there)[2] if there else None


def _is_on_stage(seen: Seen, x: float, y: float, width: float, height: float) -> bool:
    across, down = on_stage(seen_through(seen, width, height), x, y)
    return 0 <= across <= width and 0 <= down <= height


def seen_of(view: View) -> Seen:
    """Return what a view shows."""
    return Seen(view.x, view.y, view.width, view.turn)


def begins_at(slide: Slide) -> Step | None:
    """Return the step in whose view a slide begins: its first of that kind, if it comes before cue 1 and not late."""
    for place, step in enumerate(split_into_groups(slide.running_order)[0]):
        if step.kind == "view" and not step.off:
            is_first = all(s.trigger == "alongside" for s in slide.running_order[1 : place + 1])
            return step if is_first and not step.delay_ms else None
    return None


def with_durations(slide: Slide, width: float, height: float) -> Slide:
    """Return a slide whose moves between views take their time, where none was set: as long as they are far.

    One to where a text can be read that could not be before is a quarter slower, as all read while it is still going.
    """
    if slide.plane is None or all(s.kind != "view" or s.duration_ms is not None for s in slide.running_order):
        return slide
    stands = _begin(slide, width, height)
    views = {view.id: view for view in slide.views}
    texts = [thing for thing in slide.objects if isinstance(thing, Text)]
    read = {text.id for text in texts if is_readable(text, stands, width, height)}
    steps = []
    for step in slide.running_order:
        goal = views.get(step.view) if step.kind == "view" and not step.off else None
        if goal is not None:
            to = seen_of(goal)
            new = {t.id for t in texts if t.id not in read and is_readable(t, to, width, height)}
            read |= new
            slower = _SLOWER if new else 1.0
            lasts = 0 if effect_for("view", step.effect).name == "jump" else duration_ms(stands, to, slower)
            step, stands = (step if step.duration_ms is not None else replace(step, duration_ms=lasts)), to
        steps.append(step)
    return replace(slide, running_order=tuple(steps))


def view_track(slide: Slide, steps: Iterable[StepTime], width: float, height: float) -> Track:
    """Return what is seen of a slide's plane over its time: the property “view”, as (x, y, width, turn)."""
    if slide.plane is None:
        raise ValueError("a slide without a plane is seen as it is")
    views = {view.id: view for view in slide.views}
    keys: list[_Key] = [(0, _begin(slide, width, height), HOLD)]
    moves = [timed for timed in steps if timed.step.kind == "view" and timed.step.view in views]
    for timed in sorted(moves, key=lambda one: one.start_ms):
        stands = Seen(*_now(keys, timed.start_ms))
        keys = [key for key in keys if key[0] <= timed.start_ms]
        keys += [(timed.start_ms, stands, HOLD), *_moved(timed, stands, seen_of(views[timed.step.view]))]
    return _track(keys)


def _moved(timed: StepTime, start: Seen, end: Seen) -> Iterator[_Key]:
    """Yield the keys of one move, evenly in time; one that is cut short is at its end at once."""
    each = timed.uncut_end_ms - timed.start_ms
    effect = effect_for("view", timed.step.effect).name
    flight, easing = Flight(start, end), easing_of(timed.step)

    def at(share: float) -> Seen:
        share = eased(easing, share)
        return straight_at(start, end, share) if effect == "glide" else flight.at(share)

    if each > 0 and effect != "jump":
        samples = min(_MOST_SAMPLES, max(_LEAST_SAMPLES, ceil(each / _EACH_MS)))
        for n in range(samples):
            time = timed.start_ms + rounded(n * each / samples)
            if time < timed.end_ms:
                yield time, at(n / samples), LINEAR
        if timed.end_ms < timed.uncut_end_ms:
            yield timed.end_ms, at((timed.end_ms - timed.start_ms) / each), HOLD
    yield timed.end_ms, flight.at(1.0), HOLD


def _track(keys: Sequence[_Key]) -> Track:
    times, values, easings = zip(*keys, strict=True)
    return Track("view", times, tuple(map(tuple, values)), easings[:-1])


def _now(keys: Sequence[_Key], time: int) -> tuple[float, ...]:
    found = value_at(_track(keys), time)
    assert isinstance(found, tuple)
    return found


def _begin(slide: Slide, width: float, height: float) -> Seen:
    assert slide.plane is not None
    first = begins_at(slide)
    goal = next((view for view in slide.views if first is not None and view.id == first.view), None)
    return overview(slide.plane, width, height) if goal is None else seen_of(goal)

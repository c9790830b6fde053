"""A slide parted at a cue, or at a place in its script: words, marks, waits, builds and voice with it."""

import re

from msgspec.structs import replace

from ritornel.core.edits.command import BadEdit, Command, slide_ids, slide_of
from ritornel.core.edits.continuing import CARRY, as_it_stands
from ritornel.core.edits.grouping import groups_of
from ritornel.core.model import Narration, Show, Slide, Transition
from ritornel.core.model.captions import WrittenCaptions
from ritornel.core.model.slide import MARK
from ritornel.core.model.units import Id
from ritornel.core.motion.standing import Standing
from ritornel.core.motion.target import states_at
from ritornel.core.score import SlideScore, compile
from ritornel.core.time.narration import narration_lead
from ritornel.core.time.slide_clock import SlideTime
from ritornel.core.time.stretches import asset_at
from ritornel.core.voice.parting import parted
from ritornel.core.voice.written import parted as captions_parted


class SplitSlide(Command, frozen=True, kw_only=True):
    """Part a slide at a ``cue``, or ``at`` a place in its script, in characters: what comes then is the next slide's.

    What stands there goes on, carried; script, marks, waits, builds and voice are parted. The show lasts as before.
    """

    slide: str
    cue: int = 0
    at: int | None = None
    id: Id | None = None

    def apply(self, show: Show) -> Show:
        """Return the show with two slides in place of one."""
        place, slide = whole_slide(show, self.slide)
        score = compile(show)
        marks = [m for m in MARK.finditer(slide.script) if self.at is None or m.start() >= self.at]
        cue = self.cue if self.at is None else min((int(m[1]) for m in marks), default=len(groups_of(slide)))
        if not 1 <= cue <= len(groups_of(slide)) - (self.at is None):
            raise BadEdit("that cue is not on the slide any more")
        parted = _Parted(slide, score.times[place], score.slides[place], cue, self.at)
        new_id = slide_ids(show, 1, [self.id] if self.id else [])[0]

        def with_first(first: Slide) -> Show:
            slides = (*show.slides[:place], first, parted.second(new_id), *show.slides[place + 1 :])
            return replace(show, slides=slides)

        split = with_first(parted.first())
        if compile(split).times[place].length_ms == parted.instant:
            return split
        return with_first(replace(parted.first(), hold_ms=parted.left))

    @property
    def label(self) -> str:
        """Name it as people do."""
        return "split the slide"


class _Parted:
    """A slide on its way to being two: where it is parted, and how it stands there."""

    def __init__(self, slide: Slide, time: SlideTime, score: SlideScore, cue: int, at: int | None) -> None:
        self.slide, self.time, self.score, self.cue, self.at = slide, time, score, cue, at
        self.groups = [steps for _, steps in groups_of(slide)]
        self.instant = time.groups[cue].start_ms if at is None else _said_at(slide, time, cue, at)
        self.left = max(0, self.instant - time.groups[cue - 1].settle_ms)
        self.standing = Standing(slide, states_at(score.targets, max(0, self.instant - 1)))
        self.shown = {o.id for o in self.standing.shown()}
        self.later = {s.object for steps in self.groups[cue:] for s in steps}
        self.built = {s.object for steps in self.groups[:cue] for s in steps}

    def first(self) -> Slide:
        """Return what comes before: without what only comes in later; it is left when the next was to come."""
        slide, cue = self.slide, self.cue
        comes = {s.object for steps in self.groups[cue:] for s in steps if s.kind == "entrance"}
        waits = {c: ms for c, ms in slide.waits.items() if int(c) < cue}
        return replace(
            slide,
            objects=tuple(o for o in slide.objects if o.id in self.shown | self.built or o.id not in comes),
            running_order=tuple(s for steps in self.groups[:cue] for s in steps),
            script=self._script()[0],
            waits=waits,
            hold_ms=slide.waits.get(str(cue)) if self.at is None else self.left,
            length_ms=None,
            advance=slide.cue_advance.get(str(cue), slide.advance) if self.at is None else slide.advance,
            pinned=tuple(c for c in slide.pinned if 0 < c < cue),
            cue_advance={c: who for c, who in slide.cue_advance.items() if int(c) < cue},
            narration=self._voices()[0],
            captions=self._captions()[0],
        )

    def second(self, new_id: str) -> Slide:
        """Return what comes then: what stands there as it stands, and what comes in later."""
        slide, cue = self.slide, self.cue
        opens = 0 if self.at is None else 1
        objects = [
            as_it_stands(o, self.standing.state(o)) if o.id in self.shown else o
            for o in slide.objects
            if o.id in self.shown | self.later
        ]
        order = [s for steps in self.groups[cue:] for s in steps]
        if order and not opens:
            order[0] = replace(order[0], trigger="following")
        kept = {c: ms for c, ms in slide.waits.items() if int(c) > cue - opens}
        given = {c: who for c, who in slide.cue_advance.items() if int(c) > cue - opens}
        return replace(
            slide,
            id=new_id,
            title="",
            transition=Transition(type=CARRY),
            builds_with_transition=True,
            objects=tuple(objects),
            running_order=tuple(order),
            script=self._script()[1],
            waits={str(int(c) - cue + opens): ms for c, ms in kept.items()},
            pinned=tuple(c - cue + opens if c else 0 for c in slide.pinned if not c or c > cue - opens),
            cue_advance={str(int(c) - cue + opens): who for c, who in given.items()},
            narration=self._voices()[1],
            captions=self._captions()[1],
        )

    def _script(self) -> tuple[str, str]:
        script, cue = self.slide.script, self.cue
        opens = 0 if self.at is None else 1
        marks = [m for m in MARK.finditer(script) if int(m[1]) >= cue]
        where = self.at if self.at is not None else min((m.start() for m in marks), default=len(script))

        def renumbered(match: re.Match[str]) -> str:
            number = int(match[1]) - cue + opens
            return f"[{number}]" if number > 0 else ""

        return script[:where].strip(), MARK.sub(renumbered, script[where:]).strip()

    def _voices(self) -> tuple[Narration | None, Narration | None]:
        voice = self.slide.narration
        if voice is None:
            return None, None
        opens = 0 if self.at is None else 1
        return parted(voice, self._at_in(voice), self.cue, opens)

    def _captions(self) -> tuple[dict[str, WrittenCaptions], dict[str, WrittenCaptions]]:
        voice = self.slide.narration
        at = self.instant if voice is None else self._at_in(voice)
        return captions_parted(self.slide.captions, at, voice is not None, self._script())

    def _at_in(self, voice: Narration) -> int:
        """Return which instant of its asset is heard where the slide is parted, in ms."""
        heard = max(0, self.instant - narration_lead(voice, self.time.groups[0].start_ms))
        return asset_at(voice.kept, heard) if voice.kept else voice.in_ms + heard


def _said_at(slide: Slide, time: SlideTime, cue: int, at: int) -> int:
    """Return the instant at which the words at a place of the script are said, if they are said evenly."""
    begins = max((m.end() for m in MARK.finditer(slide.script) if m.end() <= at), default=0)
    ends = next((m.start() for m in MARK.finditer(slide.script) if m.start() >= at), len(slide.script))
    before = time.groups[cue - 1]
    until = time.groups[cue].start_ms if cue < len(time.groups) else time.length_ms
    share = (at - begins) / (ends - begins) if ends > begins else 1.0
    return max(before.settle_ms, int(before.start_ms + (until - before.start_ms) * share))


def whole_slide(show: Show, slide_id: str) -> tuple[int, Slide]:
    """Return the place of a slide and the slide; ``BadEdit`` if it is gone, or cannot be read."""
    slide = slide_of(show, slide_id)
    if slide.unreadable:
        raise BadEdit("this slide cannot be read here, so it stays whole")
    return show.slides.index(slide), slide

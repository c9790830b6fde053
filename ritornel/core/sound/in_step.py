"""The picture of somebody who speaks, in step with the voice of the slide (timing, sections 12 and 13)."""

from collections.abc import Mapping
from itertools import pairwise

from msgspec.structs import replace

from ritornel.core.model import Clip, Narration, Slide
from ritornel.core.sound.spans import Played
from ritornel.core.time.narration import narration_lead
from ritornel.core.time.playback import Content, Stretch
from ritornel.core.time.rounding import exact
from ritornel.core.time.stretches import length_of, offsets, stretches_of


def voice_of(thing: object, slide: Slide) -> Narration | None:
    """Return the voice that a clip goes along with; None if it does not, or the slide has another voice now."""
    voice = slide.narration
    if not isinstance(thing, Clip) or thing.in_step is None or voice is None:
        return None
    return voice if thing.in_step.voice in (voice.asset, voice.source) else None


def in_step(clip: Played, slide: Slide, transition_ms: int, asset_lengths: Mapping[str, int]) -> Played:
    """Return what a clip does that goes along with the slide's voice: at every instant its place is that of the voice.

    Before the voice it stands at its first picture, after it at its last; where the voice was cut, so is it: in the
    middle of nothing, at the beginning of the stretch that comes. One that goes along with nothing is as it was.
    """
    voice = voice_of(clip.thing, slide)
    if voice is None or not isinstance(clip.thing, Clip) or clip.thing.in_step is None:
        return clip
    shift, length = clip.thing.in_step.shift_ms, asset_lengths.get(clip.thing.asset, 0)
    lead = narration_lead(voice, transition_ms)
    kept = stretches_of(voice, asset_lengths)
    begins = [lead + at for at in offsets(kept)]
    found: list[Stretch] = []
    for (first, _), (start, end) in zip(kept, pairwise([*begins, lead + length_of(kept)]), strict=True):
        place = min(max(0, first + shift), length)
        if not found:
            found.append(Stretch(0, 0, place, exact(1), False, False))
        found.append(Stretch(start, max(start, min(end, start + length - place)), place, exact(1), False, False))
    thing = replace(clip.thing, in_ms=0, muted=True)
    return Played(thing, Content(0, max(1, length + 1), 1, exact(1)), found, clip.gain)

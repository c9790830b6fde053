"""A recording from a microphone made a sound that is kept: alone, or in the place of a stretch of another."""

from pathlib import Path
from typing import NamedTuple

from ritornel.core.sound.activity import levels, speech_spans
from ritornel.core.sound.joining import as_loud, put_in
from ritornel.formats.opus import RATE, write_opus
from ritornel.formats.samples import mono

BIT_RATE = 96_000
_REST_MS, _REST_WITHIN_MS = 200, 120
"""So much is left around what was said: alone, and within another voice."""

_SILENT_DB = -60.0


class Over(NamedTuple):
    """A stretch of another sound, in ms, that is to be spoken again; of that only ``first`` to ``last`` is kept."""

    path: Path
    start_ms: int
    end_ms: int
    first_ms: int
    last_ms: int


class Recorded(NamedTuple):
    """What was made, in ms: in the sound that was written, what was said lies ``start`` to ``end``.

    ``skipped``: so much of the recording's beginning is not in it.
    """

    start_ms: int
    end_ms: int
    skipped_ms: int = 0


class NothingSaid(Exception):
    """There is nothing to be heard in a recording."""


def recorded(path: Path, target: Path, over: Over | None = None) -> Recorded:
    """Write a recording as Opus to ``target``, or another sound with what was said in it in the place of a stretch.

    Within another voice it is made as loud as that, and the silence around it is left out. Raises ``NothingSaid``,
    ``FFmpegError``. Call it in a child process with bounds.
    """
    samples = mono(path, RATE)
    level = levels(samples, RATE)
    spans = speech_spans(level) or ((0, len(samples) * 1000 // RATE),)  # what is no speech is kept whole
    if not len(level) or level.max() < _SILENT_DB:
        raise NothingSaid
    rest = _REST_MS if over is None else _REST_WITHIN_MS
    start, end = max(0, spans[0][0] - rest), min(len(samples) * 1000 // RATE, spans[-1][1] + rest)
    if over is None:
        write_opus(samples, target, BIT_RATE)
        return Recorded(start, end)
    old = mono(over.path, RATE)[over.first_ms * RATE // 1000 : over.last_ms * RATE // 1000]
    begins = over.start_ms - over.first_ms
    first, last = (min(len(old), at * RATE // 1000) for at in (begins, over.end_ms - over.first_ms))
    new = as_loud(samples[start * RATE // 1000 : end * RATE // 1000], old, RATE)
    write_opus(put_in(old, new, first, last, RATE), target, BIT_RATE)
    return Recorded(begins, begins + end - start, start)

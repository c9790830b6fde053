"""What a run at the lectern has recorded, made files of its own: for each passage its voice, and its camera picture."""

from collections.abc import Iterator, Sequence
from pathlib import Path
from typing import Any, NamedTuple

import av
import numpy as np
from av.error import FFmpegError
from numpy.typing import NDArray

from ritornel.formats.opus import write_opus_blocks

BIT_RATE = 96_000
_READ = 1 << 20
_OPTIONS = {"protocol_whitelist": "file"}


class Cut(NamedTuple):
    """From when to when of a run's picture, in ms, a passage lies, and the file that it becomes."""

    start_ms: int
    end_ms: int
    target: Path


def voice_between(pieces: Sequence[Path], head_bytes: int, rate: int, start_ms: int, end_ms: int, target: Path) -> None:
    """Write a stretch of what was spoken as Opus: mono samples of 16 bits in ``pieces``, the first behind a head.

    What the pieces do not reach is silent. Memory does not grow with the length. Call it in a child with bounds.
    """
    first, last = (at * rate // 1000 * 2 for at in (start_ms, end_ms))
    write_opus_blocks(_between(pieces, head_bytes, first, last), target, BIT_RATE, rate)


def _between(pieces: Sequence[Path], head_bytes: int, first: int, last: int) -> Iterator[NDArray[np.int16]]:
    """Yield samples that lie between two places, in bytes."""
    at = -head_bytes
    for piece in pieces:
        size = piece.stat().st_size
        if at + size > first and at < last:
            with piece.open("rb") as file:
                file.seek(max(0, first - at))
                left = min(last, at + size) - max(first, at)
                while left > 0 and (content := file.read(min(_READ, left) // 2 * 2)):
                    yield np.frombuffer(content, "<i2")
                    left -= len(content)
        at += size
    if last > max(at, first):
        yield np.zeros((last - max(at, first)) // 2, np.int16)


def pictures_between(path: Path, cuts: Sequence[Cut]) -> list[int | None]:
    """Write stretches of a camera picture as files, without encoding anything anew, in one pass; ``cuts`` in order.

    A file begins with a whole picture, at or before its stretch: returned is when, in ms of the run's picture; None
    where there is nothing. Raises ``FFmpegError`` if it cannot be read at all. Call it in a child with bounds.
    """
    found: list[int | None] = [None] * len(cuts)
    with av.open(str(path), options=_OPTIONS, metadata_errors="ignore") as container:
        stream = container.streams.video[0]
        since_whole: list[Any] = []
        writing: dict[int, _Writing] = {}
        following = 0
        for packet in _packets(container, stream):
            now = float(packet.pts * packet.time_base) * 1000
            since_whole = [packet] if packet.is_keyframe else [*since_whole, packet]
            for number in [n for n, one in writing.items() if now >= one.end_ms]:
                writing.pop(number).close()
            for one in writing.values():
                one.add(packet)
            while following < len(cuts) and now >= cuts[following].start_ms and since_whole[0].is_keyframe:
                one = writing[following] = _Writing(cuts[following], stream, since_whole)
                found[following] = one.begins_ms
                following += 1
        for one in writing.values():
            one.close()
    return found


def _packets(container: Any, stream: Any) -> Iterator[Any]:
    """Yield the packets of a stream up to where it breaks off."""
    try:
        for packet in container.demux(stream):
            if packet.pts is not None and packet.size:
                yield packet
    except FFmpegError:
        return


class _Writing:
    """A file that packets are written into, as they are; it begins with those since a whole picture."""

    def __init__(self, cut: Cut, stream: Any, first: Sequence[Any]) -> None:
        self.end_ms = cut.end_ms
        self.target = av.open(str(cut.target), "w", format="webm")
        self.stream = self.target.add_stream_from_template(stream)
        self.base = first[0].pts
        self.begins_ms = round(float(first[0].pts * first[0].time_base) * 1000)
        for packet in first:
            self.add(packet)

    def add(self, packet: Any) -> None:
        copy = av.Packet(bytes(packet))
        copy.stream, copy.time_base = self.stream, packet.time_base
        copy.pts, copy.dts = packet.pts - self.base, (packet.dts or packet.pts) - self.base
        copy.duration, copy.is_keyframe = packet.duration or 0, packet.is_keyframe
        self.target.mux(copy)

    def close(self) -> None:
        self.target.close()

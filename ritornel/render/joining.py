"""The pieces of a film as one file: picture, sound, captions as tracks, chapters; nothing is encoded again."""

from collections.abc import Iterator, Mapping, Sequence
from fractions import Fraction
from heapq import merge
from pathlib import Path

import av
from av.container import OutputContainer
from av.packet import Packet
from av.stream import Stream

from ritornel.core.model import Show
from ritornel.core.score import Score, compile
from ritornel.core.text.credits import credit_line
from ritornel.core.voice.captions import Caption, languages_of, show_captions
from ritornel.render.film_formats import FILM_FORMATS
from ritornel.render.filming import Film

_MILLISECOND = Fraction(1, 1000)
_LANGUAGES = {"en": "eng", "de": "deu", "fr": "fra", "nl": "nld", "nb": "nob", "da": "dan", "sv": "swe", "es": "spa"}
"""ISO 639-2 names of languages, as containers have them; of others what is given."""


def join(film: Film, pieces: Mapping[str, Path], out: Path) -> None:
    """Write a film of its pieces, which lie at paths by their names."""
    kind, show, score = FILM_FORMATS[film.settings.kind], film.show, compile(film.show)
    options = {"movflags": "+faststart"} if kind.ending == "mp4" else {"cues_to_front": "1"}
    with av.open(str(out), "w", format=kind.container, options=options) as container:
        _describe(container, show)
        if chapters := _chapters(show, score):
            container.set_chapters(chapters)
        sources: list[Iterator[tuple[float, int, Packet]]] = []
        sources.append(_pictures(container, film, pieces))
        sources += [_sound(container, pieces[piece.name]) for piece in film.of("sound")]
        for language in languages_of(show):
            captions = show_captions(show, score.times, language)
            if captions:
                sources.append(_captions(container, kind.captions, captions, language or show.language))
        for _, _, packet in merge(*sources, key=lambda one: one[:2]):
            container.mux(packet)


def _describe(container: OutputContainer, show: Show) -> None:
    container.metadata["title"] = show.title
    credit = credit_line(show)
    if credit:
        container.metadata["copyright" if container.format.name == "mp4" else "comment"] = credit


def _chapters(show: Show, score: Score) -> list[dict[str, object]]:
    """Return a show's chapters as PyAV takes them."""
    starts = dict(zip((slide.id for slide in show.slides), score.starts, strict=True))
    places = [(starts[chapter.first], chapter.title) for chapter in show.chapters]
    ends = [*(start for start, _ in places[1:]), *([score.length_ms] if places else [])]
    return [
        {"id": n, "start": start, "end": end, "time_base": _MILLISECOND, "metadata": {"title": title}}
        for n, ((start, title), end) in enumerate(zip(places, ends, strict=True), 1)
        if end > start
    ]


def _pictures(
    container: OutputContainer, film: Film, pieces: Mapping[str, Path]
) -> Iterator[tuple[float, int, Packet]]:
    clock = FILM_FORMATS[film.settings.kind].clock
    with av.open(str(pieces[film.of("picture")[0].name])) as first:
        stream = container.add_stream_from_template(first.streams.video[0])
    stream.time_base = clock
    return _picture_packets(stream, film, pieces, clock)


def _picture_packets(
    stream: Stream, film: Film, pieces: Mapping[str, Path], clock: Fraction
) -> Iterator[tuple[float, int, Packet]]:
    segments = film.of("picture")
    ends = [*(piece.start_ms for piece in segments[1:]), compile(film.show).length_ms]
    for piece, end in zip(segments, ends, strict=True):
        offset = round(piece.start_ms * _MILLISECOND / clock)
        held: Packet | None = None
        with av.open(str(pieces[piece.name])) as source:
            for packet in source.demux(video=0):
                if packet.pts is None:
                    continue
                if held is not None:
                    yield float(held.pts * clock), 0, _lasting(held, _at(packet, clock) + offset)
                packet.pts = packet.dts = _at(packet, clock) + offset
                packet.stream, packet.time_base = stream, clock
                held = packet
        if held is not None:
            yield float(held.pts * clock), 0, _lasting(held, round(end * _MILLISECOND / clock))


def _at(packet: Packet, clock: Fraction) -> int:
    return round(packet.pts * packet.time_base / clock)


def _lasting(packet: Packet, until: int) -> Packet:
    """Return a packet that is shown until an instant."""
    packet.duration = until - packet.pts
    return packet


def _sound(container: OutputContainer, path: Path) -> Iterator[tuple[float, int, Packet]]:
    with av.open(str(path)) as source:
        stream = container.add_stream_from_template(source.streams.audio[0])
    return _sound_packets(stream, path)


def _sound_packets(stream: Stream, path: Path) -> Iterator[tuple[float, int, Packet]]:
    with av.open(str(path)) as source:
        for packet in source.demux(audio=0):
            if packet.pts is not None:
                at = float(packet.pts * packet.time_base)
                packet.stream = stream
                yield at, 1, packet


def _captions(
    container: OutputContainer, codec: str, captions: Sequence[Caption], language: str
) -> Iterator[tuple[float, int, Packet]]:
    stream = container.add_mux_stream(codec)
    stream.time_base = _MILLISECOND
    stream.metadata["language"] = _LANGUAGES.get(language.split("-")[0], language)
    return _caption_packets(stream, codec, captions)


def _caption_packets(stream: Stream, codec: str, captions: Sequence[Caption]) -> Iterator[tuple[float, int, Packet]]:
    """Yield captions as packets; in MP4 (3GPP TS 26.245) also nothing is said, from one to the next."""
    reached = 0
    for caption in captions:
        if codec == "mov_text" and caption.start_ms > reached:
            yield reached / 1000, 2, _words(stream, codec, "", reached, caption.start_ms)
        yield caption.start_ms / 1000, 2, _words(stream, codec, caption.text, caption.start_ms, caption.end_ms)
        reached = caption.end_ms


def _words(stream: Stream, codec: str, words: str, start_ms: int, end_ms: int) -> Packet:
    text = words.encode()
    packet = Packet(len(text).to_bytes(2, "big") + text if codec == "mov_text" else text)
    packet.stream, packet.time_base = stream, _MILLISECOND
    packet.pts = packet.dts = start_ms
    packet.duration = end_ms - start_ms
    packet.is_keyframe = True
    return packet

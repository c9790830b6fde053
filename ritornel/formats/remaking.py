"""Clips and sounds that the page's browsers do not play are made anew: H.264 (ISO/IEC 14496-10) and AAC in an MP4.

What plays already stays byte for byte. Browsers play H.264, VP8, VP9 and AV1, and AAC, MP3, Opus, Vorbis, FLAC and PCM.
"""

import resource
import signal
from collections.abc import Iterator
from pathlib import Path
from typing import Any

import av
from av.audio.resampler import AudioResampler
from av.error import FFmpegError, InvalidDataError

from ritornel.formats.how_far import HowFar
from ritornel.formats.media_kinds import CLIP_PIXELS, BadMedia, claim_of

PICTURES = frozenset({"h264", "vp8", "vp9", "av1", "libdav1d", "libvpx", "libvpx-vp9", "theora"})
SOUNDS = frozenset({"aac", "mp3", "mp3float", "opus", "libopus", "vorbis", "libvorbis", "flac"})
ANEW = frozenset({".mkv", ".avi", ".mpg", ".mpeg", ".aif", ".aiff"})
"""Files that are made anew whatever is in them."""

_WIDEST, _HIGHEST = 1920, 1080
_RATE = 48_000
_OPTIONS = {"protocol_whitelist": "file"}


def remade(path: Path, name: str) -> str:
    """Make the clip or sound at ``path`` one that browsers play; return the name it has then.

    What cannot be opened stays as it is: whoever looks through it says why. Raises ``BadMedia`` if its picture is
    larger than a clip's may be.
    """
    claim = claim_of(name)
    try:
        with av.open(str(path), format=claim.reader, options=_OPTIONS, metadata_errors="ignore") as container:
            video = next(iter(container.streams.video), None) if claim.kind == "clip" else None
            audio = next(iter(container.streams.audio), None)
            if (video is None and audio is None) or (_plays(video, audio) and Path(name).suffix.lower() not in ANEW):
                return name
            if video is not None and video.width * video.height > CLIP_PIXELS:
                size = f"{video.width:,} x {video.height:,}"
                raise BadMedia(f"“{name}” has {size} pixels, more than can be taken; make it smaller first")
            take_longer()
            made = path.with_suffix(".remade.mp4")
            with av.open(str(made), "w", format="mp4", options={"movflags": "+faststart"}) as target:
                _made_anew(container, video, audio, target, HowFar(path))
    except FFmpegError:
        return name
    made.replace(path)
    return f"{Path(name).stem}{'.mp4' if video is not None else '.m4a'}"


def take_longer() -> None:
    """Let a process that is bounded (``examining.bound_this_process``) take as long as its hard bound lets it."""
    _, hard = resource.getrlimit(resource.RLIMIT_CPU)
    if hard != resource.RLIM_INFINITY:
        resource.setrlimit(resource.RLIMIT_CPU, (hard, hard))
        signal.alarm(hard)


def _plays(video: Any, audio: Any) -> bool:
    """Tell whether browsers play streams; of one that nobody here can decode whoever looks through it tells more."""
    if any(stream is not None and stream.codec_context is None for stream in (video, audio)):
        return True
    sound = audio is None or audio.codec_context.name in SOUNDS or audio.codec_context.name.startswith("pcm_")
    if video is None:
        return sound
    name, pixels = video.codec_context.name, video.codec_context.pix_fmt
    return sound and name in PICTURES and (name != "h264" or pixels in (None, "yuv420p", "yuvj420p"))


def _made_anew(source: Any, video: Any, audio: Any, target: Any, far: HowFar) -> None:
    """Encode what a container holds; ``far`` is told how much of it is done."""
    streams = [stream for stream in (video, audio) if stream is not None]
    picture = _picture_of(video, target) if video is not None else None
    sound = target.add_stream("aac", rate=_RATE, layout="stereo") if audio is not None else None
    resampler = AudioResampler(format="fltp", layout="stereo", rate=_RATE)
    for packet in source.demux(streams):
        if source.duration and packet.dts is not None:
            far.tell(float(packet.dts * packet.time_base) * av.time_base / source.duration)
        for frame in _decoded(packet):
            if packet.stream is video and picture is not None:
                frame = frame.reformat(picture.width, picture.height, "yuv420p")
                frame.pict_type = 0
                target.mux(picture.encode(frame))
            elif sound is not None:
                for part in resampler.resample(frame):
                    target.mux(sound.encode(part))
    for stream in (picture, sound):
        if stream is not None:
            target.mux(stream.encode(None))


def _decoded(packet: Any) -> Iterator[Any]:
    """Yield the frames of a packet; one that is hurt is passed over, as players do."""
    try:
        yield from packet.decode()
    except InvalidDataError:
        return


def _picture_of(video: Any, target: Any) -> Any:
    by = min(1.0, _WIDEST / max(1, video.width), _HIGHEST / max(1, video.height))
    stream = target.add_stream("libx264", rate=video.average_rate or video.guessed_rate or 25)
    stream.width, stream.height = (max(2, int(side * by) // 2 * 2) for side in (video.width, video.height))
    stream.pix_fmt = "yuv420p"
    stream.options = {"crf": "20", "preset": "veryfast"}
    stream.codec_context.thread_count = 2
    stream.codec_context.time_base = video.time_base
    return stream

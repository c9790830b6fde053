"""Ten minutes of a voice: how long it is listened to in a bounded process, and what its words cost a show afterwards."""

import tempfile
import time
from pathlib import Path

from ritornel.core.edits import apply, read_command
from ritornel.core.model import Narration, Show, Slide
from ritornel.core.voice.spoken import tokens
from ritornel.formats.hearing import heard_in
from ritornel.formats.speaking import spoken
from ritornel.jobs.apart import done_apart
from ritornel.voices.hearing import MEMORY_BYTES
from tests.files import wave_of

_SENTENCES = (
    "The lens and its lamp weigh four tons.",
    "You would look for cogs, for rollers, for oil.",
    "All of it floats, in a trough of mercury no deeper than your hand.",
    "Push with one finger, and it turns all night.",
    "Every lighthouse on this coast was once a fire on a rock.",
    "In winter they burned whatever the sea had brought in.",
)
_MINUTES = 10
_WORDS = 1_450


def rows() -> list[tuple[str, str, str]]:
    """Return (what, must reach, measured)."""
    said: list[str] = []
    while sum(len(one.split()) for one in said) < _WORDS:
        said.append(_SENTENCES[len(said) % len(_SENTENCES)])
    script = " ".join(said)
    with tempfile.TemporaryDirectory() as folder:
        path = Path(folder) / "voice.wav"
        length = _write(script, path)
        start = time.perf_counter()
        heard = done_apart(300.0, heard_in, path, script, memory=MEMORY_BYTES)
        took = time.perf_counter() - start
    sure = sum(word.sure >= 60 for word in heard.words) / len(heard.words)
    what = f"{length / 60:.1f} minutes of voice, {len(heard.words):,} words listened for ({sure:.0%} surely found)"
    return [
        (f"{what}, in a process of its own", f"< {4 * _MINUTES} s", f"{took:.1f} s"),
        (
            "the same voice on a slide, an edit of its script",
            "< 50 ms",
            f"{_edited(script, heard.words) * 1000:.0f} ms",
        ),
    ]


def _write(script: str, path: Path) -> float:
    made = spoken(script, "en-us", 150)
    path.write_bytes(wave_of(made.samples, made.rate))
    return len(made.samples) / made.rate


def _edited(script: str, words) -> float:
    said = [
        (script[token.start : token.end], one.start_ms, one.end_ms, one.sure)
        for token, one in zip(tokens(script), words, strict=True)
    ]
    show = Show(slides=(Slide(id="one", script=script, narration=Narration(asset="v", out_ms=700_000)),))
    hear = {"do": "hear-words", "slide": "one", "asset": "v", "said": said, "heard": "words"}
    show = apply(show, read_command(hear))
    times = []
    for number in range(7):
        command = {"do": "set-slides", "slides": ["one"], "values": {"script": script + " more" * number}}
        start = time.perf_counter()
        apply(show, read_command(command))
        times.append(time.perf_counter() - start)
    return sorted(times)[3]

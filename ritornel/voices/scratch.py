"""Scratch voices: a slide's script spoken by a machine, so that its timing is heard before anybody has spoken it."""

import re
import tempfile
from pathlib import Path
from typing import Any

import av
import numpy as np
from django.conf import settings
from msgspec import to_builtins

from ritornel.core.model import Narration, Slide
from ritornel.core.model.slide import Said
from ritornel.core.voice.spoken import MARK, tokens
from ritornel.formats.speaking import NoVoice, Spoken, spoken
from ritornel.jobs.apart import TooMuch, done_apart
from ritornel.library.models import Asset
from ritornel.library.taking_in import take_in

LICENCE, CREDIT = "CC0 1.0", "a made voice (eSpeak NG), not meant for others"
_SECONDS = 40.0
_OPUS_RATE = 48_000
_BLOCK = 960


class CannotSpeak(Exception):
    """A script cannot be spoken; the words say why, and what helps."""


def scratch_voice(owner: Any, slide: Slide, words_a_minute: float) -> tuple[Asset, dict[str, Any]]:
    """Return a sound of the owner in which a slide's script is spoken, and the narration that has its words."""
    script = MARK.sub(lambda mark: " " * len(mark[0]), slide.script)
    own = tokens(slide.script)
    if not own:
        raise CannotSpeak("there is no script to be spoken; write one first")
    try:
        made = done_apart(_SECONDS, spoken, script, "en-gb-x-rp", round(words_a_minute))
    except NoVoice as error:
        raise CannotSpeak(str(error)) from error
    except (TooMuch, ValueError) as error:
        raise CannotSpeak("this script is too long to be spoken at once; split the slide") from error
    arriving = Path(settings.MEDIA_ROOT) / "uploads"
    arriving.mkdir(parents=True, exist_ok=True)
    with tempfile.NamedTemporaryFile(prefix="spoken-", suffix=".ogg", dir=arriving) as file:
        _write(made, Path(file.name))
        name = f"scratch voice {re.sub(r'[^A-Za-z0-9]+', ' ', slide.title or slide.id).strip()[:60]}.ogg"
        asset = take_in(owner, Path(file.name), name, LICENCE, CREDIT)
    starts = {word.start: word for word in made.words}
    said, last = [], None
    for token in own:
        word = starts.get(token.start, last)  # words that are run together have one instant
        if word is not None:
            said.append(Said(slide.script[token.start : token.end][:120], word.start_ms, word.end_ms, 100))
        last = word
    voice = Narration(asset=asset.sha256, said=tuple(said), heard="words", scratch=True)
    return asset, to_builtins(voice)


def _write(made: Spoken, path: Path) -> None:
    """Write a voice as Opus in Ogg (RFC 7845)."""
    length = len(made.samples) * _OPUS_RATE // made.rate
    samples = np.interp(np.arange(length) * made.rate / _OPUS_RATE, np.arange(len(made.samples)), made.samples)
    data = (np.clip(samples, -1, 1) * 32767).astype(np.int16)
    with av.open(str(path), "w", format="ogg") as container:
        stream = container.add_stream("libopus", rate=_OPUS_RATE, layout="mono")
        stream.bit_rate = 40_000
        for first in range(0, len(data), _BLOCK):
            block = np.pad(data[first : first + _BLOCK], (0, max(0, _BLOCK - len(data[first:]))))
            frame = av.AudioFrame.from_ndarray(block.reshape(1, -1), format="s16", layout="mono")
            frame.sample_rate, frame.pts = _OPUS_RATE, first
            container.mux(stream.encode(frame))
        container.mux(stream.encode(None))

"""Scratch voices: a slide's script spoken by a machine, so that its timing is heard before anybody has spoken it."""

import re
import tempfile
from pathlib import Path
from typing import Any

from django.conf import settings
from msgspec import to_builtins

from ritornel.core.model import Narration, Slide
from ritornel.core.model.slide import Said
from ritornel.core.voice.spoken import MARK, tokens
from ritornel.formats.opus import write_opus
from ritornel.formats.speaking import NoVoice, Spoken, spoken, voice_in
from ritornel.jobs.apart import TooMuch, done_apart
from ritornel.library.models import Asset
from ritornel.library.taking_in import take_in

LICENCE, CREDIT = "CC0 1.0", "a made voice (eSpeak NG), not meant for others"
_SECONDS = 40.0
_BIT_RATE = 40_000


class CannotSpeak(Exception):
    """A script cannot be spoken; the words say why, and what helps."""


def spoken_in(language: str, text: str, words_a_minute: float) -> Spoken:
    """Return a text spoken by the made voice of a language. Raises ``CannotSpeak``."""
    try:
        return done_apart(_SECONDS, spoken, text, voice_in(language), round(words_a_minute))
    except NoVoice as error:
        raise CannotSpeak(str(error)) from error
    except (TooMuch, ValueError) as error:
        raise CannotSpeak("this script is too long to be spoken at once; split the slide, or take a passage") from error


def scratch_voice(
    owner: Any, slide: Slide, words_a_minute: float, language: str = "en"
) -> tuple[Asset, dict[str, Any]]:
    """Return a sound of the owner in which a slide's script is spoken, and the narration that has its words."""
    script = MARK.sub(lambda mark: " " * len(mark[0]), slide.script)
    own = tokens(slide.script, language)
    if not own:
        raise CannotSpeak("there is no script to be spoken; write one first")
    made = spoken_in(language, script, words_a_minute)
    arriving = Path(settings.MEDIA_ROOT) / "uploads"
    arriving.mkdir(parents=True, exist_ok=True)
    with tempfile.NamedTemporaryFile(prefix="spoken-", suffix=".ogg", dir=arriving) as file:
        write_opus(made.samples, Path(file.name), _BIT_RATE, made.rate)
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

"""A made voice: texts spoken by eSpeak NG, if it is there, with the instants of their words as it tells them.

The library comes with the optional package ``espeakng-loader`` (``pip install "ritornel[voices]"``). It is loaded once
in a process and not made for several threads: use it in a process of its own.
"""

import ctypes
from collections.abc import Sequence
from functools import cache
from typing import Any, NamedTuple

import numpy as np

_RETRIEVAL = 1
_WORD = 1
_LIST_ENDS = 0
_UTF8 = 1
_ENDS_PAUSE = 0x1000
_RATE, _PITCH = 1, 3
_MOST_CHARACTERS = 60_000


class NoVoice(Exception):
    """There is no made voice on this machine; the words say how to get one."""


class SpokenWord(NamedTuple):
    """A word as it was spoken: its place in the text, in characters, and its instants in ms."""

    start: int
    end: int
    start_ms: int
    end_ms: int


class Spoken(NamedTuple):
    """A voice: mono samples from -1 to 1 at ``rate`` in Hz, and its words."""

    samples: np.ndarray
    rate: int
    words: tuple[SpokenWord, ...]


class _Id(ctypes.Union):
    _fields_ = [("number", ctypes.c_int), ("name", ctypes.c_char_p), ("string", ctypes.c_char * 8)]


class _Event(ctypes.Structure):
    """``espeak_EVENT`` of speak_lib.h."""

    _fields_ = [
        ("type", ctypes.c_int),
        ("unique_identifier", ctypes.c_uint),
        ("text_position", ctypes.c_int),
        ("length", ctypes.c_int),
        ("audio_position", ctypes.c_int),
        ("sample", ctypes.c_int),
        ("user_data", ctypes.c_void_p),
        ("id", _Id),
    ]


_Callback = ctypes.CFUNCTYPE(ctypes.c_int, ctypes.POINTER(ctypes.c_short), ctypes.c_int, ctypes.POINTER(_Event))


def can_speak() -> bool:
    """Tell whether there is a made voice on this machine."""
    try:
        import espeakng_loader  # noqa: F401
    except ImportError:
        return False
    return True


def voice_in(language: str) -> str:
    """Return the voice that speaks a language (BCP 47); whether there is one is found when it speaks."""
    return "en-gb-x-rp" if language.split("-")[0] == "en" else language.lower()


def spoken(text: str, voice: str = "en-gb-x-rp", words_a_minute: int = 150, pitch: int = 45) -> Spoken:
    """Return a text spoken at about a pace; ``voice`` is a language of eSpeak NG, or one with a variant (“en-us+f3”).

    Raises ``NoVoice`` if there is none, or none of that name, ``ValueError`` for a text that is too long.
    """
    if len(text) > _MOST_CHARACTERS:
        raise ValueError(f"{len(text):,} characters are more than {_MOST_CHARACTERS:,}; speak them in parts")
    library, rate = _library()
    if library.espeak_SetVoiceByName(voice.encode()) != 0:
        raise NoVoice(f"there is no made voice for “{voice}”; record the slide, or set another language")
    library.espeak_SetParameter(_RATE, max(80, min(450, words_a_minute)), 0)
    library.espeak_SetParameter(_PITCH, max(0, min(99, pitch)), 0)
    blocks: list[np.ndarray] = []
    events: list[tuple[int, int, int]] = []

    def heard(wave: Any, count: int, told: Any) -> int:
        if wave and count:
            blocks.append(np.ctypeslib.as_array(wave, (count,)).copy())
        number = 0
        while told[number].type != _LIST_ENDS:
            if told[number].type == _WORD:
                events.append((told[number].text_position - 1, told[number].length, told[number].audio_position))
            number += 1
        return 0

    callback = _Callback(heard)
    library.espeak_SetSynthCallback(callback)
    content = text.encode()
    library.espeak_Synth(content, len(content) + 1, 0, 0, 0, _UTF8 | _ENDS_PAUSE, None, None)
    library.espeak_Synchronize()
    samples = np.concatenate(blocks).astype(np.float32) / 32768 if blocks else np.zeros(0, np.float32)
    return Spoken(samples, rate, _words(events, round(len(samples) / rate * 1000)))


def _words(events: Sequence[tuple[int, int, int]], length_ms: int) -> tuple[SpokenWord, ...]:
    """Return words from what is told of each: its first character and their number, its instant in ms."""
    ends = [*(at for _, _, at in events[1:]), length_ms][: len(events)]
    return tuple(
        SpokenWord(start, start + length, at, max(at, end))
        for (start, length, at), end in zip(events, ends, strict=True)
    )


@cache
def _library() -> tuple[Any, int]:
    try:
        import espeakng_loader
    except ImportError as error:
        raise NoVoice(
            'there is no made voice here: pip install "ritornel[voices]" brings one, then try again'
        ) from error
    library = ctypes.CDLL(espeakng_loader.get_library_path())
    rate = library.espeak_Initialize(_RETRIEVAL, 0, espeakng_loader.get_data_path().encode(), 0)
    if rate <= 0:
        raise NoVoice("the made voice could not be loaded; install “espeakng-loader” anew")
    library.espeak_SetVoiceByName.argtypes = [ctypes.c_char_p]
    library.espeak_Synth.argtypes = [
        ctypes.c_char_p,
        ctypes.c_size_t,
        ctypes.c_uint,
        ctypes.c_int,
        ctypes.c_uint,
        ctypes.c_uint,
        ctypes.c_void_p,
        ctypes.c_void_p,
    ]
    return library, int(rate)

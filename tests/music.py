"""Made music of known beats: plucked chords over a low note, with or without drums."""

import numpy as np
from numpy.typing import NDArray

from ritornel.core.sound import RATE

_CHORDS = ((220.0, 261.6, 329.6), (196.0, 246.9, 293.7), (174.6, 220.0, 261.6), (164.8, 207.7, 246.9))


def _tone(hz: float, seconds: float, attack: float, decay: float) -> NDArray[np.float64]:
    t = np.arange(int(seconds * RATE)) / RATE
    made = sum(np.sin(2 * np.pi * hz * n * t) / n**1.5 for n in (1, 2, 3))
    return made * np.minimum(1, t / attack) * np.exp(-t / decay)


def beat_times(tempo: float, seconds: float, rubato: float = 0.0, start: float = 0.5) -> list[float]:
    """Return when beats come, in s: at a tempo that swings by a share of itself every 16 s."""
    times, at = [], start
    while at < seconds - 1:
        times.append(at)
        at += 60 / (tempo * (1 + rubato * np.sin(2 * np.pi * at / 16)))
    return times


def music(times: list[float], bar: int = 4, drums: bool = True, seed: int = 1) -> NDArray[np.float32]:
    """Return mono samples at 48 kHz: a chord at every bar, notes of it on beats and between, perhaps drums."""
    chance = np.random.default_rng(seed)
    made = np.zeros(int((times[-1] + 2) * RATE))

    def put(sound: NDArray[np.float64], at: float, gain: float) -> None:
        first = int(at * RATE)
        part = sound[: max(0, len(made) - first)]
        made[first : first + len(part)] += part * gain

    for number, at in enumerate(times):
        beat = times[number + 1] - at if number + 1 < len(times) else 0.5
        chord = _CHORDS[number // bar % len(_CHORDS)]
        if number % bar == 0:
            for note in chord:
                put(_tone(note, beat * bar, 0.02, beat * bar / 2), at, 0.25)
            put(_tone(chord[0] / 4, beat * bar, 0.01, beat * 2), at, 0.5)
        put(_tone(float(chance.choice(chord)) * 2, 0.5, 0.005, 0.2), at, 0.3)
        if chance.random() < 0.5:
            put(_tone(float(chance.choice(chord)) * 2, 0.4, 0.005, 0.15), at + beat / 2, 0.18)
        if drums:
            t = np.arange(int(0.09 * RATE)) / RATE
            put(chance.standard_normal(len(t)) * np.exp(-t / 0.015), at, 0.25)
            put(chance.standard_normal(len(t)) * np.exp(-t / 0.01), at + beat / 2, 0.08)
    made += chance.standard_normal(len(made)) * 0.002
    return (made / np.abs(made).max() * 0.7).astype(np.float32)

"""Make the demo's sounds: two beds played by arithmetic, and the talk spoken by the made voice.

    pip install "ritornel[voices]" && python -m ritornel.assets.scripts.make_sounds

The talk is spoken slide by slide; the words that are heard in it are written to ``narration.json`` for the demo show,
so that its cues stand where their words are said.
"""

import json
from pathlib import Path
from typing import Any

import numpy as np

from ritornel.core.voice.spoken import MARK, tokens
from ritornel.formats.hearing import heard_in
from ritornel.formats.opus import RATE, write_opus
from ritornel.formats.speaking import spoken
from ritornel.shows.demo.lamp import SCRIPTS

OUT = Path(__file__).resolve().parents[1] / "demo"
GAP_S = 0.45


def tone(frequency: float, length: float, attack: float, decay: float) -> np.ndarray:
    """Return a soft tone of some partials, ``length`` seconds long."""
    t = np.arange(int(length * RATE)) / RATE
    partials = sum(
        np.sin(2 * np.pi * frequency * n * t) * share * np.exp(-t * n / decay)
        for n, share in ((1, 1), (2, 0.42), (3, 0.16), (4, 0.08))
    )
    return partials * np.minimum(1, t / attack)


def placed(into: np.ndarray, sound: np.ndarray, at: float, gain: float) -> None:
    """Add a sound at a time in seconds, wrapped around the end so that the whole loops."""
    first = int(at * RATE)
    indices = (first + np.arange(len(sound))) % len(into)
    np.add.at(into, indices, sound * gain)


def bed(chords: list[tuple[float, ...]], bar: float, pluck: float, seed: int) -> np.ndarray:
    """Return a looping piece: a chord each bar, and single notes of it over them."""
    chance = np.random.default_rng(seed)
    music = np.zeros(int(bar * len(chords) * RATE))
    for n, chord in enumerate(chords):
        for note in chord:
            placed(music, tone(note, bar * 1.5, bar * 0.35, 5.0), n * bar, 0.10)
        for beat in range(4):
            note = float(chance.choice(chord)) * float(chance.choice((1, 2, 2)))
            placed(music, tone(note, 2.2, 0.006, 0.55), n * bar + beat * bar / 4 + float(chance.random()) * 0.02, pluck)
    return music / np.abs(music).max() * 0.6


def harbour() -> np.ndarray:
    """Return the bed of the talk: slow chords over the sea."""
    music = bed([(110, 165, 220, 262), (98, 147, 196, 247), (131, 165, 196, 262), (87, 131, 175, 220)], 5.0, 0.1, 1)
    chance = np.random.default_rng(2)
    noise = chance.standard_normal(len(music))
    spectrum = np.fft.rfft(noise)
    spectrum *= 1 / (1 + (np.arange(len(spectrum)) / (400 * len(music) / RATE)) ** 2)
    sea = np.fft.irfft(spectrum, len(music))
    swell = 0.55 + 0.45 * np.sin(2 * np.pi * np.arange(len(music)) / len(music) * 3)
    return music * 0.85 + sea / np.abs(sea).max() * swell * 0.16


def winter() -> np.ndarray:
    """Return the bed of the lobby show: bells."""
    return bed([(147, 220, 294, 370), (131, 196, 262, 330), (165, 247, 294, 392), (110, 220, 277, 330)], 3.6, 0.2, 7)


def passage(text: str) -> np.ndarray:
    """Return a passage spoken by the made voice, without the silence around it."""
    said = spoken(text, "en-gb-x-rp", 148, 38)
    samples = said.samples.astype(float)
    loud = np.nonzero(np.abs(samples) > 0.01)[0]
    samples = samples[loud[0] : loud[-1] + 1]
    return np.interp(np.arange(0, len(samples), said.rate / RATE), np.arange(len(samples)), samples) * 0.8


def narrations() -> None:
    """Speak the slides, passage by passage; write their sounds and the words that are heard in them."""
    for name, script in SCRIPTS.items():
        passages = [part.strip() for part in MARK.split(script)]
        gap = np.zeros(int(GAP_S * RATE))
        pieces = [piece for text in passages for piece in (passage(text), gap)]
        write_opus(np.concatenate(pieces[:-1]), OUT / f"voice-{name}.ogg", 40_000)
    listen()


def listen() -> None:
    """Write what is heard in the narrations that are there."""
    told = {name: heard(name, script) for name, script in SCRIPTS.items()}
    (OUT / "narration.json").write_text(json.dumps(told) + "\n", encoding="utf-8")


def heard(name: str, script: str) -> dict[str, list[Any]]:
    """Return the words that are found in a narration (text, start, end, how sure), and its quietest instants."""
    found = heard_in(OUT / f"voice-{name}.ogg", script)
    words = zip(tokens(script), found.words, strict=True)
    said = [(script[word.start : word.end], one.start_ms, one.end_ms, one.sure) for word, one in words]
    return {"said": said, "quiet": list(found.quiet)}


def main() -> None:
    """Make everything."""
    OUT.mkdir(exist_ok=True)
    write_opus(harbour(), OUT / "harbour.ogg", 80_000)
    write_opus(winter(), OUT / "bells.ogg", 80_000)
    narrations()


if __name__ == "__main__":
    main()

"""Make the spot sounds that ship: short ones, by arithmetic alone.

python -m ritornel.assets.scripts.make_spots [all]
"""

import sys
from pathlib import Path

import numpy as np

from ritornel.assets.scripts.make_sounds import tone
from ritornel.formats.opus import RATE, write_opus

OUT = Path(__file__).resolve().parents[2] / "library" / "static" / "library" / "spots"


def noise(length: float, seed: int) -> np.ndarray:
    """Return white noise of ``length`` seconds."""
    return np.random.default_rng(seed).standard_normal(int(length * RATE))


def low(samples: np.ndarray, cut: float) -> np.ndarray:
    """Return what of samples lies below about ``cut`` Hz."""
    spectrum = np.fft.rfft(samples)
    frequencies = np.fft.rfftfreq(len(samples), 1 / RATE)
    return np.fft.irfft(spectrum / (1 + (frequencies / cut) ** 4), len(samples))


def swell(count: int, rise: float) -> np.ndarray:
    """Return an envelope that rises for a share of its time and falls for the rest."""
    t = np.linspace(0, 1, count)
    return np.where(t < rise, np.sin(np.pi / 2 * t / rise), np.cos(np.pi / 2 * (t - rise) / (1 - rise))) ** 2


def tick() -> np.ndarray:
    """Return the tick of the clockwork."""
    t = np.arange(int(0.12 * RATE)) / RATE
    return np.sin(2 * np.pi * 2600 * t) * np.exp(-t * 90) + low(noise(0.12, 3), 5000) * np.exp(-t * 160) * 0.6


def knock() -> np.ndarray:
    """Return a knock on wood."""
    t = np.arange(int(0.35 * RATE)) / RATE
    return np.sin(2 * np.pi * (190 - 120 * t) * t) * np.exp(-t * 26) + low(noise(0.35, 5), 900) * np.exp(-t * 60) * 0.5


def bell() -> np.ndarray:
    """Return the bell of a buoy."""
    return tone(587, 2.4, 0.003, 0.7) + 0.4 * tone(587 * 2.76, 2.4, 0.003, 0.35)


def notes(pitches: tuple[float, ...], apart: float) -> np.ndarray:
    """Return notes one after another, in Hz and seconds."""
    out = np.zeros(int(1.6 * RATE))
    for n, note in enumerate(pitches):
        one = tone(note, 1.1, 0.008, 0.4)
        first = int(n * apart * RATE)
        out[first : first + len(one)] += one
    return out


def rise() -> np.ndarray:
    """Return three notes upwards."""
    return notes((392, 494, 659), 0.13)


def sweep() -> np.ndarray:
    """Return a breath of wind that goes by."""
    return low(noise(0.9, 7), 1400) * swell(int(0.9 * RATE), 0.45)


def leaf() -> np.ndarray:
    """Return a leaf of paper being turned."""
    rough = noise(0.5, 11) - low(noise(0.5, 11), 1800)
    return rough * swell(int(0.5 * RATE), 0.3) * (0.6 + 0.4 * np.abs(low(noise(0.5, 12), 40)) / 0.05).clip(0, 1.4)


def fall() -> np.ndarray:
    """Return three notes downwards."""
    return notes((659, 523, 392), 0.15)


def drop() -> np.ndarray:
    """Return a drop that falls into still water."""
    t = np.arange(int(0.4 * RATE)) / RATE
    pitch = 520 + 900 * np.exp(-((t - 0.05) ** 2) / 0.002) * (t < 0.05) + 1400 * np.clip(t, 0, 0.12)
    return np.sin(2 * np.pi * np.cumsum(pitch) / RATE) * np.exp(-t * 17) * np.minimum(1, t / 0.004)


def glass() -> np.ndarray:
    """Return a glass that is struck."""
    return (
        tone(1760, 1.8, 0.002, 0.45)
        + 0.5 * tone(1760 * 1.51, 1.8, 0.002, 0.3)
        + 0.25 * tone(1760 * 2.32, 1.8, 0.002, 0.2)
    )


def horn() -> np.ndarray:
    """Return a horn in the fog, far away."""
    t = np.arange(int(2.2 * RATE)) / RATE
    low_reed = sum(np.sin(2 * np.pi * 110 * n * t * (1 + 0.0006 * n)) / n for n in range(1, 9))
    return low(low_reed * np.minimum(1, t / 0.25) * np.minimum(1, (2.2 - t) / 0.7), 700)


def lid() -> np.ndarray:
    """Return a lid that closes: a breath, and a thud."""
    out = np.zeros(int(0.7 * RATE))
    breath = low(noise(0.22, 21), 2500) * swell(int(0.22 * RATE), 0.8) * 0.5
    out[: len(breath)] += breath
    t = np.arange(int(0.45 * RATE)) / RATE
    thud = np.sin(2 * np.pi * (95 - 60 * t) * t) * np.exp(-t * 18) + low(noise(0.45, 22), 500) * np.exp(-t * 45)
    first = int(0.2 * RATE)
    out[first : first + len(thud)] += thud * 1.4
    return out


def wheel() -> np.ndarray:
    """Return a wheel of the clockwork that runs down: ticks, ever slower."""
    out = np.zeros(int(1.9 * RATE))
    at = 0.0
    for n in range(12):
        one = tick() * (1 - n / 16)
        first = int(at * RATE)
        out[first : first + len(one)] += one[: len(out) - first]
        at += 0.06 * 1.14**n
    return out


MAKERS = {
    "tick": tick,
    "knock": knock,
    "bell": bell,
    "rise": rise,
    "sweep": sweep,
    "leaf": leaf,
    "fall": fall,
    "drop": drop,
    "glass": glass,
    "horn": horn,
    "lid": lid,
    "wheel": wheel,
}


def main() -> None:
    """Make those that are not there; all of them with ``all``."""
    for key, make in MAKERS.items():
        path = OUT / f"{key}.ogg"
        if path.exists() and "all" not in sys.argv:
            continue
        samples = make()
        write_opus(samples / np.abs(samples).max() * 0.7, path, 64_000)


if __name__ == "__main__":
    main()

"""Make the spot sounds that ship: short ones, by arithmetic alone.

python -m ritornel.assets.scripts.make_spots
"""

import numpy as np

from ritornel.assets.scripts.make_sounds import tone
from ritornel.formats.opus import RATE, write_opus
from ritornel.library.spots import SPOTS


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


def rise() -> np.ndarray:
    """Return three notes upwards."""
    out = np.zeros(int(1.6 * RATE))
    for n, note in enumerate((392, 494, 659)):
        one = tone(note, 1.1, 0.008, 0.4)
        first = int(n * 0.13 * RATE)
        out[first : first + len(one)] += one
    return out


def sweep() -> np.ndarray:
    """Return a breath of wind that goes by."""
    return low(noise(0.9, 7), 1400) * swell(int(0.9 * RATE), 0.45)


def leaf() -> np.ndarray:
    """Return a leaf of paper being turned."""
    rough = noise(0.5, 11) - low(noise(0.5, 11), 1800)
    return rough * swell(int(0.5 * RATE), 0.3) * (0.6 + 0.4 * np.abs(low(noise(0.5, 12), 40)) / 0.05).clip(0, 1.4)


MAKERS = {"tick": tick, "knock": knock, "bell": bell, "rise": rise, "sweep": sweep, "leaf": leaf}


def main() -> None:
    """Make them all."""
    for spot in SPOTS:
        samples = MAKERS[spot.key]()
        write_opus(samples / np.abs(samples).max() * 0.7, spot.path, 64_000)


if __name__ == "__main__":
    main()

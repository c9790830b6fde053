"""Compile and evaluate: rows one and two of the speed table, as far as they are Python's."""

import random
import statistics
import time
from collections.abc import Callable

from msgspec.structs import replace

from bench.shows import large_show, moving_show
from ritornel.core import score


def best_and_median(run: Callable[[], object], times: int) -> tuple[float, float]:
    """Return the least and the median time of ``run`` in ms."""
    taken = []
    for _ in range(times):
        start = time.perf_counter()
        run()
        taken.append((time.perf_counter() - start) * 1000)
    return min(taken), statistics.median(taken)


def compile_cold(slides: int, steps: int) -> tuple[float, float]:
    """Return the least and the median ms to compile with empty caches."""
    show = large_show(slides, steps)

    def run() -> None:
        score.forget()
        score.compile(show)

    run()
    return best_and_median(run, 15)


def compile_after_one_change() -> float:
    """Return the median ms to compile 200 slides after one of them changed, each time another way."""
    show = large_show()
    score.compile(show)
    holds = iter(range(1, 1000))

    def run() -> None:
        slides = list(show.slides)
        slides[100] = replace(slides[100], hold_ms=next(holds))
        score.compile(replace(show, slides=tuple(slides)))

    return best_and_median(run, 30)[1]


def evaluate_ms() -> float:
    """Return the mean ms to evaluate a random instant with 50 objects moving."""
    compiled = score.compile(moving_show())
    chance = random.Random(1)
    instants = [chance.uniform(0, compiled.length_ms) for _ in range(2000)]
    start = time.perf_counter()
    for instant in instants:
        score.evaluate(compiled, instant)
    return (time.perf_counter() - start) * 1000 / len(instants)


def rows() -> list[tuple[str, str, str]]:
    """Return (what, must reach, measured)."""
    (least, whole), (half, _) = compile_cold(200, 20), compile_cold(200, 10)
    return [
        ("compile 200 slides, 4,000 steps, cold", "< 150 ms", f"{whole:.0f} ms (at best {least:.0f})"),
        (
            "the same with 2,000 steps (cost linear in steps)",
            "about half or more",
            f"at best {half:.0f} ms, {half / least:.2f} of it",
        ),
        ("compile after one slide changed", "< 5 ms", f"{compile_after_one_change():.1f} ms"),
        ("evaluate a random instant, 50 moving objects, Python", "< 0.5 ms", f"{evaluate_ms():.3f} ms"),
    ]

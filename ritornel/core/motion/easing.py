"""CSS easing functions (W3C css-easing-2): named ones, ``cubic-bezier()`` and ``linear()``; and our ``spring()``.

An easing is kept as a tuple of numbers: four are a cubic Bézier's x1, y1, x2, y2; six or more are the stops
of ``linear()`` as input, output, input, output, ... . ``HOLD`` keeps the earlier value until the next key.
"""

import re
from bisect import bisect_right
from functools import lru_cache
from itertools import pairwise
from math import cos, exp, log, sin, sqrt

Easing = tuple[float, ...]

HOLD: Easing = ()
LINEAR: Easing = (0.0, 0.0, 1.0, 1.0)

NAMED: dict[str, Easing] = {
    "linear": LINEAR,
    "ease": (0.25, 0.1, 0.25, 1.0),
    "ease-in": (0.42, 0.0, 1.0, 1.0),
    "ease-out": (0.0, 0.0, 0.58, 1.0),
    "ease-in-out": (0.42, 0.0, 0.58, 1.0),
}
_NUMBER = r"\s*(-?(?:\d+\.?\d*|\.\d+))\s*"
_BEZIER = re.compile(rf"cubic-bezier\({_NUMBER},{_NUMBER},{_NUMBER},{_NUMBER}\)")
_SPRING = re.compile(rf"spring\({_NUMBER},{_NUMBER}\)")
_SPRING_STOPS = 60
_AT_REST = 0.005
_RESTS_AFTER = 7.4
"""Where (1 + x) e^-x is ``_AT_REST``."""

_SPRING_MOST = 10_000.0
_NEWTON_STEPS = 8
_BISECTIONS = 40
_CLOSE = 1e-7


class BadEasing(ValueError):
    """The text is not an easing function that is known here."""


@lru_cache(maxsize=512)
def parse(text: str) -> Easing:
    """Return the easing that a CSS easing function names; ``BadEasing`` says what may be written."""
    text = text.strip().lower()
    if text in NAMED:
        return NAMED[text]
    if match := _BEZIER.fullmatch(text):
        x1, y1, x2, y2 = (float(number) for number in match.groups())
        if not (0 <= x1 <= 1 and 0 <= x2 <= 1):
            raise BadEasing(f"in “{text}” the first and third number must be between 0 and 1")
        return (x1, y1, x2, y2)
    if text.startswith("linear(") and text.endswith(")"):
        return _linear_stops(text)
    if match := _SPRING.fullmatch(text):
        return _spring_stops(*(float(number) for number in match.groups()))
    raise BadEasing(
        f"“{text}” is no easing: write {', '.join(NAMED)}, cubic-bezier(x1, y1, x2, y2), linear(...) "
        "or spring(stiffness, damping)"
    )


def eased(easing: Easing, progress: float) -> float:
    """Return the output of an easing at ``progress`` in 0..1."""
    if len(easing) == 4:
        return _bezier(easing, progress)
    if not easing:
        return 0.0
    return _piecewise(easing, progress)


@lru_cache(maxsize=512)
def _polynomials(easing: Easing) -> tuple[float, float, float, float, float, float]:
    """Return the coefficients of x(s) and y(s): ((a s + b) s + c) s."""
    x1, y1, x2, y2 = easing
    cx, bx = 3.0 * x1, 3.0 * (x2 - x1) - 3.0 * x1
    cy, by = 3.0 * y1, 3.0 * (y2 - y1) - 3.0 * y1
    return 1.0 - cx - bx, bx, cx, 1.0 - cy - by, by, cy


@lru_cache(maxsize=256)
def _bezier(easing: Easing, progress: float) -> float:
    """Solve x(s) = progress for s by Newton's method, then bisection where it does not settle; return y(s).

    Remembered for a moment: the tracks of one build ask for the same share of the same curve.
    """
    if easing[0] == easing[1] and easing[2] == easing[3]:
        return progress
    if progress <= 0.0 or progress >= 1.0:
        return 0.0 if progress <= 0.0 else 1.0
    ax, bx, cx, ay, by, cy = _polynomials(easing)
    s = progress
    for _ in range(_NEWTON_STEPS):
        error = ((ax * s + bx) * s + cx) * s - progress
        if -_CLOSE < error < _CLOSE:
            break
        slope = (3.0 * ax * s + 2.0 * bx) * s + cx
        if -1e-6 < slope < 1e-6:
            s = _bisected(ax, bx, cx, progress)
            break
        s -= error / slope
    else:
        s = _bisected(ax, bx, cx, progress)
    return ((ay * s + by) * s + cy) * s


def _bisected(ax: float, bx: float, cx: float, progress: float) -> float:
    low, high = 0.0, 1.0
    for _ in range(_BISECTIONS):
        middle = (low + high) / 2.0
        if ((ax * middle + bx) * middle + cx) * middle < progress:
            low = middle
        else:
            high = middle
    return (low + high) / 2.0


def _piecewise(stops: Easing, progress: float) -> float:
    inputs, outputs = stops[0::2], stops[1::2]
    index = min(max(bisect_right(inputs, progress) - 1, 0), len(inputs) - 2)
    span = inputs[index + 1] - inputs[index]
    share = (progress - inputs[index]) / span if span > 0 else 1.0
    return outputs[index] + (outputs[index + 1] - outputs[index]) * share


def _linear_stops(text: str) -> Easing:
    """Parse ``linear(0, 0.5 40%, 1)``: missing inputs are spread evenly, as the standard says."""
    stops: list[tuple[float | None, float]] = []
    for item in text[len("linear(") : -1].split(","):
        words = item.split()
        percents = [w for w in words if w.endswith("%")]
        numbers = [w for w in words if not w.endswith("%")]
        try:
            output = float(numbers[0])
            inputs = [float(p[:-1]) / 100 for p in percents]
        except (ValueError, IndexError) as error:
            raise BadEasing(f"“{item.strip()}” in linear() must be a number, and may have percentages") from error
        stops.extend([(i, output) for i in inputs] or [(None, output)])
    if len(stops) < 2:
        raise BadEasing("linear() needs two stops or more")
    return tuple(number for stop in _spread(stops) for number in stop)


def _spread(stops: list[tuple[float | None, float]]) -> list[tuple[float, float]]:
    inputs: list[float | None] = [i for i, _ in stops]
    inputs[0] = inputs[0] if inputs[0] is not None else 0.0
    inputs[-1] = inputs[-1] if inputs[-1] is not None else 1.0
    known = [n for n, i in enumerate(inputs) if i is not None]
    for left, right in pairwise(known):
        low, high = inputs[left] or 0.0, inputs[right] or 0.0
        for n in range(left + 1, right):
            inputs[n] = low + (high - low) * (n - left) / (right - left)
    reached = 0.0
    settled = []
    for found, (_, output) in zip(inputs, stops, strict=True):
        reached = max(reached, found or 0.0)
        settled.append((reached, output))
    if len(settled) == 2:
        settled.insert(1, ((settled[0][0] + settled[1][0]) / 2, (settled[0][1] + settled[1][1]) / 2))
    return settled


def _spring_stops(stiffness: float, damping: float) -> Easing:
    """Return a spring of mass 1 that is let go at 0 and comes to rest at 1, as stops of ``linear()``.

    The damped harmonic oscillator: with w = sqrt(stiffness) and z = damping / 2w, below z = 1 it is
    1 - e^(-zwt) (cos(ut) + zw/u sin(ut)), u = w sqrt(1 - z^2); from there on 1 - e^(-wt) (1 + wt), as if z were 1.
    It is at rest when what is left of it is below ``_AT_REST``; its time is made that of the build.
    """
    if not (0 < stiffness <= _SPRING_MOST and 0 < damping <= _SPRING_MOST):
        raise BadEasing(f"a spring's stiffness and damping must be above 0 and at most {_SPRING_MOST:,.0f}")
    natural = sqrt(stiffness)
    ratio = min(1.0, max(0.02, damping / (2 * natural)))
    if ratio < 1.0:
        swing = natural * sqrt(1 - ratio * ratio)
        lasts = log(1 / _AT_REST) / (ratio * natural)

        def place(time: float) -> float:
            fades = exp(-ratio * natural * time)
            return 1 - fades * (cos(swing * time) + ratio * natural / swing * sin(swing * time))
    else:
        lasts = _RESTS_AFTER / natural

        def place(time: float) -> float:
            return 1 - exp(-natural * time) * (1 + natural * time)

    stops = [(n / _SPRING_STOPS, place(lasts * n / _SPRING_STOPS)) for n in range(_SPRING_STOPS)]
    return tuple(number for stop in (*stops, (1.0, 1.0)) for number in stop)

"""Custom shapes: their enhanced paths, with modifiers and equations (OpenDocument 1.2, part 1, 19.145 and 19.171)."""

import math
import re
from collections.abc import Callable, Iterator, Mapping

from ritornel.core.model.paths import BadPath, Path
from ritornel.formats.odf.names import Element, qualified, told
from ritornel.formats.svg_paths import path_of

_TOKEN = re.compile(r"\s*(\d+\.?\d*(?:[eE][-+]?\d+)?|\.\d+|[A-Za-z]\w*|\?\w+|\$\d+|[-+*/(),])")
_STEP = re.compile(r"([A-Za-z])|(\?\w+|\$\d+|[-+]?(?:\d+\.?\d*|\.\d+)(?:[eE][-+]?\d+)?)")
_EACH = {"M": 2, "L": 2, "C": 6, "Q": 4, "X": 2, "Y": 2, "A": 8, "B": 8, "W": 8, "V": 8, "U": 6, "T": 6}
_MOST_STEPS = 4000
_DEEPEST = 60
_FUNCTIONS: Mapping[str, Callable[..., float]] = {
    "abs": abs,
    "sqrt": lambda x: math.sqrt(max(0.0, x)),
    "sin": math.sin,
    "cos": math.cos,
    "tan": math.tan,
    "atan": math.atan,
    "atan2": math.atan2,
    "min": min,
    "max": max,
    "if": lambda condition, then, other: then if condition > 0 else other,
}


class Custom:
    """The numbers of one custom shape."""

    def __init__(self, element: Element) -> None:
        """Read the geometry of a shape."""
        self._equations = {
            told(e, "draw:name"): told(e, "draw:formula") for e in element.iterchildren(qualified("draw:equation"))
        }
        self._modifiers = [_number(part) for part in told(element, "draw:modifiers").replace(",", " ").split()]
        self.box = _view(told(element, "svg:viewBox"))
        self.path = told(element, "draw:enhanced-path")
        x, y, width, height = self.box
        self._known = {
            "left": x,
            "top": y,
            "right": x + width,
            "bottom": y + height,
            "width": width,
            "height": height,
            "logwidth": width,
            "logheight": height,
            "pi": math.pi,
            "xstretch": 0.0,
            "ystretch": 0.0,
            "hasstroke": 1.0,
            "hasfill": 1.0,
        }
        self._found: dict[str, float] = {}

    def outline(self) -> Path:
        """Return its path in shares of its box; ``BadPath`` where it cannot be computed."""
        try:
            data = " ".join(self._drawn())
        except (ArithmeticError, ValueError, IndexError, KeyError, TypeError, RecursionError) as error:
            raise BadPath("a custom shape cannot be computed") from error
        x, y, width, height = self.box
        return tuple(
            s._replace(numbers=tuple((n - y) / height if at % 2 else (n - x) / width for at, n in enumerate(s.numbers)))
            for s in path_of(data)
        )

    def modifier(self, number: int, default: float) -> float:
        """Return one of its modifiers."""
        return self._modifiers[number] if number < len(self._modifiers) else default

    def _drawn(self) -> Iterator[str]:
        """Yield SVG path data."""
        letter, numbers, here, count = "", [], (0.0, 0.0), 0
        for named, value in [*_STEP.findall(self.path), ("N", "")]:
            if not named:
                numbers.append(self._value(value, 0))
                if len(numbers) < _EACH.get(letter, 10**6):
                    continue
            elif named == "Z":
                letter = named
                yield "Z"
                continue
            else:
                letter, numbers = named, []
                continue
            count += 1
            if count > _MOST_STEPS:
                raise ValueError
            words, here = _step(letter, numbers, here, count)
            yield words
            numbers, letter = [], "L" if letter == "M" else {"X": "Y", "Y": "X"}.get(letter, letter)

    def _value(self, words: str, depth: int) -> float:
        if words[0] == "$":
            return self.modifier(int(words[1:]), 0.0)
        if words[0] != "?":
            return float(words)
        name = words[1:]
        if name not in self._found:
            if depth > _DEEPEST:
                raise ValueError
            self._found[name] = _Formula(self._equations[name], lambda w: self._named(w, depth + 1)).value()
        return self._found[name]

    def _named(self, words: str, depth: int) -> float:
        return self._value(words, depth) if words[0] in "?$" else self._known[words]


class _Formula:
    """A formula while it is computed, by recursive descent."""

    def __init__(self, words: str, named: Callable[[str], float]) -> None:
        self._tokens = _TOKEN.findall(words)[:500]
        self._at = 0
        self._named = named

    def value(self) -> float:
        total = self._product()
        while self._next() in ("+", "-"):
            total += self._product() if self._taken() == "+" else -self._product()
        return total

    def _product(self) -> float:
        total = self._single()
        while self._next() in ("*", "/"):
            if self._taken() == "*":
                total *= self._single()
            else:
                divisor = self._single()
                total = total / divisor if divisor else 0.0
        return total

    def _single(self) -> float:
        token = self._taken()
        if token in ("-", "+"):
            return -self._single() if token == "-" else self._single()
        if token == "(":
            value = self.value()
            self._taken()
            return value
        if token in _FUNCTIONS:
            self._taken()
            asked = [self.value()]
            while self._taken() == ",":
                asked.append(self.value())
            return float(_FUNCTIONS[token](*asked))
        return float(token) if token[0].isdigit() or token[0] == "." else self._named(token)

    def _next(self) -> str:
        return self._tokens[self._at] if self._at < len(self._tokens) else ""

    def _taken(self) -> str:
        self._at += 1
        return self._tokens[self._at - 1]


def _step(letter: str, n: list[float], here: tuple[float, float], count: int) -> tuple[str, tuple[float, float]]:
    """Return a step as SVG path data, and where it ends."""
    if letter in "MLCQ":
        return f"{letter}{' '.join(f'{v:.4f}' for v in n)}", (n[-2], n[-1])
    if letter in "XY":
        rx, ry = abs(n[0] - here[0]), abs(n[1] - here[1])
        turns = (n[0] - here[0]) * (n[1] - here[1]) > 0
        return f"A{rx:.4f} {ry:.4f} 0 0 {int(turns == (letter == 'X'))} {n[0]:.4f} {n[1]:.4f}", (n[0], n[1])
    if letter in "UT":
        x, y, rx, ry, start, end = n
        return _swept(x, y, rx, ry, math.radians(start), math.radians(end - start), "M" if letter == "U" else "L")
    x, y, rx, ry = (n[0] + n[2]) / 2, (n[1] + n[3]) / 2, abs(n[2] - n[0]) / 2, abs(n[3] - n[1]) / 2
    one, other = (math.atan2((n[a + 1] - y) * rx, (n[a] - x) * ry) for a in (4, 6))
    clockwise = letter in "WV"
    sweep = (other - one) % math.tau if clockwise else -((one - other) % math.tau)
    return _swept(x, y, rx, ry, one, sweep or math.tau, "M" if letter in "BV" else "L" if count > 1 else "M")


def _swept(
    x: float, y: float, rx: float, ry: float, start: float, sweep: float, begins: str
) -> tuple[str, tuple[float, float]]:
    """Return an arc of an ellipse, in two halves so that a whole one is one, and where it ends."""
    points = [(x + rx * math.cos(start + sweep * s), y + ry * math.sin(start + sweep * s)) for s in (0, 0.5, 1)]
    flag = int(sweep > 0)
    halves = "".join(f"A{rx:.4f} {ry:.4f} 0 0 {flag} {px:.4f} {py:.4f}" for px, py in points[1:])
    return f"{begins}{points[0][0]:.4f} {points[0][1]:.4f}{halves}", points[-1]


def _view(words: str) -> tuple[float, float, float, float]:
    parts = [_number(part) for part in words.replace(",", " ").split()]
    x, y, width, height = parts if len(parts) == 4 else (0.0, 0.0, 21600.0, 21600.0)
    return (x, y, width, height) if width > 0 and height > 0 else (0.0, 0.0, 21600.0, 21600.0)


def _number(words: str) -> float:
    try:
        return float(words)
    except ValueError:
        return 0.0

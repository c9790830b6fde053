"""What a script sounds like: its words as they are said, each tied to the letters that stand in the script.

Numbers, years, times, sums of money, units and abbreviations are spoken out in English (numbers by ``num2words``); in
other languages a word is said as it is written.
"""

import re
from collections.abc import Iterator
from functools import cache

from msgspec import Struct
from num2words import num2words  # type: ignore[import-untyped]

MARK = re.compile(r"\[[0-9]{1,9}\]")
_TOKEN = re.compile(
    r"\d+(?:st|nd|rd|th)\b|[$£€]?\d[\d.,:]*\d%?|[$£€]?\d%?|[^\W\d_]+(?:['’.-][^\W\d_]+)*\.?|[%&+=°]", re.UNICODE
)
_YEAR = range(1100, 2000)
_MOST_DIGITS = 12
_MONEY = {"$": ("dollar", "dollars"), "£": ("pound", "pounds"), "€": ("euro", "euros")}
_SIGNS = {"%": "percent", "&": "and", "+": "plus", "=": "equals", "°": "degrees"}
_SHORT = {
    "dr.": "doctor", "mr.": "mister", "mrs.": "missus", "ms.": "miz", "prof.": "professor", "st.": "saint",
    "no.": "number", "nos.": "numbers", "vs.": "versus", "etc.": "et cetera", "e.g.": "for example", "i.e.": "that is",
    "approx.": "approximately", "fig.": "figure", "vol.": "volume", "ch.": "chapter", "p.": "page", "pp.": "pages",
    "jan.": "january", "feb.": "february", "aug.": "august", "sept.": "september", "oct.": "october",
    "nov.": "november", "dec.": "december", "a.m.": "a m", "p.m.": "p m",
}  # fmt: skip
_UNITS = {
    "t": "tons", "kg": "kilograms", "g": "grams", "mg": "milligrams", "km": "kilometres", "m": "metres",
    "cm": "centimetres", "mm": "millimetres", "l": "litres", "ml": "millilitres", "s": "seconds", "ms": "milliseconds",
    "min": "minutes", "h": "hours", "w": "watts", "kw": "kilowatts", "v": "volts", "hz": "hertz", "khz": "kilohertz",
    "mi": "miles", "ft": "feet", "in": "inches", "lb": "pounds", "oz": "ounces", "c": "celsius", "f": "fahrenheit",
}  # fmt: skip
"""Units as they are said after a number."""
_ONE = {"feet": "foot", "inches": "inch"}


class Token(Struct, frozen=True, gc=False):
    """A word of a script, from character ``start`` to ``end``, and the words in lower case that are said for it."""

    start: int
    end: int
    said: tuple[str, ...]


def tokens(script: str, language: str = "en") -> tuple[Token, ...]:
    """Return the words of a script in their order; cue marks and signs that nobody says are none."""
    plain = MARK.sub(lambda mark: " " * len(mark[0]), script)
    found = list(_TOKEN.finditer(plain))
    english = language.split("-")[0] == "en"
    made: list[Token] = []
    for number, match in enumerate(found):
        before = found[number - 1] if number else None
        said = _english(match[0], before, plain, match) if english else _as_written(match[0])
        if said:
            made.append(Token(match.start(), _end(match, said), said))
    return tuple(made)


def marks_before(script: str, words: tuple[Token, ...]) -> dict[int, int]:
    """Return for each cue whose mark is in the script the number of the word that follows it; that many at the end."""
    starts = [word.start for word in words]
    found: dict[int, int] = {}
    for mark in MARK.finditer(script):
        place = next((n for n, start in enumerate(starts) if start >= mark.start()), len(words))
        found.setdefault(int(mark[0][1:-1]), place)
    return found


def _end(match: re.Match[str], said: tuple[str, ...]) -> int:
    """Return a word's end, without the full stop of a sentence."""
    ends_with_stop = match[0].endswith(".") and match[0].lower() not in _SHORT
    return match.end() - ends_with_stop


def _as_written(word: str) -> tuple[str, ...]:
    plain = word.strip(".").lower().replace("’", "'")
    return (plain,) if any(c.isalnum() for c in plain) else ()


def _english(word: str, before: re.Match[str] | None, script: str, match: re.Match[str]) -> tuple[str, ...]:
    lower = word.lower().replace("’", "'")
    if lower in _SHORT:
        return tuple(_SHORT[lower].split())
    if word in _SIGNS:
        return (_SIGNS[word],)
    if any(c.isdecimal() for c in word):
        return tuple(_number_words(word))
    after_number = before is not None and before[0][-1].isdecimal() and script[before.end() : match.start()].isspace()
    unit = lower.strip(".")
    if after_number and unit in _UNITS:
        said = _UNITS[unit]
        return (_ONE.get(said, said.removesuffix("s")) if before is not None and before[0] == "1" else said,)
    return tuple(part for part in re.split(r"[.-]", lower) if part)


def _number_words(word: str) -> Iterator[str]:
    """Yield the words of a number: of a sum, a share, a time of day, a year, a decimal."""
    percent, word = word.endswith("%"), word.rstrip("%")
    if word[-1].isalpha():
        yield from re.sub(r"[-,]", " ", num2words(int(word[:-2]), to="ordinal")).split()
        return
    money = _MONEY.get(word[0])
    digits = word.lstrip("$£€").rstrip(".,:")
    if money is not None:
        whole, _, part = digits.replace(",", "").partition(".")
        yield from _counted(whole)
        yield money[0] if whole == "1" else money[1]
        if part.strip("0"):
            yield from _counted(part)
    elif re.fullmatch(r"\d{1,2}:\d{2}", digits):
        hours, minutes = digits.split(":")
        yield from _counted(hours)
        yield from _counted(minutes.lstrip("0")) if minutes != "00" else iter(["o'clock"])
    elif re.fullmatch(r"\d{4}", digits) and int(digits) in _YEAR and int(digits) % 100:
        yield from num2words(int(digits), to="year").replace("-", " ").split()
    else:
        yield from _counted(digits)
    if percent:
        yield "percent"


def _counted(digits: str) -> Iterator[str]:
    """Yield the words of a number; of one that nobody would read out its digits."""
    plain = re.sub(r"[,:](?=\d)", "", digits)
    try:
        if len(plain.split(".")[0]) > _MOST_DIGITS:
            raise ValueError
        yield from _words_of(plain).split()
    except ValueError:
        yield from (_words_of(one) for one in digits if one.isdecimal())


@cache
def _words_of(plain: str) -> str:
    words = num2words(float(plain) if "." in plain else int(plain))
    return re.sub(r"[-,]", " ", words)

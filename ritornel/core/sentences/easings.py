"""Easings in words, and as a setting."""

from functools import cache

from ritornel.core.motion.easing import BadEasing, Easing, eased, parse
from ritornel.core.sentences.clauses import Choice, Curve, Of, Setting
from ritornel.core.time.rounding import hundredths

_SAMPLES = 25
_USUAL = "as usual"
_WORDS = {
    "linear": "evenly",
    "ease-in": "starting gently",
    "ease-out": "ending gently",
    "ease-in-out": "starting and ending gently",
    "cubic-bezier(0.2, 0.7, 0.3, 1)": "coming to rest softly",
    "cubic-bezier(0.7, 0, 0.2, 1)": "hesitating, then swiftly",
    "cubic-bezier(0.34, 1.5, 0.64, 1)": "going a little too far",
    "cubic-bezier(0.36, -0.4, 0.64, 1)": "drawing back first",
    "spring(120, 14)": "on a soft spring",
    "spring(240, 12)": "on a lively spring",
}


def easing_words(easing: str, own: str) -> str:
    """Return an easing in words; where none is set, its effect's ``own`` one."""
    return _named(easing or own) or ("by a curve of its own" if easing else _USUAL)


def easing_setting(of: Of, easing: str, own: str) -> Setting:
    """Return the setting of an easing: those that have words, and a curve to be drawn."""
    used = _parsed(easing or own)
    choices = [
        Choice(words, {"easing": text}, text, chosen=used == _parsed(text), curve=_heights(text))
        for text, words in _WORDS.items()
    ]
    if easing and not any(choice.chosen for choice in choices):
        choices.append(Choice("by this curve", {"easing": easing}, easing, chosen=True, curve=_heights(easing)))
    if _parsed(own) not in [_parsed(text) for text in _WORDS]:
        choices.insert(0, Choice(_USUAL, {"easing": None}, chosen=not easing, curve=_heights(own)))
    bezier = used if len(used) == 4 else (0.2, 0.7, 0.3, 1.0)
    return Setting("Pace", of, choices=tuple(choices), curve=Curve("easing", bezier))


def offered() -> tuple[tuple[str, str], ...]:
    """Return the easings that have words: as they are written, and their words."""
    return tuple(_WORDS.items())


def _named(easing: str) -> str:
    used = _parsed(easing)
    return next((words for text, words in _WORDS.items() if _parsed(text) == used), "")


def _parsed(text: str) -> Easing:
    try:
        return parse(text)
    except BadEasing:
        return parse("linear")


@cache
def _heights(text: str) -> tuple[float, ...]:
    easing = _parsed(text)
    return tuple(hundredths(eased(easing, n / (_SAMPLES - 1))) for n in range(_SAMPLES))

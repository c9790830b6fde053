"""Spot sounds in a sentence: which, how loud, until when."""

from collections.abc import Iterator, Sequence

from ritornel.core.model import Spot
from ritornel.core.model.writing import plain
from ritornel.core.sentences.clauses import Choice, Clause, Number, Of, Setting

Sounds = Sequence[tuple[str, str]]
"""What can be heard: assets and what they are called."""

_UNTIL = (("end", "to its end"), ("next", "until the next sound"))


def sound_words(spot: Spot | None, of: Of, sounds: Sounds) -> Iterator[tuple[Clause, Clause, str, Setting]]:
    """Yield what is said of a spot sound, each as what leads to it, its words, the setting's name, the setting."""
    named = dict(sounds)
    chosen = spot.asset if spot is not None else ""
    choices = [Choice("no sound", {"sound": None}, chosen=not chosen)]
    choices += [
        Choice(name, {"sound": {**(plain(spot) if spot is not None else {}), "asset": asset}}, chosen=asset == chosen)
        for asset, name in sounds
    ]
    words = named.get(chosen, "a sound that is missing") if chosen else "no sound"
    yield Clause(", with "), Clause(words, "sound"), "sound", Setting("Sound", of, choices=tuple(choices))
    if spot is None or not chosen:
        return
    loud = Number("gain_db", spot.gain_db, -40, 12, 1, "dB", 1, "sound")
    yield Clause(" at "), Clause(f"{spot.gain_db:g} dB", "gain"), "gain", Setting("Loudness", of, number=loud)
    ways = tuple(
        Choice(told, {"sound": {**plain(spot), "until": until}}, chosen=until == spot.until) for until, told in _UNTIL
    )
    yield Clause(" "), Clause(dict(_UNTIL)[spot.until], "until"), "until", Setting("Until", of, choices=ways)

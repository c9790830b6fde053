"""What several builds have in common, as one sentence: each of 2 builds fades in, …, taking 0.6 to 1.2 s."""

from collections.abc import Sequence

from msgspec.structs import replace

from ritornel.core.sentences.clauses import Choice, Clause, Sentence, Setting

_DIFFERS = {"what": "moves in its own way", "trigger": "each at its own time", "easing": "each by its own curve"}
_DIFFERS_ELSE = "as each has it"
_RESTS_ON = {"gain": "sound", "until": "sound"}
"""Settings that mean something only while another one is the same for all."""


def together(sentences: Sequence[Sentence]) -> Sentence:
    """Return the sentence of builds that are set together, in the order and the words of the first one's.

    It has the settings that all of them have, and that are set of the builds themselves. Where they differ it says so,
    a number by its least and its most, and no choice is the chosen one.
    """
    first = sentences[0]
    one_effect = len({_words(s, "what") for s in sentences}) == 1
    kept = [key for key in first.settings if all(_kept(s, key, one_effect) for s in sentences)]
    kept = [key for key in kept if len({_words(s, _RESTS_ON.get(key, "")) for s in sentences}) == 1]
    clauses = [Clause(f"Each of {len(sentences)} builds ")]
    settings = {}
    for lead, clause in zip(first.clauses, first.clauses[1:], strict=False):
        key = clause.setting
        if key not in kept:
            continue
        same = len({_words(s, key) for s in sentences}) == 1
        if key != "what":
            clauses.append(lead)
        clauses.append(clause if same else Clause(_differing(sentences, key), key))
        settings[key] = first.settings[key] if same else _unchosen(first.settings[key])
    return Sentence((*clauses, Clause(".")), settings)


def _words(sentence: Sentence, key: str) -> str:
    return next((c.words for c in sentence.clauses if key and c.setting == key), "")


def _kept(sentence: Sentence, key: str, one_effect: bool) -> bool:
    """Return whether a setting can be set for all: an effect's own are those of that effect alone."""
    setting = sentence.settings.get(key)
    return setting is not None and setting.of == "step" and (one_effect or not _of_effect(setting))


def _of_effect(setting: Setting) -> bool:
    field = setting.number or setting.colour
    return (field is not None and field.within == "params") or any(set(c.values) == {"params"} for c in setting.choices)


def _differing(sentences: Sequence[Sentence], key: str) -> str:
    """Return what is said where builds differ: of a number "0.6 to 1.2 s", without what both ends say alike."""
    values = {}
    for sentence in sentences:
        number = sentence.settings[key].number
        if number is None or number.value is None:
            return _DIFFERS.get(key, _DIFFERS_ELSE)
        values[number.value] = _words(sentence, key)
    least, most = values[min(values)].split(), values[max(values)].split()
    ends = most[1:]
    if ends and least[-len(ends) :] == ends and len(least) > len(ends):
        least = least[: -len(ends)]
    return f"{' '.join(least)} to {' '.join(most)}"


def _unchosen(setting: Setting) -> Setting:
    def none(choices: tuple[Choice, ...]) -> tuple[Choice, ...]:
        return tuple(replace(choice, chosen=False) for choice in choices)

    groups = tuple(replace(group, choices=none(group.choices), chosen=False) for group in setting.groups)
    return replace(setting, groups=groups, choices=none(setting.choices))

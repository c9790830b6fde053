"""What a sentence is made of."""

from typing import Any, Literal

from msgspec import Struct

Of = Literal["transition", "step", "family", "object", "wait", "build", "how"]
"""What values are set of: a slide's transition, a build, its family, its object, or the wait before its cue.

Of builds to be: “build” makes them, “how” is set before.
"""


class Clause(Struct, frozen=True, omit_defaults=True):
    """A few words of a sentence, with the spaces and commas before them; ``setting`` is what touching them offers."""

    words: str
    setting: str = ""


class Choice(Struct, frozen=True, omit_defaults=True):
    """One thing that a setting can be. ``find`` are more words by which it is found; ``sample`` is what it moves like.

    ``curve`` are the heights, 0 at the start and 1 at the end, of an easing at even steps of its time.
    """

    words: str
    values: dict[str, Any]
    find: str = ""
    chosen: bool = False
    sample: str = ""
    curve: tuple[float, ...] = ()
    help: str = ""


class Group(Struct, frozen=True, omit_defaults=True):
    """Choices that go together, under a verb, which ``leads`` each of them or not.

    Those that stand there ``again`` have their places in other groups.
    """

    words: str
    choices: tuple[Choice, ...]
    chosen: bool = False
    leads: bool = False
    again: bool = False


class Number(Struct, frozen=True, omit_defaults=True):
    """A number as a setting: which field it is, inside which other one (``within``), and its range.

    Shown in ``unit``, it is ``per`` times that in the document: a time of 0.8 s is 800. ``value`` may be None where the
    clock finds it; then ``found`` is what it found, and setting None gives it back.
    """

    field: str
    value: float | None
    least: float
    most: float
    step: float
    unit: str = ""
    per: float = 1
    within: str = ""
    found: float | None = None


class Colour(Struct, frozen=True):
    """A colour as a setting; ``within``: see ``Number``."""

    field: str
    value: str
    within: str = ""


class Curve(Struct, frozen=True):
    """An easing of one's own as a setting: x1, y1, x2, y2 of a cubic Bézier to begin from."""

    field: str
    value: tuple[float, float, float, float]


class Setting(Struct, frozen=True, omit_defaults=True):
    """What a clause offers. ``label`` names it for those who do not see the sentence.

    What is ``drawn`` can also be drawn on the stage.
    """

    label: str
    of: Of
    groups: tuple[Group, ...] = ()
    choices: tuple[Choice, ...] = ()
    number: Number | None = None
    colour: Colour | None = None
    curve: Curve | None = None
    drawn: bool = False


class Sentence(Struct, frozen=True):
    """Clauses in their order, and the settings that they name."""

    clauses: tuple[Clause, ...]
    settings: dict[str, Setting]

    @property
    def text(self) -> str:
        """The sentence as one reads it."""
        return "".join(clause.words for clause in self.clauses)

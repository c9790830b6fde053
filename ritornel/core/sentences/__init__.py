"""Motion said in sentences: what a page shows of a transition or a build, and what it offers in each word's place.

A ``Sentence`` is clauses, some of which name a setting; a setting is a list of choices, a number, a colour, or a curve.
A choice carries the ``values`` that choosing it sets, so that a page knows nothing of effects: it draws clauses,
offers choices, and sends values back. Every subject is one file: ``transitions``, ``builds``. Samples are scores of one
motion alone, to be played by whatever plays a show.
"""

from ritornel.core.sentences.clauses import Choice, Clause, Colour, Curve, Group, Number, Sentence, Setting

__all__ = ["Choice", "Clause", "Colour", "Curve", "Group", "Number", "Sentence", "Setting"]

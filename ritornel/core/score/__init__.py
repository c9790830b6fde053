"""The score: everything that happens in a show, with its instant.

``compile`` is a pure function of the show; ``evaluate`` is random access. ``parts`` says what a score is made of.

    ritornel score SHOW --facts
"""

from ritornel.core.score.compiling import compile, content_of, forget, with_defaults
from ritornel.core.score.evaluating import evaluate, slide_at
from ritornel.core.score.facts import facts, group_facts
from ritornel.core.score.parts import FrameState, Layer, Score, SlideScore, TransitionPlan

__all__ = [
    "FrameState",
    "Layer",
    "Score",
    "SlideScore",
    "TransitionPlan",
    "compile",
    "content_of",
    "evaluate",
    "facts",
    "forget",
    "group_facts",
    "slide_at",
    "with_defaults",
]

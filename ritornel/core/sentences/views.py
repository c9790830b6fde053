"""A move to a view of the plane as a sentence: The stage flies to “The lens”, on cue 2, at once, taking 1.8 s."""

from collections.abc import Iterator
from typing import Any

from ritornel.core.model import Slide, Step
from ritornel.core.motion.builds import EFFECTS, effect_for
from ritornel.core.sentences.clauses import Choice, Clause, Setting
from ritornel.core.text.naming import view_name


def going(step: Step, slide: Slide) -> Iterator[tuple[Clause, str, Setting]]:
    """Yield the clauses that say how one gets there, and where: each with its name and its setting."""
    used = effect_for("view", step.effect).name
    ways = tuple(
        Choice(
            effect.verbs["view"],
            {"effect": effect.name, "duration": None, "easing": None},
            f"{effect.label} {effect.name}",
            chosen=effect.name == used,
            help=effect.help,
        )
        for effect in EFFECTS.values()
        if "view" in effect.verbs
    )
    yield Clause(effect_for("view", step.effect).verbs["view"], "what"), "what", Setting("Way", "step", choices=ways)
    goal = step.view
    places = tuple(
        Choice(f"“{view_name(view.id, slide)}”", _to(view.id), chosen=view.id == goal) for view in slide.views
    )
    yield Clause(f"“{view_name(goal, slide)}”", "view"), "view", Setting("View", "step", choices=places)


def _to(view: str) -> dict[str, Any]:
    return {"view": view}

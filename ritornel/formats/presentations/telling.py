"""What of a show other programs will see in a presentation as what it is."""

from ritornel.core.model import Step
from ritornel.core.motion.builds import EFFECTS

_ONLY_OURS = frozenset({"blur", "draw", "letters", "kindle", "turn-in", "unfold", "swing", "tilt"})
"""Effects whose curves move what formats of presentations do not."""


def is_standard(type_: str) -> bool:
    """Tell whether a transition's type is one of SMIL 3.0 (its section 12, table 1)."""
    return type_ == "fade" or type_.endswith("Wipe")


def can_be_said(step: Step) -> bool:
    """Tell whether another program will see of a build what it is: all that it moves is something the format moves."""
    effect = EFFECTS.get(step.effect)
    if step.acts or effect is None:
        return True
    return effect.mark is None and effect.together is None and step.effect not in _ONLY_OURS

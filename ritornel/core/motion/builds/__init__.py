"""Build effects, one file per family.

A file states ``EFFECTS``, a tuple of ``Effect`` (see ``motion.declared``): name, verbs per kind, a help line,
default duration and easings, parameters with their ranges, and ``curves(asked)``, which returns keyed curves over the
share 0..1 of the build's duration. Curves describe an entrance or an emphasis; an exit plays them backwards.
An entrance's curve ends at its property's neutral value (``track.NEUTRAL``; a ``clip``, which has none, at the whole of
the object); what an emphasis or a path ends at stays until the slide is left. A new effect is one new file here;
nothing else changes.
"""

from ritornel.core.model.slide import ACTS
from ritornel.core.motion.declared import Effect, found_in

EFFECTS: dict[str, Effect] = found_in(__name__, __path__, "EFFECTS")

DEFAULT_EFFECT: dict[str, str] = {
    "entrance": "appear",
    "emphasis": "pulse",
    "exit": "appear",
    "path": "appear",
    "view": "fly",
    **{act: act for act in ACTS},
}


def is_known(kind: str, name: str) -> bool:
    """Tell whether there is an effect of that name for that kind of build."""
    effect = EFFECTS.get(name)
    return effect is not None and kind in effect.verbs


def effect_for(kind: str, name: str) -> Effect:
    """Return the effect of that name for that kind; the kind's plainest one where it is not known."""
    effect = EFFECTS.get(name)
    return effect if effect is not None and kind in effect.verbs else EFFECTS[DEFAULT_EFFECT[kind]]

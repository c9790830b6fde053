"""What is the same for every show, told to every desk: effects, transitions, easings, forms, families, defaults."""

from functools import cache
from typing import Any, get_args

from ritornel.core.drawing.forms import FORMS, Form
from ritornel.core.model import Shape
from ritornel.core.model.defaults import defaults
from ritornel.core.model.framing import Mask
from ritornel.core.model.paths import path_data, placed
from ritornel.core.model.roles import ROLES
from ritornel.core.model.slide import ACTS
from ritornel.core.motion.builds import EFFECTS
from ritornel.core.motion.transitions import TRANSITIONS
from ritornel.core.sentences.builds import KINDS
from ritornel.core.sentences.easings import offered
from ritornel.core.styles.kinds import KINDS as SLIDE_KINDS
from ritornel.core.text.families import FAMILIES
from ritornel.formats.file_kinds import FILE_KINDS


def vocabulary() -> dict[str, Any]:
    """Return the effects, transitions, easings and defaults: what is the same for every show."""
    return {
        "effects": {e.name: {"by_line": e.by_line} for e in EFFECTS.values()},
        "transitions": {
            t.name: {
                "duration": t.duration_ms,
                "instant": t.instant,
            }
            for t in TRANSITIONS.values()
        },
        "easings": offered(),
        "kinds": {k: {"acts": k in ACTS} for k in (*KINDS, "view")},
        "slide_kinds": {name: kind.label for name, kind in SLIDE_KINDS.items()},
        "roles": ROLES,
        "forms": {name: {"label": f.label, "settings": f.settings, "sample": _sample(f)} for name, f in FORMS.items()},
        "masks": get_args(Mask),
        "families": {name: {"label": f.label, "voice": f.voice} for name, f in FAMILIES.items()},
        "defaults": defaults_by_kind(),
        "files": FILE_KINDS,
    }


def _sample(form: Form) -> str:
    return path_data(placed(form.path(Shape(id="sample", tail=(0.2, 1.25))), 1, 1, 38, 27))


@cache
def defaults_by_kind() -> dict[str, dict[str, Any]]:
    """Return the model's defaults, computed once."""
    return defaults()

"""How the two slides of a transition stand: the one before as it ends, the new one as it begins."""

from ritornel.core.model import Show
from ritornel.core.motion.standing import Standing
from ritornel.core.motion.target import states_at
from ritornel.core.score.compiling import compile


def standings(show: Show, place: int) -> tuple[Standing, Standing]:
    """Return the slide before the one at a place (from 1 on) as it ends, and that one as it begins."""
    return _standing(show, place - 1, compile(show).slides[place - 1].length_ms), _standing(show, place, 0)


def _standing(show: Show, place: int, time: int) -> Standing:
    targets = compile(show).slides[place].targets
    return Standing(show.slides[place], states_at(targets, time))

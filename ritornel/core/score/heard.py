"""All that is heard of a compiled show."""

from ritornel.core.score.parts import Score
from ritornel.core.sound.mixing import Heard, heard_in


def heard_of(score: Score) -> list[Heard]:
    """Return all that is heard of a show, in the order in which it begins."""
    return heard_in(zip(score.starts, (part.spans for part in score.slides), strict=True), score.bed_spans)

"""Edits that lead objects along a line drawn on the stage."""

from typing import Annotated, Any

from msgspec import Meta

from ritornel.core.edits.builds import AddBuilds, SetSteps
from ritornel.core.edits.command import Command, Ids, NewIds
from ritornel.core.edits.drawing import Points, drawn_path
from ritornel.core.model import Show
from ritornel.core.model.paths import path_data

_EFFECT = "follow"


class LeadAlong(Command, frozen=True, kw_only=True):
    """Let objects go along a line through ``points`` of the stage, from where each stands, all together on one cue.

    One drawn ``by_hand`` is made smooth, any other goes straight from corner to corner. With ``step`` that build
    becomes the one that goes along it.
    """

    slide: str
    points: Points
    objects: Ids = []
    by_hand: bool = False
    closed: bool = False
    step: Annotated[str, Meta(max_length=200)] = ""
    ids: NewIds = []

    def apply(self, show: Show) -> Show:
        """Return the show with the builds."""
        x, y = self.points[0]
        path = drawn_path([(a - x, b - y) for a, b in self.points], self.by_hand, self.closed)
        if self.closed:
            path = path[:-1]  # it has come back already
        values: dict[str, Any] = {"kind": "path", "effect": _EFFECT, "params": {"path": path_data(path)}}
        if self.step:
            return SetSteps(slide=self.slide, steps=[self.step], values=values).apply(show)
        before = {s.id for slide in show.slides if slide.id == self.slide for s in slide.running_order}
        added = AddBuilds(
            slide=self.slide, objects=self.objects, kind="path", effect=_EFFECT, along="reading", ids=self.ids
        ).apply(show)
        new = [s.id for t in added.slides if t.id == self.slide for s in t.running_order if s.id not in before]
        return SetSteps(slide=self.slide, steps=new, values=values).apply(added)

    @property
    def label(self) -> str:
        """Name it as people do."""
        return "lead it along a line"

"""Something of others is used, and the show does not say whose it is, or nobody knows how it may be used."""

from collections.abc import Iterable

from ritornel.core.linecheck.finding import FAILS, Finding, Mend, Rule
from ritornel.core.model import Asset, Show, Slide, Text
from ritornel.core.model.uses import assets_of
from ritornel.core.score import Score

_FREE = ("cc0", "public domain", "own work")


def _look(show: Show, score: Score) -> Iterable[Finding]:
    shown = [(number, slide) for number, slide in enumerate(show.slides, 1) if not slide.skipped]
    if not shown:
        return
    there = {asset.id: asset for asset in show.assets}
    used: dict[str, tuple[int, Slide]] = {}
    for number, slide in shown:
        for asset in assets_of(slide):
            used.setdefault(asset, (number, slide))
    for bed in show.beds:
        used.setdefault(bed.asset, shown[0])
    for name, (number, slide) in used.items():
        one = there.get(name)
        if one is not None and one.credit and not one.licence:
            words = f"“{one.name}” is by {one.credit}, and nobody knows under which licence; say it in the library"
            yield Finding("uncredited", slide.id, f"slide {number}: {words}")
    owed = [there[name] for name in used if name in there and _wants_credit(there[name])]
    if owed and not any(isinstance(o, Text) and o.tells for _, slide in shown for o in slide.objects):
        count = "one thing" if len(owed) == 1 else f"{len(owed)} things"
        words = f"the show uses {count} whose authors must be named, and does not name them"
        mend = Mend("Add a slide of credits", {"do": "add-credits", "after": shown[-1][1].id})
        yield Finding("uncredited", shown[-1][1].id, words, mend=mend)


def _wants_credit(asset: Asset) -> bool:
    return bool(asset.licence) and not any(free in asset.licence.lower() for free in _FREE)


RULE = Rule(
    "uncredited",
    "Licences and credits that are missing",
    look_over=_look,
    weight=FAILS,
    why="Most licences are given on one condition: that the author is named.",
)

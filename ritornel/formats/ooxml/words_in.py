"""Words of a shape: paragraphs and runs, each in what holds for its level through all the lists it stands in."""

from collections.abc import Iterator, Sequence
from typing import Any, NamedTuple

from ritornel.core.model import limits
from ritornel.formats.ooxml.names import Element, all_in, children, found, local, number
from ritornel.formats.ooxml.themes import Theme
from ritornel.formats.presentations.lines import Letters, Line

_ALIGN = {"l": "left", "ctr": "centre", "r": "right", "just": "left", "dist": "left"}
_DEFAULT_SIZE = 1800.0


class Level(NamedTuple):
    """What holds for a level: its paragraphs' properties and its runs', the nearest first."""

    paragraphs: Sequence[Element]
    runs: Sequence[Element]


class Words:
    """Reads text bodies. ``scale`` is how many stage units a point is; ``links`` finds addresses by relationships."""

    def __init__(self, theme: Theme, scale: float, links: Any) -> None:
        """State the theme."""
        self._theme, self._scale, self._links = theme, scale, links

    def lines(self, body: Element | None, lists: Sequence[Element], shrunk: float = 1.0) -> list[Line]:
        """Return the paragraphs of a text body; ``lists`` are the list styles around it, the nearest first."""
        made: list[Line] = []
        for number_, paragraph in enumerate(all_in(body, "a:p")):
            made += self._paragraph(paragraph, lists, shrunk, number_)
        while len(made) > 1 and not made[-1].text.strip():
            made.pop()
        return made

    def _paragraph(self, paragraph: Element, lists: Sequence[Element], shrunk: float, place: int) -> Iterator[Line]:
        own = found(paragraph, "a:pPr")
        level = min(limits.LEVELS - 1, max(0, int(number(own, "lvl"))))
        around = [
            e
            for style in lists
            for e in (found(style, f"a:lvl{level + 1}pPr"), found(style, "a:defPPr"))
            if e is not None
        ]
        held = Level(
            [e for e in (own, *around) if e is not None], [r for e in around if (r := found(e, "a:defRPr")) is not None]
        )
        parts: list[list[tuple[str, Letters]]] = [[]]
        for child in children(paragraph):
            name = local(child)
            if name == "a:br":
                parts.append([])
            elif name in ("a:r", "a:fld"):
                words = found(child, "a:t")
                letters = self._letters(found(child, "a:rPr"), held, shrunk)
                pieces = ((words.text or "") if words is not None else "").replace("\v", "\n").split("\n")
                for number_, piece in enumerate(pieces):
                    if number_:
                        parts.append([])
                    parts[-1].append((" ".join(piece.split("\t")), letters))
        plain = self._letters(found(paragraph, "a:endParaRPr"), held, shrunk)
        marker = _marker(held)
        for number_, stretches in enumerate(parts):
            yield Line(
                stretches or [("", plain)],
                level if marker != "none" or level else 0,
                marker if number_ == 0 and any(words.strip() for words, _ in stretches) else "none",
                _ALIGN.get(_first(held.paragraphs, "algn", "l"), "left"),
                self._height(held),
                self._above(held, stretches[0][1] if stretches else plain) if number_ == 0 else 0.0,
                str(place),
            )

    def _letters(self, own: Element | None, held: Level, shrunk: float) -> Letters:
        runs = [e for e in (own, *held.runs) if e is not None]
        latin = next((e for run in runs if (e := found(run, "a:latin")) is not None), None)
        paint = next(
            (p for run in runs if (fill := found(run, "a:solidFill")) is not None and (p := self._theme.paint(fill))),
            None,
        )
        click = found(own, "a:hlinkClick")
        link = self._links(click) if click is not None else ""
        try:
            size = float(_first(runs, "sz", str(_DEFAULT_SIZE)))
        except ValueError:
            size = _DEFAULT_SIZE
        return Letters(
            self._theme.font("+mn-lt" if latin is None else latin.get("typeface", "")),
            size / 100 * self._scale * shrunk,
            600 if _first(runs, "b", "0") in ("1", "true") else 400,
            _first(runs, "i", "0") in ("1", "true"),
            paint.colour if paint else "#000000",
            _first(runs, "u", "none") != "none" and not link,
            link,
        )

    def _height(self, held: Level) -> float:
        """Return how high a line is, in sizes."""
        spacing = next((e for p in held.paragraphs if (e := found(p, "a:lnSpc/a:spcPct")) is not None), None)
        return round(1.2 * number(spacing, "val", 100_000) / 100_000, 4) if spacing is not None else 1.2

    def _above(self, held: Level, letters: Letters) -> float:
        """Return the room above a paragraph, in stage units."""
        for paragraph in held.paragraphs:
            before = found(paragraph, "a:spcBef")
            if before is not None:
                share, points = found(before, "a:spcPct"), found(before, "a:spcPts")
                if share is not None:
                    return number(share, "val") / 100_000 * letters.size
                return number(points, "val") / 100 * self._scale
        return 0.0


def _first(elements: Sequence[Element], name: str, default: str) -> str:
    """Return an attribute of the nearest element that has it."""
    return next((value for e in elements if (value := e.get(name)) is not None), default)


def _marker(held: Level) -> str:
    for paragraph in held.paragraphs:
        for child in children(paragraph):
            name = local(child)
            if name == "a:buNone":
                return "none"
            if name == "a:buAutoNum":
                return "number"
            if name in ("a:buChar", "a:buBlip"):
                return "bullet"
    return "none"

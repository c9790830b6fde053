"""Credits: who made what a show uses, and under which licence; and the texts that say so of themselves."""

from collections.abc import Iterable
from pathlib import PurePath
from typing import NamedTuple

from msgspec.structs import replace

from ritornel.core.model import Asset, Object, Paragraph, Show, Slide, Text, limits
from ritornel.core.model.memory import Recalled
from ritornel.core.model.uses import assets_of
from ritornel.core.text.fitting import excess, shrunk

KIND_WORDS = {"picture": "Pictures", "clip": "Clips", "sound": "Sound"}
_NAMED = 6
_MOST_BYTES = 1024 * 1024
_known: Recalled[tuple[str, ...]] = Recalled(_MOST_BYTES)


class Credit(NamedTuple):
    """What one author gave under one licence: kinds of asset and their names, as the show comes to them."""

    author: str
    licence: str
    kinds: tuple[str, ...]
    names: tuple[str, ...]

    @property
    def due(self) -> str:
        """Author and licence in words."""
        return ", ".join(word for word in (self.author, self.licence) if word)


def credits_of(show: Show) -> list[Credit]:
    """Return what is to be credited, in the order in which the show comes to it, beds last.

    An asset with neither author nor licence is one's own, and is not named.
    """
    assets = {a.id: a for a in show.assets}
    order = dict.fromkeys([i for slide in show.slides for i in assets_of(slide)] + [bed.asset for bed in show.beds])
    groups: dict[tuple[str, str], list[Asset]] = {}
    for asset in (assets[i] for i in order if i in assets):
        if asset.credit or asset.licence:
            groups.setdefault((asset.credit, asset.licence), []).append(asset)
    return [Credit(*whose, _once(a.kind for a in of), _once(title_of(a) for a in of)) for whose, of in groups.items()]


def title_of(asset: Asset) -> str:
    """Return an asset's name without the ending of its file."""
    return PurePath(asset.name).stem.replace("-", " ").replace("_", " ").strip() or asset.name


def credit_lines(show: Show) -> list[str]:
    """Return the lines of a credits slide: the names, whose they are, and the licence."""
    lines = (f"{_listed(credit.names)}: {credit.due}" for credit in credits_of(show))
    return [line[0].upper() + line[1:] for line in lines]


def credit_line(show: Show) -> str:
    """Return the credits in one line: what kind of thing is whose."""
    return " · ".join(f"{_kinds(credit)}: {credit.due}" for credit in credits_of(show))


def told(show: Show) -> Show:
    """Return the show with the texts that tell its credits saying what they must now; the very same one if they do."""
    telling = {slide.id: found for slide in show.slides if (found := _telling(slide))}
    if not telling:
        return show
    said = {
        "credits": tuple(credit_lines(show)[: limits.PARAGRAPHS_IN_A_TEXT]),
        "credit-line": (credit_line(show),),
    }
    slides = tuple(_told(s, telling[s.id], said) if s.id in telling else s for s in show.slides)
    return show if all(a is b for a, b in zip(slides, show.slides, strict=True)) else replace(show, slides=slides)


def own_words(before: Show, after: Show) -> Show:
    """Return the show after an edit, where a text that told its credits and was written in does so no longer."""
    was = {s.id: s for s in before.slides if _telling(s)}
    slides = tuple(_own_words(was[s.id], s) if s.id in was and was[s.id] is not s else s for s in after.slides)
    return after if all(a is b for a, b in zip(slides, after.slides, strict=True)) else replace(after, slides=slides)


def _own_words(was: Slide, slide: Slide) -> Slide:
    told_before = {o.id: _words_in(o) for o in was.objects if isinstance(o, Text) and o.tells}

    def written(thing: Object) -> bool:
        if not isinstance(thing, Text) or thing.id not in told_before or not thing.tells:
            return False
        return _words_in(thing) not in (told_before[thing.id], ())

    objects = tuple(replace(o, tells="") if written(o) else o for o in slide.objects)
    return slide if objects == slide.objects else replace(slide, objects=objects)


def _words_in(text: Text) -> tuple[str, ...]:
    return tuple(p.text for p in text.paragraphs)


def _telling(slide: Slide) -> tuple[str, ...]:
    known = _known.get(slide)
    if known is not None:
        return known
    found = tuple(o.id for o in slide.objects if isinstance(o, Text) and o.tells)
    return _known.put(found, 300 + 60 * len(found), slide)


def _told(slide: Slide, telling: Iterable[str], said: dict[str, tuple[str, ...]]) -> Slide:
    ids = set(telling)
    objects = tuple(_saying(o, said[o.tells]) if isinstance(o, Text) and o.id in ids else o for o in slide.objects)
    return slide if objects == slide.objects else replace(slide, objects=objects)


def _saying(text: Text, lines: tuple[str, ...]) -> Text:
    if _words_in(text) == lines:
        return text
    text = replace(text, paragraphs=tuple(Paragraph(line[: limits.PARAGRAPH_CHARACTERS]) for line in lines))
    return text if text.grows or not excess(text) else shrunk(text)


def _once(values: Iterable[str]) -> tuple[str, ...]:
    return tuple(dict.fromkeys(values))


def _kinds(credit: Credit) -> str:
    """Return what kinds of thing they are: “Pictures, sound and clips”."""
    *before, last = (KIND_WORDS[kind] if n == 0 else KIND_WORDS[kind].lower() for n, kind in enumerate(credit.kinds))
    return f"{', '.join(before)} and {last}" if before else last


def _listed(names: tuple[str, ...]) -> str:
    more = len(names) - _NAMED
    return ", ".join(names[:_NAMED]) + (f" and {more} more" if more > 0 else "")

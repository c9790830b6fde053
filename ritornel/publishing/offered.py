"""What the Publish page offers of a show: what the line check found, and the films that can be made of it."""

from typing import Any, get_args

from django.db.models import Max, Sum
from django.urls import reverse

from ritornel.core.linecheck import RULES, Finding
from ritornel.core.linecheck import found as line_check
from ritornel.core.linecheck.finding import BETTER, FAILS, NOTICED
from ritornel.core.model import Show as CoreShow
from ritornel.core.model.running import running
from ritornel.core.model.uses import assets_of
from ritornel.core.score import compile
from ritornel.core.text.naming import slide_title
from ritornel.core.voice.captions import languages_of, show_captions
from ritornel.formats.shows import FORMATS
from ritornel.library.models import Asset
from ritornel.publishing.one_file import MOST_BYTES
from ritornel.render.closely import CLOSE_RULES
from ritornel.render.filming import LINES, RATES, FilmSettings, Shape
from ritornel.render.ways_out import WAYS
from ritornel.shows import closely
from ritornel.shows.models import Show

_HEAVIEST = (FAILS, NOTICED, BETTER)


def _found(show: CoreShow) -> list[Finding]:
    """Return what the line check has found so far and nobody set aside, the heaviest first."""
    looked, _ = closely.known(show)
    found = line_check(show, compile(show), looked).open
    weights = {rule.name: _HEAVIEST.index(rule.weight) for rule in (*RULES.values(), *CLOSE_RULES.values())}
    return sorted(found, key=lambda one: weights[one.rule])


def ways_of(row: Show, show: CoreShow) -> dict[str, Any]:
    """Return what the page is drawn of, beside the editions: ``ways`` is for its script."""
    runs = running(show)
    score = compile(runs)
    titles = {slide.id: slide_title(slide, n) for n, slide in enumerate(show.slides, 1)}
    found = _found(show)
    last = row.editions.aggregate(last=Max("number"))["last"] or 0
    return {
        "length": score.length_ms,
        "findings": found,
        "more": len(found) - 2,
        "next_number": last + 1,
        "formats": [
            {
                "format": one,
                "address": reverse("desk:export", args=[row.pk, one.name]),
                "loses": "; ".join(one.loses(show)),
            }
            for one in FORMATS.values()
            if one.writes is not None
        ],
        "ways": {
            "address": reverse("films:films", args=[row.pk]),
            "cost": reverse("films:cost", args=[row.pk]),
            "kinds": [{"name": w.name, "label": w.label, "sets": sorted(w.sets)} for w in _in_order()],
            "sizes": {
                shape: [[n, *FilmSettings(lines=n, shape=shape).size(show)] for n in LINES] for shape in get_args(Shape)
            },
            "rates": RATES,
            "chapters": [chapter.title for chapter in show.chapters],
            "slides": [{"id": s.id, "title": titles[s.id]} for s in show.slides],
            "languages": [
                ("" if code == show.language else code, code)
                for code in languages_of(runs)
                if show_captions(runs, score.times, code)
            ],
        },
    }


def _in_order() -> list[Any]:
    """Return the ways out, films first."""
    first = ("mp4", "webm", "webp")
    return [WAYS[name] for name in first] + [way for name, way in WAYS.items() if name not in first]


def file_of(row: Show, show: CoreShow) -> dict[str, Any]:
    """Return about how large a show is as one file, ``file_bytes``, and whether it will be ``one_file``."""
    shown = {asset for slide in running(show).slides for asset in assets_of(slide)} | {bed.asset for bed in show.beds}
    media = Asset.objects.filter(owner_id=row.owner_id, sha256__in=shown - {""}).aggregate(sum=Sum("size"))["sum"] or 0
    return {"file_bytes": media * 4 // 3 + _PLAYER_BYTES, "one_file": media <= MOST_BYTES}


_PLAYER_BYTES = 900_000

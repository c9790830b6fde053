"""Motion in sentences, for the desk: what a transition or a build does, what else it could do, and samples of it."""

from typing import Annotated, Any
from uuid import UUID

import msgspec
from django.http import HttpRequest, HttpResponse
from django.templatetags.static import static
from django.views.decorators.http import require_POST
from msgspec.structs import replace

from ritornel.core.edits import BadEdit, read_command
from ritornel.core.edits.command import Ids, slide_of
from ritornel.core.edits.families import family_of
from ritornel.core.model import Show, Slide, Step, Transition
from ritornel.core.model.reading import convert
from ritornel.core.motion.transitions import transition_for
from ritornel.core.score import compile
from ritornel.core.score.standing import standings
from ritornel.core.sentences import Sentence
from ritornel.core.sentences.building import Building, building_samples, building_sentence
from ritornel.core.sentences.builds import KINDS, Sample, build_samples, build_sentence
from ritornel.core.sentences.carries import carries
from ritornel.core.sentences.together import together
from ritornel.core.sentences.transitions import transition_samples, transition_sentence
from ritornel.core.text.naming import slide_title, step_name
from ritornel.desk.protocol import MOST_COMMANDS, carried_on
from ritornel.library.spots import shipped
from ritornel.render.stage import marks
from ritornel.shows.access import Act, loaded_for
from ritornel.site.answering import answer, answering, asked, signed_in


class Said(msgspec.Struct):
    """What a page asks: the sentence of a slide's transition, or of one of its builds (``step``).

    ``commands`` are those on their way. ``transition`` is one that no slide has yet, ``slide`` then where it would be;
    ``building`` are builds that are not there yet.
    ``family`` tells of all the builds that are one family with the step, ``others`` are those that are set with it.
    ``group`` is what samples are wanted of: the words of one of the sentence's groups; empty for none.
    """

    slide: str
    commands: Annotated[list[dict[str, Any]], msgspec.Meta(max_length=MOST_COMMANDS)] = []
    step: str = ""
    family: bool = False
    others: Ids = []
    transition: dict[str, Any] | None = None
    building: Building | None = None
    group: str = ""


@signed_in
@require_POST
@answering
def sentence(request: HttpRequest, show_id: UUID) -> HttpResponse:
    """Answer a sentence, and the samples of one of its groups: each what it moves, and for how long."""
    _, show = loaded_for(request, show_id, Act.EDIT)
    wanted = asked(request, Said)
    show = carried_on(show, map(read_command, wanted.commands))
    slide = slide_of(show, wanted.slide)
    place = show.slides.index(slide)
    if wanted.building is not None:
        said = building_sentence(show, slide, wanted.building)
        tried = building_samples(show, slide, wanted.building, wanted.group)
        return answer({"sentence": said, "samples": {n: _sample(one, show) for n, one in tried.items()}, "heard": {}})
    said, samples = _build(show, place, wanted) if wanted.step else _transition(show, place, wanted)
    carrying = not wanted.step and wanted.transition is None and place > 0
    known = carrying and transition_for(show.slides[place].transition).carries
    told = {"carries": carries(show, place)} if known else {}
    family = [s.id for s in family_of(slide, _step(slide, wanted.step))] if wanted.step else []
    return answer({"sentence": said, "samples": samples, "heard": _heard(), "family": family, **told})


def _sounds(show: Show) -> list[tuple[str, str]]:
    """Return what can be heard with a motion: the sounds of the show, and those that ship."""
    own = [(a.id, a.name.rsplit(".", 1)[0]) for a in show.assets if a.kind == "sound" and a.id not in shipped()]
    return [*((i, spot.name) for i, spot in shipped().items()), *own]


def _heard() -> dict[str, str]:
    """Return the addresses at which those that ship are heard."""
    return {i: static(spot.static) for i, spot in shipped().items()}


def _transition(show: Show, place: int, wanted: Said) -> tuple[Sentence, dict[str, Any]]:
    slide = show.slides[place]
    new, old = slide_title(slide, place + 1), _title_before(show.slides, place)
    transition = slide.transition
    if wanted.transition is not None:
        transition = convert(wanted.transition, Transition)
        new, old = "Each picture", "the slide before"
    said = transition_sentence(transition, new, old, _sounds(show))
    standing = standings(show, place) if place and wanted.transition is None else ()
    plans = transition_samples(transition, wanted.group, show.width, show.height, standing)
    return said, {name: {"length": plan.duration_ms, "plan": plan} for name, plan in plans.items()}


def _title_before(slides: tuple[Slide, ...], place: int) -> str:
    return slide_title(slides[place - 1], place) if place else ""


def _build(show: Show, place: int, wanted: Said) -> tuple[Sentence, dict[str, Any]]:
    slide = show.slides[place]
    step = _step(slide, wanted.step)
    time = compile(show).times[place]
    assets = {a.id: a for a in show.assets}
    whole = wanted.family and len(family_of(slide, step)) > 1
    name = step_name(replace(step, part=None) if whole else step, slide, assets)
    said = build_sentence(step, slide, time, name, _sounds(show))
    if wanted.others:
        others = [_step(slide, other) for other in wanted.others]
        said = together([said, *(build_sentence(other, slide, time, name, _sounds(show)) for other in others)])
    kind = next((kind for kind, words in KINDS.items() if words == wanted.group), None)
    samples = {} if kind is None else build_samples(step, slide, kind, show.width, show.height)
    return said, {name: _sample(sample, show) for name, sample in samples.items()}


def _step(slide: Slide, name: str) -> Step:
    step = next((s for s in slide.running_order if s.id == name), None)
    if step is None:
        raise BadEdit("that build is not in the running order any more")
    return step


def _sample(sample: Sample, show: Show) -> dict[str, Any]:
    """Return what the page plays, with what the builds themselves draw at each object."""
    return {"length": sample.length_ms, "targets": sample.targets, "marks": marks(sample.slide, show)}

"""An object that nobody ever sees: beside the stage, clear as glass, or under another all the time."""

from collections.abc import Iterable, Mapping, Sequence

from ritornel.core.linecheck.finding import BETTER, Finding, Here, Mend, Rule
from ritornel.core.linecheck.seen_when import Seen, beside_stage, moved, seen_when
from ritornel.core.model import Asset, Clip, Object, Picture, Shape, Sound
from ritornel.core.model.framing import Framing
from ritornel.core.model.roles import ORNAMENT
from ritornel.core.text.naming import object_name
from ritornel.core.time.slide_clock import SlideTime

_MOST = 200
_OPAQUE_PICTURES = ("image/jpeg",)


def _look(here: Here) -> Iterable[Finding]:
    slide, there = here.slide, here.assets
    if len(slide.objects) > _MOST:
        return
    covers = [(n, o) for n, o in enumerate(slide.objects) if _covers(o, there)]
    things = [(n, o) for n, o in enumerate(slide.objects) if not isinstance(o, Sound) and o.role != ORNAMENT]
    beside = {o.id for _, o in things if beside_stage(o, here.stage, slide) or o.opacity == 0}
    if not covers and not beside:
        return
    when, led = seen_when(slide, here.time), moved(here.time)
    carried = here.leaves | {now for _, now in here.part.transition.carried}
    for place, thing in things:
        if thing.id in led or thing.id in carried:
            continue
        if thing.id in beside:
            if _is_built(thing, here.time):
                continue  # that is another rule's
            beside_it = "stands in no view" if slide.plane is not None else "stands beside the stage"
            words = beside_it if thing.opacity else "is clear as glass"
        elif _is_covered(place, thing, covers, when, led):
            words = "lies under another all the time"
        else:
            continue
        message = f"slide {here.number}: “{object_name(thing, there)}” is never seen: it {words}"
        command = {"do": "delete-objects", "slide": slide.id, "objects": [thing.id]}
        yield Finding("never-seen", slide.id, message, object=thing.id, mend=Mend("Take it away", command))


def _is_built(thing: Object, time: SlideTime) -> bool:
    return any(t.step.object == thing.id for group in time.groups for t in group.steps)


def _covers(thing: Object, there: Mapping[str, Asset]) -> bool:
    """Tell whether nothing is seen through an object, nor past it inside its box."""
    if thing.opacity < 1 or thing.rotation % 90 or thing.soft_edge:
        return False
    if isinstance(thing, Shape):
        solid = thing.gradient is None and len(thing.fill) == len("#123456")
        return thing.form == "rectangle" and not thing.corner_radius and solid
    if isinstance(thing, Picture | Clip):
        asset = there.get(thing.asset)
        opaque = asset is not None and (isinstance(thing, Clip) or asset.mime in _OPAQUE_PICTURES)
        return opaque and thing.fit == "fill" and thing.frame == Framing()
    return False


def _is_covered(
    place: int,
    thing: Object,
    covers: Sequence[tuple[int, Object]],
    when: Mapping[str, Seen],
    led: frozenset[str],
) -> bool:
    if thing.rotation:
        return False
    comes, goes = when[thing.id]
    return any(
        n > place
        and cover.id not in led
        and when[cover.id][0] <= comes
        and when[cover.id][1] >= goes
        and cover.x <= thing.x
        and cover.y <= thing.y
        and cover.x + cover.width >= thing.x + thing.width
        and cover.y + cover.height >= thing.y + thing.height
        for n, cover in covers
    )


RULE = Rule(
    "never-seen",
    "Things that are never seen",
    look_at=_look,
    weight=BETTER,
    why="What nobody sees was meant to be seen, or is in the way of who works on the slide.",
)

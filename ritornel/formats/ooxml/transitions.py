"""Transitions of PresentationML (part 1, 19.3.1.40 and its siblings) and ours, in both directions."""

from collections.abc import Mapping
from typing import NamedTuple

from ritornel.core.model import Transition
from ritornel.formats.ooxml.names import Element, children, found, is_on, local, made, number, qualified
from ritornel.formats.presentations.losses import Losses

_SPEEDS = {"slow": 1500, "med": 1000, "fast": 500}
_FROM = {"l": "fromRight", "r": "fromLeft", "u": "fromBottom", "d": "fromTop"}
"""Directions are those in which something moves; ours are where it comes from."""

_BARS = {
    "l": ("leftToRight", True),
    "r": ("leftToRight", False),
    "u": ("topToBottom", True),
    "d": ("topToBottom", False),
}
_CORNERS = {"rd": ("topLeft", False), "ld": ("topRight", False), "lu": ("topLeft", True), "ru": ("topRight", True)}
_SPOKES = {
    1: ("clockWipe", "clockwiseTwelve"),
    2: ("pinWheelWipe", "twoBladeVertical"),
    4: ("pinWheelWipe", "fourBlade"),
}
_PLAIN: Mapping[str, tuple[str, str]] = {
    "p:cut": ("cut", ""),
    "p:circle": ("ellipseWipe", "circle"),
    "p:diamond": ("irisWipe", "diamond"),
    "p:zoom": ("irisWipe", "rectangle"),
    "p:plus": ("fourBoxWipe", "cornersOut"),
    "p:wedge": ("fanWipe", "centerTop"),
    "p:dissolve": ("blocks", "small"),
    "p:checker": ("blocks", "large"),
    "p:newsflash": ("zoom-through", "out"),
    "p14:doors": ("door", ""),
    "p14:window": ("door", ""),
    "p14:flythrough": ("zoom-through", "in"),
}
_TURNING = {"p14:prism": "cube", "p14:flip": "flip"}
_WAYS = {"l": "left", "r": "right", "u": "up", "d": "down"}


class Entry(NamedTuple):
    """How a slide comes in and goes on: its transition, the relationship of its sound, after how long it goes on."""

    transition: Transition
    sound: str = ""
    goes_on_ms: int | None = None
    by_clock: bool = False


def entry_of(slide: Element, losses: Losses) -> Entry:
    """Return how a slide comes in; of alternatives the first that is known."""
    offered = list(slide.iter(qualified("p:transition")))
    if not offered:
        return Entry(Transition(type="cut"))
    first = offered[0]
    lasts = next((int(d) for e in offered if (d := e.get(qualified("p14:dur"), "")).isdigit()), None)
    lasts = lasts if lasts is not None else _SPEEDS.get(first.get("spd", "fast"), 500)
    after = first.get("advTm", "")
    sound = found(first, "p:sndAc/p:stSnd/p:snd")
    transition = None
    for one in offered:
        for child in children(one):
            transition = transition or _known(child)
    if transition is None:
        if any(local(c) not in ("p:sndAc", "p:extLst") for e in offered for c in children(e)):
            losses.count(
                "transition",
                "becomes a crossfade: what it was is not known here",
                "become crossfades: what they were is not known here",
            )
            transition = "fade", "crossfade", False
        else:
            transition = "cut", "", False
    type_, subtype, reverse = transition
    made_ = Transition(type=type_, subtype=subtype, reverse=reverse, duration_ms=min(60_000, lasts))
    if type_ == "cut":
        made_ = Transition(type="cut")
    return Entry(
        made_,
        "" if sound is None else sound.get(qualified("r:embed"), ""),
        min(86_400_000, int(after)) if after.isdigit() else None,
        after.isdigit(),
    )


def _known(element: Element) -> tuple[str, str, bool] | None:
    """Return our type, subtype and direction of a transition; None for one that is not known."""
    name, way = local(element), element.get("dir", "")
    if name == "p:fade":
        return ("fade-through", "through", False) if is_on(element, "thruBlk") else ("fade", "crossfade", False)
    if name in ("p:push", "p14:pan"):
        return "pushWipe", _FROM.get(way or "l", "fromRight"), False
    if name == "p:wipe":
        return ("barWipe", *_BARS.get(way or "l", ("leftToRight", True)))
    if name == "p:cover":
        return "slideWipe", _FROM.get(way or "l", "fromRight"), False
    if name == "p:pull":
        return "slideWipe", _FROM.get(way or "l", "fromRight"), True
    if name == "p:split":
        subtype = "horizontal" if element.get("orient", "horz") == "horz" else "vertical"
        return "barnDoorWipe", subtype, way == "in"
    if name == "p:strips":
        return ("diagonalWipe", *_CORNERS.get(way or "lu", ("topLeft", True)))
    if name in ("p:wheel", "p14:wheelReverse"):
        type_, subtype = _SPOKES.get(int(number(element, "spokes", 4)), _SPOKES[4])
        return type_, subtype, name != "p:wheel"
    if name in ("p:blinds", "p:comb"):
        return "blinds", "upright" if way == "vert" else "lying", False
    if name == "p:randomBar":
        return "random-bars", "upright" if way == "vert" else "lying", False
    if name in _TURNING:
        return _TURNING[name], _WAYS.get(way or "l", "left"), False
    if name in _PLAIN:
        return (*_PLAIN[name], False)
    return ("carry", "", False) if name == "morph" else None


_KINDS = {
    ("fade", "crossfade"): ("p:fade", {}),
    ("fade", "fadeToColor"): ("p:fade", {"thruBlk": "1"}),
    ("fade-through", ""): ("p:fade", {"thruBlk": "1"}),
    ("ellipseWipe", ""): ("p:circle", {}),
    ("irisWipe", "diamond"): ("p:diamond", {}),
    ("irisWipe", ""): ("p:zoom", {}),
    ("fourBoxWipe", ""): ("p:plus", {}),
    ("fanWipe", ""): ("p:wedge", {}),
    ("clockWipe", ""): ("p:wheel", {"spokes": "1"}),
    ("pinWheelWipe", "twoBladeVertical"): ("p:wheel", {"spokes": "2"}),
    ("pinWheelWipe", ""): ("p:wheel", {"spokes": "4"}),
    ("blocks", "large"): ("p:checker", {}),
    ("blocks", ""): ("p:dissolve", {}),
    ("blinds", "upright"): ("p:blinds", {"dir": "vert"}),
    ("blinds", ""): ("p:blinds", {}),
    ("random-bars", "upright"): ("p:randomBar", {"dir": "vert"}),
    ("random-bars", ""): ("p:randomBar", {}),
    ("fade", ""): ("p:fade", {}),
}


def kind_of(transition: Transition) -> tuple[str, dict[str, str]] | None:
    """Return the element of PresentationML for a transition, and its attributes; None where it has none like it."""
    type_, subtype = transition.type, transition.subtype
    ways = {comes: way for way, comes in _FROM.items()}
    if type_ == "pushWipe":
        return "p:push", {"dir": ways.get(subtype or "fromRight", "l")}
    if type_ == "slideWipe":
        return ("p:pull" if transition.reverse else "p:cover"), {"dir": ways.get(subtype or "fromLeft", "r")}
    if type_ == "barWipe":
        bars = {how: way for way, how in _BARS.items()}
        return "p:wipe", {"dir": bars.get((subtype or "leftToRight", transition.reverse), "r")}
    if type_ == "diagonalWipe":
        corners = {how: way for way, how in _CORNERS.items()}
        return "p:strips", {"dir": corners.get((subtype or "topLeft", transition.reverse), "rd")}
    if type_ == "barnDoorWipe":
        orient = "horz" if subtype == "horizontal" else "vert"
        return "p:split", {"orient": orient, "dir": "in" if transition.reverse else "out"}
    return _KINDS.get((type_, subtype)) or _KINDS.get((type_, ""))


def is_held(transition: Transition) -> bool:
    """Tell whether a transition comes back from a presentation as what it was, or nearly."""
    return transition.type == "cut" or kind_of(transition) is not None


def written(transition: Transition, lasts_ms: int, goes_on_ms: int | None, by_clock: bool) -> Element | None:
    """Return how a slide comes in and goes on, with its length for those who know of it; None for a plain cut."""
    told: dict[str, object] = {"spd": "slow" if lasts_ms > 1200 else "med" if lasts_ms > 700 else "fast"}
    if goes_on_ms is not None:
        told["advTm"] = goes_on_ms
    if by_clock:
        told["advClick"] = "0"
    if transition.type == "cut":
        return made("p:transition", {n: v for n, v in told.items() if n != "spd"}) if len(told) > 1 else None
    name, attributes = kind_of(transition) or ("p:fade", {})
    plain = made("p:transition", told, made(name, attributes))
    timed = made("p:transition", {**told, "p14:dur": lasts_ms}, made(name, attributes))
    choice = made("mc:Choice", {"Requires": "p14"}, timed)
    return made("mc:AlternateContent", None, choice, made("mc:Fallback", None, plain))

"""The running order of a slide as a page's animations: SMIL's time containers, in OpenDocument's vocabulary.

Each effect becomes what its curves are: whatever reads the file moves the same things for the same time. Its name and
settings stand beside that, for who knows them.
"""

from collections.abc import Iterable, Mapping, Sequence

from ritornel.core.model import Show, Slide, Step
from ritornel.core.model.paths import path_data, read_path
from ritornel.core.motion.declared import Build
from ritornel.core.motion.easing import Easing
from ritornel.core.motion.resolving import builds_of, curves_of
from ritornel.core.motion.transitions import transition_ms
from ritornel.core.time.running_order import StepTime, split_into_groups
from ritornel.core.time.slide_clock import SlideTime
from ritornel.formats.odf.names import Element, made, seconds
from ritornel.formats.odf.objects_out import part_name
from ritornel.formats.presentations.holding import PREFIX, held
from ritornel.formats.presentations.laying_out import clusters, lasts
from ritornel.formats.presentations.telling import is_standard

_CLASSES = {"entrance": "entrance", "exit": "exit", "emphasis": "emphasis", "path": "motion-path"}
_NODES = {"cue": "on-click", "alongside": "with-previous", "following": "after-previous"}
_WIPES = {
    "wipe": (
        "barWipe",
        {
            "left": ("leftToRight", 0),
            "right": ("leftToRight", 1),
            "top": ("topToBottom", 0),
            "bottom": ("topToBottom", 1),
        },
        "side",
    ),
    "split": ("barnDoorWipe", {"upright": ("vertical", 0), "lying": ("horizontal", 0)}, "line"),
    "iris": ("ellipseWipe", {"": ("circle", 0)}, ""),
}
_MOVED = {"x": "x", "y": "y"}


class Timing:
    """Makes the animations of pages of a show."""

    def __init__(self, show: Show, hrefs: Mapping[str, str]) -> None:
        """State the show, and where its media lie."""
        self._show, self._hrefs = show, hrefs

    def of(self, slide: Slide, time: SlideTime, page: str, names: Mapping[str, str]) -> Element:
        """Return the animations of a page: how it comes in, what is said on it, then its running order.

        Where a slide goes on by the clock, its cues come after their waits. ``names`` are the XML ids of its shapes by
        the ids of their objects.
        """
        root = made("anim:par", {"presentation:node-type": "timing-root"})
        if slide.transition.type != "cut":
            filter_ = {**transition_of(slide), "smil:dur": seconds(transition_ms(slide.transition))}
            root.append(made("anim:par", {"smil:begin": f"{page}.begin"}, made("anim:transitionFilter", filter_)))
        voice = slide.narration
        if voice is not None and voice.asset in self._hrefs:
            begins = {} if voice.lead_ms is None else {"smil:begin": seconds(voice.lead_ms)}
            root.append(made("anim:audio", {"xlink:href": self._hrefs[voice.asset], **begins}))
        steps = [s for s in slide.running_order if not s.off and s.object in names]
        if steps:
            waits = {g.cue: g.wait_ms or 0 for g in time.groups} if slide.advance == "clock" else {}
            root.append(self._sequence(slide, steps, names, waits))
        return root

    def _sequence(
        self, slide: Slide, steps: Sequence[Step], names: Mapping[str, str], waits: Mapping[int, int]
    ) -> Element:
        builds = {b.step.id: b for b in builds_of(slide, (StepTime(s, 0, lasts(s), lasts(s)) for s in steps))}
        steps = [s for s in steps if s.acts or s.id in builds]
        sequence = made("anim:seq", {"presentation:node-type": "main-sequence"})
        for number, group in enumerate(split_into_groups(steps)):
            if not group:
                continue
            begins = seconds(waits[number]) if number in waits else "next"
            cue = made("anim:par", {"smil:begin": begins if number else "0s"})
            for at, cluster in clusters(group):
                within = made("anim:par", {"smil:begin": seconds(at)})
                within.extend(self._act(s, builds.get(s.id), names[s.object], slide) for s in cluster)
                cue.append(within)
            sequence.append(cue)
        return sequence

    def _act(self, step: Step, build: Build | None, name: str, slide: Slide) -> Element:
        """Return one effect: a container with what it does."""
        target = name if step.part is None else part_name(name, step.part.paragraph)
        told = {
            "presentation:node-type": _NODES[step.trigger],
            "presentation:preset-class": _CLASSES.get(step.kind, "media-call"),
            "presentation:preset-id": f"{PREFIX}{step.effect or step.kind}",
            "smil:begin": seconds(step.delay_ms),
            "smil:fill": "hold",
        }
        if words := held(step):
            told["presentation:preset-sub-type"] = words
        if step.repeat > 1:
            told["smil:repeatCount"] = str(step.repeat)
        act = made("anim:par", told)
        if step.acts:
            command = {"play": "play", "pause": "toggle-pause"}.get(step.kind, "custom")
            act.append(
                made("anim:command", {"anim:command": command, "smil:targetElement": target, "smil:begin": "0s"})
            )
        else:
            act.extend(self._parts(step, build, target, slide))
        if step.sound is not None and step.sound.asset in self._hrefs:
            act.append(made("anim:audio", {"xlink:href": self._hrefs[step.sound.asset]}))
        return act

    def _parts(self, step: Step, build: Build | None, target: str, slide: Slide) -> Iterable[Element]:
        long = lasts(step)
        timed = {"smil:targetElement": target, "smil:dur": seconds(long), "smil:fill": "hold"}
        seen = {"smil:targetElement": target, "smil:attributeName": "visibility", "smil:fill": "hold"}
        if step.kind == "entrance":
            yield made("anim:set", {**seen, "smil:begin": "0s", "smil:to": "visible"})
        moves = list(self._moves(step, build, timed)) if build is not None and long else []
        yield from moves
        if not moves and (
            lasts or step.kind in ("emphasis", "path")
        ):  # what cannot be said takes its time all the same
            yield made("anim:animate", {**timed, "smil:attributeName": "opacity", "smil:values": "1;1"})
        if step.kind == "exit":
            yield made("anim:set", {**seen, "smil:begin": seconds(long), "smil:to": "hidden"})

    def _moves(self, step: Step, build: Build, timed: Mapping[str, str]) -> Iterable[Element]:
        show = self._show
        out = step.kind == "exit"
        if step.effect in _WIPES:
            type_, forms, param = _WIPES[step.effect]
            subtype, turned = forms[str(build.params.get(param, ""))]
            told = {"smil:type": type_, "smil:subtype": subtype, "smil:mode": "out" if out else "in"}
            yield made("anim:transitionFilter", {**timed, **told, **({"smil:direction": "reverse"} if turned else {})})
            return
        if step.effect == "follow":
            path = read_path(str(build.params["path"]))
            shares = (
                s._replace(numbers=tuple(n / (show.height if at % 2 else show.width) for at, n in enumerate(s.numbers)))
                for s in path
            )
            yield made(
                "anim:animateMotion",
                {**timed, "smil:attributeName": "x", "svg:path": path_data(shares), **_paced(build.easing)},
            )
            return
        curves = dict(curves_of(build, show.width, show.height))
        turned = {**timed, "smil:attributeName": "transform"}
        for name, keys in curves.items():
            eased = _paced(build.easing, len(keys)) if not build.effect.paced else _paced(build.easing)
            values = [value for _, value in keys]
            at = {"smil:keyTimes": ";".join(f"{share:g}" for share, _ in keys)} | eased
            if name in _MOVED:
                whole = show.width if name == "x" else show.height
                said = [f"{name}{value / whole:+.5f}" for value in values if not isinstance(value, tuple)]
                yield made("anim:animate", {**timed, "smil:attributeName": name, "smil:values": ";".join(said), **at})
            elif name == "opacity":
                said = [f"{value:g}" for value in values if not isinstance(value, tuple)]
                yield made("anim:animate", {**timed, "smil:attributeName": name, "smil:values": ";".join(said), **at})
            elif name == "rotate":
                said = [f"{value:g}" for value in values if not isinstance(value, tuple)]
                yield made("anim:animateTransform", {**turned, "svg:type": "rotate", "smil:values": ";".join(said)})
            elif name == "scale_x" or (name == "scale_y" and "scale_x" not in curves):
                yield made("anim:animateTransform", {**turned, "svg:type": "scale", "smil:values": _scales(curves)})
            elif name == "colour":
                yield made(
                    "anim:animateColor",
                    {**timed, "smil:attributeName": "color", "smil:to": str(build.params["colour"])},
                )


def transition_of(slide: Slide) -> dict[str, str]:
    """Return how a slide comes in, in SMIL's terms; what is our own as a crossfade."""
    transition = slide.transition
    if not is_standard(transition.type):
        return {"smil:type": "fade", "smil:subtype": "crossfade"}
    told = {"smil:type": transition.type}
    if transition.subtype:
        told["smil:subtype"] = transition.subtype
    if transition.reverse:
        told["smil:direction"] = "reverse"
    if "Color" in transition.subtype:
        told["smil:fadeColor"] = transition.colour
    return told


def _paced(easing: Easing, keys: int = 2) -> dict[str, str]:
    """Return an easing as SMIL's splines between keys; nothing where it is even, or has more than one bend."""
    if len(easing) != 4 or easing == (0.0, 0.0, 1.0, 1.0) or not all(0 <= n <= 1 for n in easing):
        return {}
    spline = ",".join(f"{n:g}" for n in easing)
    return {"smil:calcMode": "spline", "smil:keySplines": ";".join([spline] * (keys - 1))}


def _scales(curves: Mapping[str, Sequence[tuple[float, object]]]) -> str:
    across = curves.get("scale_x") or [(0.0, 1.0)] * len(curves["scale_y"])
    down = curves.get("scale_y") or [(0.0, 1.0)] * len(across)
    return ";".join(f"{x},{y}" for (_, x), (_, y) in zip(across, down, strict=False))

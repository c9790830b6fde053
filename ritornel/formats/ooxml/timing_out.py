"""The running order of a slide as a timing tree (part 1, 19.5)."""

from collections.abc import Iterable, Iterator, Mapping, Sequence
from itertools import count

from ritornel.core.model import Clip, Show, Slide, Sound, Step
from ritornel.core.model.paths import path_data, read_path
from ritornel.core.motion.declared import Build
from ritornel.core.motion.resolving import builds_of, curves_of
from ritornel.core.time.running_order import StepTime, split_into_groups
from ritornel.formats.ooxml.names import Element, made
from ritornel.formats.ooxml.slide_out import SlideOut
from ritornel.formats.presentations.laying_out import clusters, lasts

_CLASSES = {"entrance": "entr", "exit": "exit", "emphasis": "emph", "path": "path"}
_NODES = {"cue": "clickEffect", "alongside": "withEffect", "following": "afterEffect"}
_FILTERS = {
    "wipe": ("side", {"left": "wipe(left)", "right": "wipe(right)", "top": "wipe(up)", "bottom": "wipe(down)"}),
    "split": ("line", {"upright": "barn(inVertical)", "lying": "barn(inHorizontal)"}),
    "iris": ("", {"": "circle(in)"}),
}


class Timing:
    """Makes the timing tree of a slide."""

    def __init__(self, show: Show, slide: Slide, out: SlideOut, names: Mapping[str, int]) -> None:
        """``names`` are the ids of the slide's shapes by those of their objects."""
        self._show, self._slide, self._out, self._names = show, slide, out, names
        self._ids = count(1)

    def tree(self) -> Element | None:
        """Return the tree; None where nothing is timed."""
        steps = [s for s in self._slide.running_order if not s.off and s.object in self._names]
        builds = {b.step.id: b for b in builds_of(self._slide, (StepTime(s, 0, lasts(s), lasts(s)) for s in steps))}
        steps = [s for s in steps if s.acts or s.id in builds]
        media = [o for o in self._slide.objects if isinstance(o, Clip | Sound) and o.id in self._names]
        if not steps and not media:
            return None
        inside: list[Element] = []
        root = self._node({"dur": "indefinite", "restart": "never", "nodeType": "tmRoot"}, inside_of=inside)
        if steps:
            inside.append(self._sequence(steps, builds))
        inside += [self._player(thing) for thing in media]
        held = root.find(f"{{{root.nsmap['p']}}}childTnLst")
        assert held is not None
        held.extend(inside)
        return made("p:timing", None, made("p:tnLst", None, made("p:par", None, root)))

    def _node(
        self, told: Mapping[str, object], delay: str | None = None, inside_of: list[Element] | None = None
    ) -> Element:
        node = made("p:cTn", {"id": next(self._ids), **told})
        if delay is not None:
            node.append(made("p:stCondLst", None, made("p:cond", {"delay": delay})))
        if inside_of is not None:
            node.append(made("p:childTnLst"))
        return node

    def _par(self, node: Element, inside: Iterable[Element]) -> Element:
        node.append(made("p:childTnLst", None, *inside))
        return made("p:par", None, node)

    def _sequence(self, steps: Sequence[Step], builds: Mapping[str, Build]) -> Element:
        main = self._node({"dur": "indefinite", "nodeType": "mainSeq"})
        cues = []
        for number, group in enumerate(split_into_groups(steps)):
            if group:
                node = self._node({"fill": "hold"}, "indefinite" if number else "0")
                cues.append(self._par(node, self._clusters(group, builds)))
        main.append(made("p:childTnLst", None, *cues))
        sequence = made("p:seq", {"concurrent": "1", "nextAc": "seek"}, main)
        for name, event in (("p:prevCondLst", "onPrev"), ("p:nextCondLst", "onNext")):
            target = made("p:tgtEl", None, made("p:sldTgt"))
            sequence.append(made(name, None, made("p:cond", {"evt": event, "delay": "0"}, target)))
        return sequence

    def _clusters(self, group: Iterable[Step], builds: Mapping[str, Build]) -> Iterator[Element]:
        for at, cluster in clusters(group):
            node = self._node({"fill": "hold"}, str(at))
            yield self._par(node, [self._effect(step, builds.get(step.id)) for step in cluster])

    def _effect(self, step: Step, build: Build | None) -> Element:
        told: dict[str, object] = {
            "presetID": 0,
            "presetClass": _CLASSES.get(step.kind, "mediacall"),
            "presetSubtype": 0,
            "fill": "hold",
            "nodeType": _NODES[step.trigger],
        }
        if step.repeat > 1:
            told["repeatCount"] = step.repeat * 1000
        node = self._node(told, str(step.delay_ms))
        effect = self._par(node, list(self._parts(step, build)))
        if step.sound is not None and (relation := self._out.sound(step.sound.asset)):
            heard = self._node({"display": "0", "masterRel": "sameClick"})
            media = made(
                "p:cMediaNode",
                None,
                heard,
                made("p:tgtEl", None, made("p:sndTgt", {"r:embed": relation, "name": "sound"})),
            )
            node.append(made("p:subTnLst", None, made("p:audio", None, media)))
        return effect

    def _target(self, step: Step) -> Element:
        shape = made("p:spTgt", {"spid": self._names[step.object]})
        if step.part is not None:
            line = step.part.paragraph
            shape.append(made("p:txEl", None, made("p:pRg", {"st": line, "end": line})))
        return made("p:tgtEl", None, shape)

    def _behaviour(self, step: Step, duration: int, attribute: str = "", **told: str) -> Element:
        behaviour = made("p:cBhvr", told, self._node({"dur": duration, "fill": "hold"}), self._target(step))
        if attribute:
            name = made("p:attrName")
            name.text = attribute
            behaviour.append(made("p:attrNameLst", None, name))
        return behaviour

    def _parts(self, step: Step, build: Build | None) -> Iterator[Element]:
        if step.acts:
            command = {"play": "playFrom(0)", "pause": "togglePause"}.get(step.kind, "playFrom(0)")
            yield made("p:cmd", {"type": "call", "cmd": command}, self._behaviour(step, 1))
            return
        long = lasts(step)
        if step.kind == "entrance":
            yield self._seen(step, "visible", 0)
        moves = list(self._moves(step, build, long)) if build is not None and long else []
        yield from moves
        if not moves and (long or step.kind in ("emphasis", "path")):
            yield self._anim(step, long, "style.opacity", [(0, "1"), (1, "1")])
        if step.kind == "exit":
            yield self._seen(step, "hidden", long)

    def _seen(self, step: Step, how: str, at: int) -> Element:
        behaviour = self._behaviour(step, 1, "style.visibility")
        behaviour[0].append(made("p:stCondLst", None, made("p:cond", {"delay": at})))
        return made("p:set", None, behaviour, made("p:to", None, made("p:strVal", {"val": how})))

    def _anim(self, step: Step, lasts: int, attribute: str, keys: Iterable[tuple[float, str]]) -> Element:
        points = [
            made("p:tav", {"tm": round(at * 100_000)}, made("p:val", None, made("p:strVal", {"val": value})))
            for at, value in keys
        ]
        behaviour = self._behaviour(step, lasts, attribute, additive="base")
        return made("p:anim", {"calcmode": "lin", "valueType": "num"}, behaviour, made("p:tavLst", None, *points))

    def _moves(self, step: Step, build: Build, lasts: int) -> Iterator[Element]:
        show, out = self._show, step.kind == "exit"
        way = {"transition": "out" if out else "in"}
        if step.effect == "fade":
            yield made("p:animEffect", {**way, "filter": "fade"}, self._behaviour(step, lasts))
            return
        if step.effect in _FILTERS:
            param, filters = _FILTERS[step.effect]
            filter_ = filters[str(build.params.get(param, ""))]
            yield made("p:animEffect", {**way, "filter": filter_}, self._behaviour(step, lasts))
            return
        if step.effect == "follow":
            yield self._motion(step, str(build.params["path"]), lasts)
            return
        curves: dict[str, Sequence[tuple[float, object]]] = dict(curves_of(build, show.width, show.height))
        for name, keys in curves.items():
            if name in ("x", "y"):
                whole = show.width if name == "x" else show.height
                yield self._anim(
                    step, lasts, f"ppt_{name}", [(at, f"#ppt_{name}{float(v) / whole:+.5f}") for at, v in keys]
                )  # type: ignore[arg-type]
            elif name == "opacity":
                yield self._anim(step, lasts, "style.opacity", [(at, f"{v:g}") for at, v in keys])
            elif name == "rotate":
                turn = (float(keys[-1][1]) - float(keys[0][1])) * 60_000  # type: ignore[arg-type]
                yield made("p:animRot", {"by": round(turn)}, self._behaviour(step, lasts, "r"))
            elif name == "scale_x" or (name == "scale_y" and "scale_x" not in curves):
                yield from self._scaled(step, keys, lasts)
            elif name == "colour":
                to = made("p:to", None, made("a:srgbClr", {"val": str(build.params["colour"])[1:].upper()}))
                behaviour = self._behaviour(step, lasts, "fillcolor")
                yield made("p:animClr", {"clrSpc": "rgb", "dir": "cw"}, behaviour, to)

    def _scaled(self, step: Step, keys: Sequence[tuple[float, object]], lasts: int) -> Iterator[Element]:
        if step.kind in ("entrance", "exit"):
            for side in ("w", "h"):
                yield self._anim(step, lasts, f"ppt_{side}", [(at, f"#ppt_{side}*{v:g}") for at, v in keys])
            return
        peak = max((float(v) for _, v in keys), key=lambda v: abs(v - 1))  # type: ignore[arg-type]
        back = float(keys[-1][1]) != peak  # type: ignore[arg-type]
        behaviour = self._behaviour(step, lasts // 2 if back else lasts)
        if back:
            behaviour[0].set("autoRev", "1")
        by = made("p:by", {axis: round(peak * 100_000) for axis in "xy"})
        yield made("p:animScale", None, behaviour, by)

    def _motion(self, step: Step, path: str, lasts: int) -> Element:
        show = self._show
        shares = (
            s._replace(numbers=tuple(n / (show.height if at % 2 else show.width) for at, n in enumerate(s.numbers)))
            for s in read_path(path)
        )
        told = {"origin": "layout", "path": path_data(shares), "pathEditMode": "relative"}
        behaviour = self._behaviour(step, lasts, "ppt_x")
        name = made("p:attrName")
        name.text = "ppt_y"
        behaviour[-1].append(name)
        return made("p:animMotion", told, behaviour)

    def _player(self, thing: Clip | Sound) -> Element:
        """Return the node by which a clip or a sound can be played at all."""
        node = self._node({"fill": "hold", "display": "0"}, "indefinite")
        target = made("p:tgtEl", None, made("p:spTgt", {"spid": self._names[thing.id]}))
        media = made(
            "p:cMediaNode",
            {"vol": round(min(1.0, 10 ** (thing.gain_db / 20)) * 100_000), "mute": int(thing.muted)},
            node,
            target,
        )
        return made("p:video" if isinstance(thing, Clip) else "p:audio", None, media)

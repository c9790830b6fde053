"""The timing tree of a slide (part 1, 19.5) as acts: its main sequence, click by click."""

import re
from collections.abc import Callable, Iterator

from msgspec.structs import replace

from ritornel.core.model.paths import BadPath, Segment, path_data
from ritornel.core.model.slide import Kind, Spot, Trigger
from ritornel.formats.ooxml.names import Element, all_in, children, found, is_on, local, number, qualified
from ritornel.formats.ooxml.themes import Theme
from ritornel.formats.presentations.losses import Losses
from ritornel.formats.presentations.motions import Motion
from ritornel.formats.presentations.sequencing import Act
from ritornel.formats.svg_paths import path_of

_KINDS: dict[str, Kind] = {
    "entr": "entrance",
    "exit": "exit",
    "emph": "emphasis",
    "path": "path",
    "mediacall": "play",
    "verb": "play",
}
_TRIGGERS: dict[str, Trigger] = {"clickEffect": "cue", "withEffect": "alongside", "afterEffect": "following"}
_FILTER = re.compile(r"(\w+)(?:\(([^)]*)\))?")
_WIPES = {
    "left": ("leftToRight", False),
    "right": ("leftToRight", True),
    "up": ("topToBottom", False),
    "down": ("topToBottom", True),
}
_DEEPEST = 30


class Timing:
    """Reads the timing tree of a slide: ``names`` are objects by the ids of their shapes."""

    def __init__(
        self,
        names: dict[str, list[str]],
        stage: tuple[float, float],
        theme: Theme,
        losses: Losses,
        sound: Callable[[str], str],
    ) -> None:
        """State what shapes are called, and how the asset of a sound is found by its relationship."""
        self._names, self._stage, self._theme, self._losses, self._sound = names, stage, theme, losses, sound

    def acts(self, slide: Element) -> Iterator[Act]:
        """Yield the acts of a slide in their order."""
        for sequence in slide.iterfind(f"{qualified('p:timing')}//{qualified('p:seq')}"):
            node = found(sequence, "p:cTn")
            kind = "" if node is None else node.get("nodeType", "")
            if kind == "interactiveSeq":
                plays = {local(e) for e in sequence.iter() if local(e) == "p:cmd"}
                if not plays:  # a click on a clip plays it: here it has its own handle
                    self._losses.count("build that waits for a click on something")
            elif kind == "mainSeq":
                yield from self._sequence(found(node, "p:childTnLst"))

    def _sequence(self, cues: Element | None) -> Iterator[Act]:
        for cue in children(cues):
            node = found(cue, "p:cTn")
            opens = any(c.get("delay") == "indefinite" for c in all_in(node, "p:stCondLst/p:cond"))
            first = True
            for effect in self._effects(node, 0):
                trigger = _TRIGGERS.get(effect.get("nodeType", ""), "alongside")
                if first and opens and trigger != "cue" and effect.get("nodeType") not in ("withEffect", "afterEffect"):
                    trigger = "cue"
                for act in self._one(effect, trigger):
                    yield act
                    first = False

    def _effects(self, node: Element | None, depth: int) -> Iterator[Element]:
        for child in children(found(node, "p:childTnLst")):
            inner = found(child, "p:cTn")
            if inner is None or depth > _DEEPEST:
                continue
            if inner.get("presetClass"):
                yield inner
            else:
                yield from self._effects(inner, depth + 1)

    def _one(self, effect: Element, trigger: Trigger) -> Iterator[Act]:
        kind = _KINDS.get(effect.get("presetClass", ""), "emphasis")
        parts = list(children(found(effect, "p:childTnLst")))
        motion, lasts = Motion(), 0.0
        target: Element | None = None
        for part in parts:
            behaviour = part if local(part) == "p:cBhvr" else found(part, "p:cBhvr")
            node = found(behaviour, "p:cTn") if behaviour is not None else found(part, "p:cTn")
            if target is None:
                target = found(behaviour, "p:tgtEl/p:spTgt")
            duration = _ms(node, "dur")
            begin = _delay(node)
            if local(part) != "p:set":
                lasts = max(lasts, begin + duration * (2 if is_on(node, "autoRev") else 1))
            motion = self._with(motion, part, behaviour, kind, is_on(node, "autoRev"))
        if target is None:
            return
        sound = found(found(effect, "p:subTnLst"), "p:audio/p:cMediaNode/p:tgtEl/p:sndTgt")
        asset = self._sound(sound.get(qualified("r:embed"), "")) if sound is not None else ""
        iterate = found(effect, "p:iterate")
        by = "" if iterate is None else {"wd": "word", "lt": "character"}.get(iterate.get("type", ""), "")
        made = Act(
            kind=kind,
            trigger=trigger,
            target="",
            delay_ms=_delay(effect),
            duration_ms=lasts,
            repeat=number(effect, "repeatCount", 1000) / 1000,
            motion=motion,
            sound=Spot(asset=asset) if asset else None,
            by=by,  # type: ignore[arg-type]
        )
        yield from self._aimed(made, target, trigger)

    def _aimed(self, made: Act, target: Element, trigger: Trigger) -> Iterator[Act]:
        """Yield an act for each object of its shape; for paragraphs one for each of them."""
        objects = self._names.get(target.get("spid", ""), [])
        lines = found(target, "p:txEl/p:pRg")
        if lines is not None:
            first, last = int(number(lines, "st")), int(number(lines, "end"))
            for place, paragraph in enumerate(range(first, min(last, first + 200) + 1)):
                yield replace(
                    made,
                    target=objects[-1] if objects else "",
                    paragraph=paragraph,
                    trigger="alongside" if place else trigger,
                )
            return
        if found(target, "p:bg") is not None:
            objects = objects[:1]
        for place, name in enumerate(objects or [""]):
            yield replace(made, target=name, trigger="alongside" if place else trigger)

    def _with(self, motion: Motion, part: Element, behaviour: Element | None, kind: Kind, back: bool) -> Motion:
        name = local(part)
        if name == "p:animEffect":
            return _filtered(motion, part.get("filter", ""))
        if name == "p:animMotion":
            return replace(motion, path=self._path(part.get("path", "")))
        if name == "p:animRot":
            return replace(motion, turned=motion.turned + number(part, "by") / 60_000)
        if name == "p:animScale":
            by, to, begins = (found(part, f"p:{n}") for n in ("by", "to", "from"))
            end = number(by if by is not None else to, "x", 100_000) / 100_000
            return replace(motion, scale=(number(begins, "x", 100_000) / 100_000, end), returns=back)
        if name == "p:animClr":
            paint = self._theme.paint(found(part, "p:to")) or self._theme.paint(found(part, "p:by"))
            return replace(motion, colour=paint.colour if paint else motion.colour, returns=back)
        if name == "p:cmd":
            return replace(motion, tells=part.get("cmd", "").partition("(")[0])
        attribute = next((e.text or "" for e in all_in(behaviour, "p:attrNameLst/p:attrName")), "")
        if name == "p:set" and attribute == "style.opacity":
            value = number(found(part, "p:to/p:strVal"), "val", 1.0)
            return replace(motion, opacity=(1.0, value))
        return _moved(motion, part, attribute, kind) if name == "p:anim" else motion

    def _path(self, data: str) -> str:
        """Return a path in shares of the slide as one in stage units from where it begins."""
        try:
            path = path_of(re.sub(r"[Ee]\s*$", "", data.strip()))
        except BadPath:
            return ""
        x, y = path[0].numbers[:2]
        width, height = self._stage
        return path_data(
            Segment(s.letter, tuple((n - y) * height if at % 2 else (n - x) * width for at, n in enumerate(s.numbers)))
            for s in path
        )


def _filtered(motion: Motion, words: str) -> Motion:
    """Return a motion with a filter: “wipe(left)”; of several that are offered the first."""
    match = _FILTER.match(words.strip())
    if match is None:
        return motion
    name, way = match[1], (match[2] or "").strip()
    if name == "wipe":
        return replace(motion, wipe=("barWipe", *_WIPES.get(way, ("leftToRight", False))))
    if name == "barn":
        return replace(motion, wipe=("barnDoorWipe", "horizontal" if "Horizontal" in way else "vertical", False))
    if name == "slide":
        return replace(motion, wipe=("slideWipe", way.replace("Top", "Top"), False))
    known = {"fade": "fade", "circle": "ellipseWipe", "box": "irisWipe", "diamond": "irisWipe", "plus": "irisWipe"}
    return replace(motion, wipe=(known.get(name, name), "", False))


_EXPRESSION = re.compile(r"#?ppt_([xywhr])\s*([-+*].*)?")


def _moved(motion: Motion, part: Element, attribute: str, kind: Kind) -> Motion:
    values = [v.get("val", "") for tav in all_in(part, "p:tavLst/p:tav") for v in _values(tav)]
    values = values or [v for v in (part.get("from", ""), part.get("to", "")) if v]
    if not values:
        return replace(motion, turned=number(part, "by")) if attribute == "r" else motion
    far = values[0 if kind == "entrance" else -1]
    if attribute in ("ppt_x", "ppt_y"):
        off = _offset(far, attribute[-1])
        return replace(motion, off=(off, motion.off[1]) if attribute == "ppt_x" else (motion.off[0], off))
    if attribute in ("ppt_w", "ppt_h"):
        ends = _share(values[0]), _share(values[-1])
        return motion if motion.scale is not None or ends == (1.0, 1.0) else replace(motion, scale=ends)
    if attribute in ("style.opacity",):
        return replace(motion, opacity=(_number(values[0], 1), _number(values[-1], 1)))
    if attribute in ("style.rotation", "ppt_r", "r"):
        return replace(motion, turned=_number(values[0 if kind == "entrance" else -1], 0) or 360)
    return motion


def _values(tav: Element) -> Iterator[Element]:
    for held in all_in(tav, "p:val"):
        yield from children(held)


def _offset(words: str, axis: str) -> float:
    """Return how far a place is off its own, in slides: “#ppt_x-0.2” is -0.2, “1+#ppt_w/2” is off to the right."""
    plain = words.replace(" ", "")
    match = re.match(rf"\(?#ppt_{axis}\)?([-+].*)?$", plain)
    if match is not None:
        return _number(match[1], 0) if match[1] and re.fullmatch(r"[-+][\d.]+", match[1]) else _sizes(match[1] or "")
    if not re.search(r"ppt_[wh]", plain):
        return 0.0 if plain in ("", "0") else _number(plain, 0)
    return 1.0 if plain.startswith("1") else -1.0


def _sizes(words: str) -> float:
    """Return an offset in sizes of the object as a little way in that direction: how large it is, is not known here."""
    return 0.0 if not words else 0.1 if words.startswith("+") else -0.1


def _share(words: str) -> float:
    plain = words.replace(" ", "")
    match = re.match(r"#?ppt_[wh](?:\*([\d.]+))?$", plain)
    if match is not None:
        return _number(match[1], 1) if match[1] else 1.0
    match = re.match(r"([\d.]+)\*#?ppt_[wh]$", plain)
    return _number(match[1], 1) if match is not None else _number(plain, 0)


def _number(words: str, default: float) -> float:
    try:
        return float(words)
    except ValueError:
        return default


def _ms(node: Element | None, name: str) -> float:
    value = "" if node is None else node.get(name, "")
    return float(value) if value.isdigit() else 0.0


def _delay(node: Element | None) -> float:
    conditions = all_in(node, "p:stCondLst/p:cond")
    return next((float(c.get("delay", "")) for c in conditions if c.get("delay", "").isdigit()), 0.0)

"""Commands as nobody would send them: made at random of what a show has, with values at and beyond every edge."""

import copy
import random
from collections.abc import Callable
from typing import Any

from ritornel.core.edits import COMMANDS

_ODD: tuple[Any, ...] = (
    None, True, 0, -1, 1, 2**31, 2**63, 10**30, -0.0, 1e-9, 99_999.9, 1e308, "", " ", "x" * 301, "x" * 5001, "\x00\x07", "[1] [2]",
    "[99999999999]", "灯台。", "é\u0301\u202e", "object-1", "slide-1", "#ff0000", "#gg0000", "linear(0, 1)", [], {}, [[]], [None], {"1": 5},
    {"0": 5}, {"paragraph": 10**9}, ["slide-1"], {"object-1": {"x": 5}}, {"type": "push"}, {"asset": "0" * 64},
)  # fmt: skip

FITTING = {
    "set-objects": "x y width height size in out plays rate paragraphs gain_db waited_for alt asset font form corners inner tail path "
    "gradient shadow soft_edge frame link group locked grows bend starts",
    "style-texts": "font weight size marker level underline link",
    "draw-path": "gradient shadow link",
    "place-outline": "gradient shadow link",
    "set-steps": "delay duration repeat trigger effect params",
    "set-slides": "script hold length waits title transition narration builds_with_transition ground",
    "set-show": "title target pace guides",
    "set-bed": "in out loop fade_in fade_out gain_db asset",
}


class Values:
    """Makes commands. ``known`` is the state of the show that they are for, as a page has it."""

    def __init__(self, chance: random.Random) -> None:
        """Begin without a show."""
        self.chance = chance
        self.known: dict[str, Any] = {}

    def command(self) -> Any:
        """Return a command that may fit the show, now and then something else."""
        if self.chance.random() < 0.03:
            return self.odd()
        name, kind = self.chance.choice(sorted(COMMANDS.items()))
        command: dict[str, Any] = {"do": name}
        for field in kind.__struct_fields__:
            if self.chance.random() < 0.93:
                command[field] = self._value(name, field)
        return command

    def _value(self, command: str, field: str) -> Any:
        if self.chance.random() < 0.03:
            return self.odd()
        ids = [row[0] for row in self.known["order"]] or ["none"]
        focus = self.known["slides"].get(self.chance.choice(ids)) or next(iter(self.known["slides"].values()), None)
        document = focus["document"] if focus else {"id": "none", "objects": [], "running_order": []}
        objects = [o["id"] for o in document["objects"]] or ["none"]
        steps = [s["id"] for s in document["running_order"]] or ["none"]
        choose, number = self.chance.choice, self.chance.randrange
        made: dict[str, Callable[[], Any]] = {
            "slide": lambda: document["id"], "slides": lambda: self._some(ids), "after": lambda: choose([None, *ids]),
            "before": lambda: choose([None, *ids]), "objects": lambda: self._some(objects), "steps": lambda: self._some(steps),
            "step": lambda: choose(steps), "cue": lambda: number(5), "index": lambda: number(-1, 5), "by": lambda: choose([number(-9000, 9000), "whole", "level", "line", "word", "character"]),
            "object": lambda: choose([choose(objects), {"kind": choose(["text", "shape", "line", "picture", "clip", "sound", "?"]),
                                                         **self._fields("set-objects")}]),
            "values": lambda: {choose(objects): self._fields(command)} if command == "set-objects" else self._fields(command), "wait": lambda: choose([None, number(9000)]),
            "kind": lambda: choose(["entrance", "emphasis", "exit", "path", "play", "pause"]), "title": lambda: choose(["", "Lamp", "x" * 299]),
            "effect": lambda: choose(["", "fade", "slide", "grow", "pulse", "appear", "swirl"]), "order": lambda: choose(["each", "together"]),
            "edge": lambda: choose(["start", "end"]), "on": lambda: choose(["slide", "cue"]), "to": lambda: choose(["front", "back"]),
            "transition": lambda: {"type": choose(["cut", "push", "fade", "carry", "leaf", "blocks", "x"]), "softness": choose([0, 0.5, 2]), "easing": choose(["", "spring(90, 9)", "spring(0, 0)"])}, "fit": lambda: choose(["whole", "fill"]),
            "new_cue": lambda: choose([True, False]), "assets": lambda: ["0" * 64],
            "points": lambda: [[number(-400, 1400), number(900)] for _ in range(number(60))], "within": lambda: [number(99), 0, number(900), number(-5, 900)],
            "paragraphs": lambda: choose([self._looks()["paragraphs"], ["One", "Two"]]), "was": lambda: ["One"], "path": lambda: self._looks()["path"],
            "of": lambda: choose(objects), "group": lambda: choose([None, "g", "x" * 99]), "by_hand": lambda: choose([True, False]),
            "what": lambda: self.chance.sample(["place", "size", "look", "builds"], number(1, 4)), "id": lambda: choose([None, f"object-{number(99)}"]),
            "take": lambda: {"instants": [{"kind": choose(["slide", "cue", "pause", "end"]), "at": number(9000), "slide": choose(ids),
                                           "cue": number(3), "length": number(900)} for _ in range(number(6))]},
        }  # fmt: skip
        return made[field]() if field in made else self.odd()

    def _fields(self, command: str) -> dict[str, Any]:
        choose, number = self.chance.choice, self.chance.randrange
        many: dict[str, Any] = {
            "x": number(-99_999, 99_999), "y": number(-2000, 2000), "width": number(1, 3000), "height": number(1, 3000), "hold": number(9000),
            "script": choose(["", "Lamp. [1] Turns, [2] so.", "灯台。[1]光る", "x " * 9000]), "length": choose([None, number(20_000)]),
            "waits": {str(number(1, 4)): number(5000)}, "delay": number(3000), "duration": choose([None, number(4000)]), "repeat": number(1, 999),
            "trigger": choose(["cue", "alongside", "following"]), "effect": choose(["", "fade", "slide", "grow"]), "params": {"size": number(99)},
            "paragraphs": [{"text": "Line " * number(5)} for _ in range(number(6))], "size": number(4, 90), "in": number(900), "plays": number(1, 999),
            "out": choose([None, number(2000)]), "rate": choose([0.25, 1, 3, 16]), "title": choose(["", "T"]), "target": number(10**6),
            "pace": {"wpm": number(1, 400)}, "transition": {"type": choose(["push", "cut", "bar-wipe"]), "duration": number(3000)},
            "narration": choose([None, {"out": number(1, 9000), "marks": [choose([None, number(9000)]) for _ in range(number(4))]}]),
            "builds_with_transition": choose([True, False]), "gain_db": number(-96, 24), "waited_for": choose([True, False]), "alt": "x",
            **self._looks(), "fade_in": number(9000), "fade_out": number(9000), "loop": choose([True, False]), "asset": choose(["", "0" * 64]),
        }  # fmt: skip
        fitting = FITTING.get(command, "").split() if self.chance.random() < 0.85 else sorted(many)
        fitting = fitting or sorted(many)
        fields = {
            name: many[name] for name in self.chance.sample(fitting, self.chance.randrange(1, min(4, len(fitting) + 1)))
        }
        if self.chance.random() < 0.1:
            fields[self.chance.choice([*fields, "id", "odd", "unreadable"])] = self.odd()
        return fields

    def _looks(self) -> dict[str, Any]:
        """Values of what texts, shapes, pictures and grounds look like."""
        choose, number = self.chance.choice, self.chance.randrange
        colour = lambda: f"#{number(16**6):06x}"  # noqa: E731
        gradient = {
            "kind": choose(["linear", "radial"]),
            "angle": number(-400, 400),
            "stops": [{"at": number(3) / 2, "colour": colour()} for _ in range(number(4))],
        }
        runs = [
            {
                "start": n,
                "end": n + number(3),
                choose(["size", "weight", "italic", "link", "font"]): choose([600, 9, True, "#next", "caveat"]),
            }
            for n in range(number(4))
        ]
        return {
            "paragraphs": [{"text": choose(["Line of it", "灯台。", "שלום", "\U0001f3ee" * 4, "x" * number(900)]), "marker": choose(["none", "bullet", "number"]),
                            "level": number(7), "runs": runs} for _ in range(number(6))],
            "font": choose(["plex-sans", "caveat", "m-plus"]), "weight": choose([400, 600]), "marker": choose(["bullet", "none"]), "level": number(-1, 7),
            "underline": choose([True, False]), "link": choose(["", "https://x", "#next", "#slide:slide-1", "javascript:x"]), "gradient": choose([None, gradient]),
            "shadow": choose([None, {}, {"blur": number(300), "colour": colour()}]), "soft_edge": number(250), "grows": choose([True, False]),
            "form": choose(["star", "polygon", "bubble", "ring", "path", "arrow"]), "corners": number(2, 70), "inner": number(12) / 10, "tail": [number(-12, 12), number(3)],
            "path": choose(["", "M0 0L1 1Z", "M0 0" + "L1 0" * number(2500), "M0 0A1"]), "bend": number(-3, 3) / 2, "starts": choose(["arrow", "dot", "x"]),
            "frame": {"crop": [number(12) / 10, 0, number(9) / 10, 0], "mask": choose(["star", "path"]), "tone": {"light": number(4)}},
            "ground": choose([None, {"gradient": gradient, "veil_opacity": number(3) / 2}, {"asset": "0" * 64}]), "group": choose(["", "g"]),
            "locked": choose([True, False]), "guides": [{"axis": choose("xyz"), "at": number(-9**6, 9**6)}],
        }  # fmt: skip

    def _some(self, ids: list[str]) -> list[str]:
        return self.chance.sample(ids, self.chance.randrange(1, min(3, len(ids)) + 1))

    def odd(self) -> Any:
        """Return something that fits nowhere."""
        return copy.deepcopy(self.chance.choice(_ODD))

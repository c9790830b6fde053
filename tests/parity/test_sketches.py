"""What the page shows before the answer has come is what the core answers, or nothing: for every command with a sketch."""

import random
from collections import Counter
from itertools import count
from typing import Any
from unittest import TestCase

import msgspec

from ritornel.core.edits import BadEdit, apply, read_command
from ritornel.core.model import Asset, Show
from ritornel.core.model.reading import BadDocument
from ritornel.core.motion.builds import EFFECTS
from ritornel.desk import projection
from ritornel.desk.vocabulary import defaults_by_kind
from tests.made import LAMP, clip, show, slide, step, text
from tests.node import in_page

EACH = 80
LEAST_SHOWN = 8
"""A sketch that is seldom more than nothing would be tested by nothing."""

MEDIA = [
    {"id": name, "kind": kind, "name": f"{name}.x", "length": 9000, "width": 1600, "height": 900, "mime": "x/y"}
    for name, kind in (("lamp", "picture"), ("film", "clip"), ("tune", "sound"))
]


class Chance(random.Random):
    """Makes shows and commands at random that fit them, the same ones every time; on planes if it is said so."""

    on_planes = False

    def some(self, things: list[Any], least: int = 1) -> list[Any]:
        return self.sample(things, min(len(things), self.randint(least, max(least, 3)))) if things else []

    def often(self, share: float = 0.5) -> bool:
        return self.random() < share

    # ---- shows

    def show(self) -> Show:
        slides = [self.slide(n) for n in range(self.randint(1, 4))]
        chapters = [
            {"id": f"c{n}", "title": f"Part {n}", "first": f"s{n}"} for n in range(len(slides)) if self.often(0.3)
        ]
        beds = [{"id": f"bed-{n}", "asset": "tune", "gain_db": -n} for n in range(self.randint(0, 3))]
        return show(*slides, assets=MEDIA, chapters=chapters, beds=beds, title="Talk")

    def slide(self, number: int) -> dict[str, Any]:
        things = [self.thing(f"o{number}{n}") for n in range(self.randint(0, 5))]
        shown = [t["id"] for t in things if t["kind"] != "sound"]
        steps = [self.step(f"b{number}{n}", self.choice(shown)) for n in range(self.randint(0, 5)) if shown]
        more: dict[str, Any] = {
            "id": f"s{number}",
            "background": self.choice(["#fffdf7", "#17131f"]),
            "running_order": steps,
        }
        if self.often(0.4):
            more["script"] = LAMP
        if self.often(0.2):
            more["narration"] = {"asset": "tune", "marks": [1500, None, 4000]}
        if self.often(0.2):
            more["length"] = self.randint(0, 20_000)
        if self.often(0.3):
            more["hold"] = self.randint(0, 5000)
        if self.often(0.3):
            more["transition"] = {
                "type": self.choice(["pushWipe", "fade", "carry", "barWipe"]),
                "duration": self.randint(0, 1200),
            }
        if self.on_planes and self.often(0.8):
            views = [{"id": f"v{number}{n}", "x": self.randint(0, 3000), "y": self.randint(0, 1500), "width": 640} for n in range(self.randint(0, 4))]  # fmt: skip
            goes = [{"id": f"g{v['id']}", "kind": "view", "view": v["id"], "trigger": self.choice(["cue", "cue", "cue", "following"]) if n else "alongside", "delay": self.choice([0, 0, 300])} for n, v in enumerate(views)]  # fmt: skip
            more |= {"plane": {"width": 4000, "height": 2250}, "views": views}
            if self.often(0.7):
                steps = [s | {"trigger": "following"} for s in steps]
            more["running_order"] = [s for n in range(max(len(goes), len(steps))) for s in (*goes[n : n + 1], *steps[n : n + 1])]  # fmt: skip
        return {**slide(), "objects": things, **more}

    def thing(self, name: str) -> dict[str, Any]:
        box = {
            "x": self.randint(0, 900),
            "y": self.randint(0, 500),
            "width": self.randint(1, 400),
            "height": self.randint(1, 300),
        }
        kind = self.choice(["text", "shape", "line", "picture", "clip", "sound"])
        made: dict[str, Any] = {"id": name, "kind": kind, **box}
        if kind == "text":
            made = {**text(name, *self.choice([("A line", "Another"), ("Word",), ("",)])), **box}
        if kind in ("picture", "clip", "sound"):
            made["asset"] = {"picture": "lamp", "clip": "film", "sound": "tune"}[kind]
        if kind == "clip":
            made = {**clip(name, self.randint(500, 9000), asset="film", waited_for=self.often(0.4)), **box}
        if self.often(0.2):
            made["group"] = self.choice(["g1", "g2"])
        if self.often(0.2):
            made["name"] = "Called"
        return made

    def step(self, name: str, of: str) -> dict[str, Any]:
        trigger = self.choice(["cue", "alongside", "following"])
        kind = self.choice(["entrance", "emphasis", "exit"])
        return step(
            name,
            trigger,
            self.randint(0, 1500),
            object=of,
            kind=kind,
            delay=self.randint(0, 700),
            repeat=self.choice([1, 1, 2]),
        )

    # ---- commands, by the names that sketches have

    def command(self, name: str, of: Show, fresh: Any) -> dict[str, Any]:
        ids = [s.id for s in of.slides]
        on = self.choice(of.slides)
        objects, steps = [o.id for o in on.objects], [s.id for s in on.running_order]
        new = lambda n: [f"new-{next(fresh)}" for _ in range(n)]  # noqa: E731
        some, by = self.some(objects), self.randint(-2500, 2500)
        whole, what = self.some(ids), self.thing(new(1)[0])
        step_, cue = self.choice(steps or ["none"]), self.randint(1, 4)
        made: dict[str, dict[str, Any]] = {
            "add-object": {"object": what, "within": self.choice(["", "", *objects])},
            "set-objects": {"values": {o: self.values() for o in some}},
            "write-text": self.writing(on),
            "style-texts": {"objects": some, "values": self.choice([{"font": "caveat"}, {"size": 51, "colour": "#102030"}, {"weight": 600}, {"align": "right"}, {"italic": True, "valign": "middle"}])},
            "delete-objects": {"objects": some},
            "duplicate-objects": {"objects": some, "ids": new(len(some)), **({"by": [5, 9]} if self.often() else {})},
            "paste-objects": {"objects": [msgspec.to_builtins(o) for o in on.objects if o.id in some], "ids": new(len(some))},
            "draw-path": {"points": [[self.randint(0, 900), self.randint(0, 600)] for _ in range(self.randint(2, 5))], "id": new(1)[0], "closed": self.often(), "values": {"line": "#112233"}},
            "group-objects": {"objects": some, "group": new(1)[0]},
            "ungroup-objects": {"objects": some},
            "restack": {"objects": some, **self.choice([{"to": "front"}, {"to": "back"}, {"to": "nearer"}, {"before": self.choice(objects or [""])}])},
            "add-slide": {"after": self.choice([None, *ids]), "ids": new(1)},
            "delete-slides": {"slides": whole},
            "continue-slide": {"id": new(1)[0]},
            "duplicate-slides": {"slides": whole, "ids": new(len(whole))},
            "move-slides": {"slides": whole, "before": self.choice([None, *ids])},
            "set-slides": {"slides": self.choice([whole, None]), "values": self.slide_values()},
            "write-script": {"script": self.choice(["Zero. " + on.script, "", "Quite other words.", on.script]), "was": on.script},
            "set-show": {"values": self.choice([{"title": "New"}, {"target": 9000}, {"pace": {"wpm": 99}}, {"target": None}, {"guides": [{"axis": "x", "at": 5}]}])},
            "set-chapter": {"title": self.choice(["", "  Part ", "Close"])},
            "set-bed": {"bed": self.choice([b.id for b in of.beds] or ["none"]), "values": self.choice([{"gain_db": -3}, {"fade_in": 700, "loop": False}, {"gain_db": None}])},
            "set-bed-point": {"bed": self.choice([b.id for b in of.beds] or ["none"]), "at": self.randrange(3000), "to_db": self.choice([-6.5, 0, 3])},
            "delete-bed": {"bed": self.choice([b.id for b in of.beds] or ["none"])},
            "add-bed": {"id": new(1)[0], "values": {"asset": "tune"}},
            "drag-build": {"step": step_, "by": by, **({"others": self.some(steps)} if self.often(0.1) else {})},
            "stretch-build": {"step": step_, "edge": self.choice(["start", "end"]), "by": by},
            "drag-cue": {"cue": cue, "by": by},
            "drag-slide-end": {"by": by},
            "set-wait": {"cue": cue, "wait": self.choice([None, self.randint(0, 5000)])},
            "set-steps": {"steps": self.some(steps), "values": self.step_values()},
            "delete-steps": {"steps": self.some(steps)},
            "add-builds": self.building(on, new),
            **self.of_views(on, new),
        }  # fmt: skip
        return {"do": name, **({} if name in SHOW_WIDE else {"slide": on.id}), **made[name]}

    def of_views(self, on: Any, new: Any) -> dict[str, dict[str, Any]]:
        views, goes = [v.id for v in on.views], [s.id for s in on.running_order if s.kind == "view"]
        steps = [s.id for s in on.running_order]
        drawn = [{"x": self.randint(0, 3000), "y": 300, "width": 300, **({"name": "Drawn"} if self.often() else {})} for _ in range(self.randint(1, 2))]  # fmt: skip
        return {
            "set-views": {"values": {v: self.choice([{"x": 700.5, "y": 9}, {"name": "Other"}, {"width": 99, "turn": 5}]) for v in self.some(views)}},
            "add-views": {"views": drawn, "after": self.choice([None, None, *steps]), "ids": new(len(drawn)), "builds": new(len(drawn))},
            "delete-views": {"views": self.some(views)},
            "move-views": {"steps": self.some(goes), "before": self.choice(["", *goes])},
        }  # fmt: skip

    def values(self) -> dict[str, Any]:
        return self.choice([{"x": 5.5, "y": 7}, {"width": 60, "height": 50}, {"rotation": 30}, {"opacity": 0.5}, {"hidden": True}, {"name": "Other"}, {"locked": True}, {"x": None}, {"alt": "said"}])  # fmt: skip

    def slide_values(self) -> dict[str, Any]:
        return self.choice([{"hold": 900}, {"hold": None}, {"title": "T"}, {"background": "#102030"}, {"background": None}, {"skipped": True}, {"speaks": "the keeper"}, {"transition": {"type": "pushWipe"}}, {"transition": {"type": "cut"}}, {"length": 9000}, {"advance": "clock"}])  # fmt: skip

    def step_values(self) -> dict[str, Any]:
        return self.choice([{"delay": 300}, {"duration": 900}, {"duration": None}, {"trigger": "following"}, {"effect": self.choice(sorted(EFFECTS))}, {"off": True}, {"easing": "linear"}, {"repeat": 2}])  # fmt: skip

    def writing(self, on: Any) -> dict[str, Any]:
        texts = [o for o in on.objects if type(o).__name__ == "Text"]
        if not texts:
            return {"object": "none", "paragraphs": [], "was": []}
        thing = self.choice(texts)
        was = [p.text for p in thing.paragraphs]
        return {
            "object": thing.id,
            "paragraphs": [{"text": t} for t in self.choice([[*was, "more"], ["Anew"], was])],
            "was": was,
        }

    def building(self, on: Any, new: Any) -> dict[str, Any]:
        objects = self.some([o.id for o in on.objects if type(o).__name__ != "Sound"])
        kind = self.choice(["entrance", "emphasis", "exit"])
        effect = self.choice([e.name for e in EFFECTS.values() if kind in e.verbs])
        return {"objects": objects, "kind": kind, "effect": effect, "order": self.choice(["one", "each", "following"]), "by": self.choice(["whole", "whole", "line"]), "ids": new(len(objects))}  # fmt: skip


SHOW_WIDE = {"add-slide", "delete-slides", "duplicate-slides", "move-slides", "set-slides", "set-show", "set-bed", "set-bed-point", "delete-bed", "add-bed"}  # fmt: skip


def state_of(made: Show) -> dict[str, Any]:
    told = projection.told(made, {}, [s.id for s in made.slides])
    return {**msgspec.json.decode(msgspec.json.encode(told)), "assets": {a["id"]: a for a in MEDIA}}


def kept(made: Show) -> Show:
    return msgspec.structs.replace(made, assets=tuple(msgspec.convert(a, Asset) for a in MEDIA))


class Sketches(TestCase):
    maxDiff = None

    def test_each_says_what_the_core_answers_or_nothing(self):
        (names,) = in_page("sketches", [None])
        defaults, cases, fresh = defaults_by_kind(), [], count()
        for name in names:
            chance = Chance(name)
            chance.on_planes = name.endswith("-views")
            tries = 0
            while tries < 30 * EACH and sum(c["command"]["do"] == name for c in cases) < EACH:
                tries += 1
                before = chance.show()
                command = chance.command(name, before, fresh)
                try:
                    after = apply(before, read_command(command))
                except (BadEdit, BadDocument):
                    continue
                cases.append({"before": state_of(before), "command": command, "after": state_of(after), "defaults": defaults})  # fmt: skip
        told = in_page("sketch", cases)
        shown = Counter(c["command"]["do"] for c, t in zip(cases, told, strict=True) if t["changed"])
        wrong = [(c["command"], d) for c, t in zip(cases, told, strict=True) for d in t["differs"]]
        by_name = Counter(command["do"] for command, _ in wrong)
        self.assertEqual(wrong[:6], [], f"{len(wrong)} differences: {by_name}")
        self.assertEqual({n: shown[n] for n in names if shown[n] < LEAST_SHOWN}, {})

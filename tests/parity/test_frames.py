"""What a frame is, the page and the core say alike: every thing that is drawn, in its order, place, mask and paint."""

import random
from typing import Any
from unittest import TestCase

import msgspec
from hypothesis import given
from hypothesis import strategies as st

from ritornel.core.model import Asset, Show
from ritornel.core.motion.builds import EFFECTS
from ritornel.core.motion.transitions import TRANSITIONS
from ritornel.core.score import compile, frame, slide_at
from ritornel.core.score.still import still_spans
from ritornel.render.player import playable
from ritornel.shows.demo import lamp, winter
from ritornel.shows.demo.acts import made
from tests.examples import examples
from tests.made import SHOWS, clip, show, slide, step, text
from tests.node import in_page

MILLI = 1e-3
THING: dict[str, Any] = {"blur": 0.0, "behind": False, "mask": None, "ink": None, "inside": [], "opacity": 1.0}
SHEET: dict[str, Any] = {"grounded": 1.0, "opacity": 1.0, "brightness": 1.0, "blur": 0.0, "mask": None, "view": None}


class Frames(TestCase):
    def assert_same(self, show: Show, times: list[float]):
        score = compile(show)
        (told,) = in_page("frames", [{"play": playable(show, score), "times": times}])
        for time, theirs in zip(times, told, strict=True):
            ours = msgspec.to_builtins(frame.frame_at(show, score, time))
            at = f"at {time}"
            self.assert_near(ours.pop("time_ms"), theirs["time"], at)
            self.assertEqual([ours["slide"], ours["backdrop"]], [theirs["slide"], theirs["backdrop"]], at)
            self.assertEqual(list(map(list, ours.get("carried", []))), theirs["carried"], at)
            self.assertEqual(len(ours["sheets"]), len(theirs["sheets"]), at)
            for one, other in zip(ours["sheets"], theirs["sheets"], strict=True):
                self.assertEqual([one["slide"], one["ground"]], [other["slide"], other["ground"]], at)
                self.assert_alike({**SHEET, **one}, other, ("place", *SHEET), at)
                self.assert_things(one.get("things", []), other["things"], at)

    def assert_things(self, ours: list[dict], theirs: list[dict], at: str):
        self.assertEqual([one["key"] for one in ours], [other["key"] for other in theirs], at)
        for one, other in zip(ours, theirs, strict=True):
            where = f"{one['key']} {at}"
            self.assert_alike({**THING, **one}, other, ("box", "place", "opacity", "blur", "mask", "ink"), where)
            self.assert_near(one.get("media_ms"), other.get("media"), where)
            self.assertEqual(one.get("behind", False), other.get("behind", False), where)
            self.assert_things(one.get("inside", []), other["inside"], at)

    def assert_alike(self, ours: dict, theirs: dict, names: tuple[str, ...], at: str):
        for name in names:
            near = MILLI if name not in ("opacity", "grounded") else 1e-4
            self.assert_near(ours.get(name, list(frame.STANDS)), theirs.get(name), f"{name} of {at}", near)

    def assert_near(self, ours: Any, theirs: Any, at: str, near: float = MILLI):
        if isinstance(ours, dict):
            whole = {"blur": 0.0, "grid": None, "polygons": None, "cells": None, "outline": 1.0, "filled": 1.0}
            for name in ours.keys() | theirs.keys():
                self.assert_near(ours.get(name, whole.get(name)), theirs.get(name, whole.get(name)), f"{name}, {at}")
        elif isinstance(ours, list | tuple):
            self.assertEqual(len(ours), len(theirs), at)
            for one, other in zip(ours, theirs, strict=True):
                self.assert_near(one, other, at, near)
        elif ours is None or theirs is None:
            self.assertEqual((ours, theirs), (None, None), at)
        else:
            self.assertAlmostEqual(ours, theirs, delta=near, msg=at)

    def test_planes(self):
        ways = [("v1", "lamp", "fly"), ("v2", "all", "glide"), ("v3", "lens", "jump"), ("v4", "lamp", "fly")]
        steps = [
            {
                "id": key,
                "kind": "view",
                "effect": way,
                "trigger": "alongside" if key == "v4" else "cue",
                "view": view,
            }
            for key, view, way in ways
        ]
        planes = {"x": -640, "width": 6400, "height": 3000}
        views = [
            {"id": "lamp", "x": 1000, "y": 500, "width": 640},
            {"id": "lens", "x": 5000, "y": 2500, "width": 1280, "turn": 350},
            {"id": "all", "x": 2560, "y": 1500, "width": 6400},
        ]
        things = (
            text("words", "A line", "Another line", x=900, y=450, rotation=12),
            clip("c", x=4800, y=2400),
            {"id": "edge", "kind": "shape", "role": "ornament", "y": 700, "width": 1280, "height": 20},
        )
        inside = step("in", "alongside", 500, object="words", effect="rise", part={"paragraph": 1}), step("t", "alongside", object="box", kind="emphasis", effect="turn")  # fmt: skip
        turn = {"type": "leaf", "duration": 900}
        made_ = show(
            slide(*steps, *inside, objects=things, plane=planes, views=views, ground={"asset": "film"}, hold=1500),
            slide(objects=things, plane=planes, views=views, transition=turn, hold=1000),
            slide(
                *steps[:1],
                objects=things,
                plane=planes,
                views=views,
                transition={"type": "carry", "duration": 900},
                hold=1000,
            ),
        )
        length = compile(made_).length_ms
        self.assert_same(made_, [float(at) for at in range(0, length, 97)])

    @examples(20)
    @given(SHOWS, st.randoms(use_true_random=False))
    def test_of_made_shows(self, show: Show, chance: random.Random):
        length = compile(show).length_ms
        self.assert_same(show, [chance.uniform(0, length) for _ in range(12)])

    def test_of_every_build_of_objects_lines_words_and_letters(self):
        chance = random.Random(5)
        targets = (
            {"object": "box"},
            *({"object": "list", "part": {"paragraph": 0, **unit}} for unit in ({}, {"word": 1}, {"character": 2})),
        )
        slides = []
        for effect in EFFECTS.values():
            for kind in sorted(set(effect.verbs) & {"entrance", "emphasis", "exit", "path"}):
                steps = [
                    step(f"s{n}", "following", 700, kind=kind, effect=effect.name, **target)
                    for n, target in enumerate(targets)
                ]
                slides.append(slide(*steps, objects=(text("list", "The lamp turns", "at a touch", rotation=12),)))
        made = show(*slides)
        starts = compile(made).starts
        self.assert_same(made, [start + chance.uniform(0, 2900) for start in starts for _ in range(3)])

    def test_of_every_transition(self):
        chance = random.Random(6)
        forms = [(k.name, s) for k in TRANSITIONS.values() if not k.instant for s, _ in k.subtypes or (("", ""),)]
        things = (text("words", "Four tons of glass"), clip("film"))
        slides = [
            slide(
                hold=50,
                objects=things,
                ground={"gradient": {"stops": [{"at": 0, "colour": "#102030"}, {"at": 1, "colour": "#a07030"}]}},
                transition={"type": n, "subtype": s, "duration": 1000, "softness": 0.3 * chance.randrange(2)},
            )
            for n, s in forms
        ]
        made = show(*slides)
        starts = compile(made).starts
        self.assert_same(made, [start + chance.uniform(0, 1000) for start in starts for _ in range(2)])

    def test_of_the_demo_shows(self):
        chance = random.Random(7)
        for document in (lamp.document(lamp.heard()), winter.document() | {"to_beat": None}):
            show = made(document, [Asset(id="turning-lens.webm", kind="clip", length_ms=12_000)])
            length = compile(show).length_ms
            self.assert_same(show, [chance.uniform(0, length) for _ in range(120)])

    @examples(20)
    @given(SHOWS, st.randoms(use_true_random=False))
    def test_nothing_changes_in_a_still_span_and_the_page_knows_them(self, show: Show, chance: random.Random):
        score = compile(show)
        times = [chance.uniform(0, score.length_ms) for _ in range(12)]
        (rests,) = in_page("rests", [{"play": playable(show, score), "times": times}])
        for time, rest in zip(times, rests, strict=True):
            place = slide_at(score, time)
            within = time - score.starts[place]
            still = next((s for s in still_spans(score.slides[place]) if s[0] <= within < s[1]), None)
            self.assertEqual(rest, None if still is None else list(still))
            if still is not None:
                begins, ends = (score.starts[place] + at for at in still)
                inside = [min(chance.uniform(begins, ends), ends - 0.001) for _ in "ab"]
                one, other = (frame.frame_at(show, score, at).sheets for at in inside)
                self.assertEqual(one, other)

    def test_pens_and_soft_edges_are_the_same(self):
        (told,) = in_page("drawing", [{}])
        self.assertEqual(told, {"pen": frame.PEN, "pen_of_letters": frame.PEN_OF_LETTERS, "softly": frame.SOFTLY})

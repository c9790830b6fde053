"""Lengths of slides and shows: fitted, pinned, put on beats, paced."""

from typing import Any
from unittest import TestCase

from hypothesis import given
from hypothesis import strategies as st

from ritornel.core.edits import BadEdit
from ritornel.core.model import Show
from ritornel.core.score import compile
from tests.core.edits.test_voices import heard
from tests.core.edits.test_voices import made as voiced
from tests.examples import examples
from tests.made import edited, show, slide, step

BEATS = list(range(150, 10_000, 600))
MUSIC = {"id": "music", "kind": "sound", "length": 10_000, "has_sound": True, "sound": {"loudness": -18.0, "peak": -3.0, "beats": BEATS, "bar": 4, "first": 1}}  # fmt: skip


def made(**more: Any) -> Show:
    slides = [
        slide(step("a"), step("b"), id="one", waits={"1": 800, "2": 1600}, hold=2000),
        slide(step("a"), id="two", waits={"1": 1200}, hold=3000),
        slide(id="three", hold=4000),
    ]
    return show(*slides, **more)


def length(one: Show) -> int:
    return compile(one).length_ms


class Fits(TestCase):
    @given(st.integers(7000, 60_000))
    @examples(40)
    def test_to_the_millisecond_and_again_the_same(self, wanted):
        fitted = edited(made(), do="fit-length", length=wanted)
        self.assertEqual(length(fitted), wanted)
        self.assertEqual(edited(fitted, do="fit-length", length=wanted), fitted)

    def test_rests_keep_their_proportions_and_what_is_pinned_stays(self):
        start = made()
        pinned = edited(edited(start, do="pin-rests", slide="one", rests=[0, 2]), do="pin-rests", slide="three", rests=[0])  # fmt: skip
        fitted = edited(pinned, do="fit-length", length=length(start) + 5000)
        one, two, three = fitted.slides
        self.assertEqual((one.hold_ms, one.waits["2"], three.hold_ms), (2000, 1600, 4000))
        self.assertEqual((one.waits["1"], two.waits["1"], two.hold_ms), (1600, 2400, 6000))
        let_go = edited(pinned, do="pin-rests", slide="one", rests=[2], on=False)
        self.assertEqual(let_go.slides[0].pinned, (0,))

    def test_some_slides_alone_and_holds_alone(self):
        start = made()
        fitted = edited(start, do="fit-length", slides=["three"], length=7000)
        self.assertEqual((length(fitted) - length(start), fitted.slides[0]), (3000, start.slides[0]))
        holds = edited(start, do="fit-length", gives=["holds"], length=length(start) + 900)
        self.assertEqual([s.waits for s in holds.slides], [s.waits for s in start.slides])

    def test_what_cannot_be_is_said_with_by_how_much(self):
        fixed = edited(made(), do="set-slides", slides=["one", "two", "three"], values={"length": 6000})
        with self.assertRaisesRegex(BadEdit, r"nothing gives way: it would be 2.00 s too short"):
            edited(fixed, do="fit-length", length=20_000)
        with self.assertRaisesRegex(BadEdit, r"still be [0-9.]+ s too long with the shortest rests"):
            edited(made(), do="fit-length", length=100)

    def test_what_is_read_keeps_its_time(self):
        words = {"id": "t", "kind": "text", "paragraphs": [{"text": "Four tons of glass float in mercury. " * 4}]}
        start = show(slide(id="one", objects=(words,)), slide(id="two", hold=9000))
        reads = compile(start).times[0].hold_ms
        fitted = edited(start, do="fit-length", length=length(start) - 6000, reading=True)
        self.assertEqual((compile(fitted).times[0].hold_ms, length(fitted)), (reads, length(start) - 6000))
        other = edited(start, do="fit-length", length=length(start) - 6000)
        self.assertLess(compile(other).times[0].hold_ms, reads)

    def test_pauses_of_voices_give_way_and_what_is_after_a_voice(self):
        voice = heard()
        shorter = edited(voice, do="fit-length", slides=["one"], gives=["pauses"], length=compile(voice).times[0].length_ms - 300)  # fmt: skip
        self.assertEqual(length(voice) - length(shorter), 300)
        longer = heard(voiced(tail=500))
        fitted = edited(longer, do="fit-length", slides=["one"], gives=["holds"], length=compile(longer).times[0].length_ms + 700)  # fmt: skip
        self.assertEqual(length(fitted) - length(longer), 700)
        less = edited(longer, do="fit-length", slides=["one"], gives=["holds"], length=compile(longer).times[0].length_ms - 300)  # fmt: skip
        self.assertEqual((length(longer) - length(less), less.slides[0].narration.tail_ms), (300, 200))

    def test_pins_go_with_their_cues(self):
        pinned = edited(made(), do="pin-rests", slide="one", rests=[0, 2])
        self.assertEqual(edited(pinned, do="delete-steps", slide="one", steps=["a"]).slides[0].pinned, (0, 1))
        self.assertEqual(edited(pinned, do="delete-steps", slide="one", steps=["b"]).slides[0].pinned, (0,))


class Beaten(TestCase):
    def start(self, **more: Any) -> Show:
        return made(assets=[MUSIC], beds=[{"id": "bed", "asset": "music", **more}])

    def changes(self, one: Show) -> list[int]:
        score = compile(one)
        return [*score.starts[1:], score.length_ms]

    def test_each_change_falls_on_a_beat_or_on_the_first_of_a_bar(self):
        ids = ["one", "two", "three"]
        onto = edited(self.start(), do="to-beat", slides=ids, every="beat")
        loops = [b + turn * 10_000 for turn in range(4) for b in BEATS]
        self.assertTrue(set(self.changes(onto)) <= set(loops), self.changes(onto))
        moved = [abs(a - b) for a, b in zip(self.changes(onto), self.changes(self.start()), strict=True)]
        self.assertLessEqual(max(moved), 300 + 100)
        bars = edited(self.start(), do="to-beat", slides=ids)
        opens = [b + turn * 10_000 for turn in range(4) for n, b in enumerate(BEATS) if (n - 1) % 4 == 0]
        self.assertTrue(set(self.changes(bars)) <= set(opens))
        self.assertEqual(edited(bars, do="to-beat", slides=ids), bars)

    def test_only_those_that_are_chosen_and_may_move(self):
        pinned = edited(self.start(), do="pin-rests", slide="one", rests=[0])
        onto = edited(pinned, do="to-beat", slides=["one", "two"], every="beat")
        self.assertEqual((onto.slides[0], onto.slides[2]), (pinned.slides[0], pinned.slides[2]))
        self.assertIn((self.changes(onto)[1] - 150) % 600 if self.changes(onto)[1] < 10_000 else (self.changes(onto)[1] - 10_150) % 600, (0,))  # fmt: skip

    def test_builds_come_on_beats_too(self):
        onto = edited(self.start(), do="to-beat", slides=["one"], every="beat", builds=True)
        score = compile(onto)
        cues = [group.start_ms for group in score.times[0].groups[1:]]
        self.assertEqual([(at - 150) % 600 for at in (*cues, score.starts[1])], [0, 0, 0])

    def test_where_there_are_no_beats_it_says_so(self):
        with self.assertRaisesRegex(BadEdit, "no bed with beats"):
            edited(made(), do="to-beat", slides=["one"])
        with self.assertRaisesRegex(BadEdit, "not enough beats"):
            edited(self.start(loop=False, out=900), do="to-beat", slides=["one", "two", "three"])

    def test_beats_that_were_set_by_hand_count(self):
        onto = edited(self.start(beats=[0, 7777], loop=False), do="to-beat", slides=["one"], every="beat")
        self.assertEqual(compile(onto).starts[1], 7777)


class Paced(TestCase):
    def lengths(self, **more: Any) -> list[int]:
        return [
            t.length_ms for t in compile(edited(made(), do="pace-slides", slides=["one", "two", "three"], **more)).times
        ]

    def test_each_so_long_longer_and_in_proportion(self):
        before = [t.length_ms for t in compile(made()).times]
        self.assertEqual(self.lengths(way="each", amount=9000), [9000, 9000, 9000])
        self.assertEqual(self.lengths(way="more", amount=1500), [b + 1500 for b in before])
        self.assertEqual(self.lengths(way="times", amount=2), [2 * b for b in before])
        needed = [t.needed_ms for t in compile(made()).times]
        self.assertEqual(self.lengths(way="each", amount=100), [max(100, n) for n in needed])

    def test_by_reading_time(self):
        words = {"id": "t", "kind": "text", "paragraphs": [{"text": "x" * 120}]}
        start = show(slide(id="one", objects=(words,), hold=100), slide(id="two"))
        read = edited(start, do="pace-slides", slides=["one"], way="read", amount=12)
        slower = edited(start, do="pace-slides", slides=["one"], way="read", amount=6)
        self.assertAlmostEqual(compile(slower).times[0].length_ms - compile(read).times[0].length_ms, 10_000, delta=50)
        self.assertEqual(read.slides[1], start.slides[1])

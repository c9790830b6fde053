"""What Python and the page both compute, over the same cases: one test for each pair that must agree."""

import random
from unittest import TestCase

import msgspec

from ritornel.core.edits.to_beat import beats_of
from ritornel.core.model import Paragraph, Run, Take
from ritornel.core.model.reading import convert
from ritornel.core.model.writing import plain
from ritornel.core.motion.easing import NAMED, eased, parse
from ritornel.core.motion.placing import matrix
from ritornel.core.score import compile
from ritornel.core.sound.mixing import points_of, turns
from ritornel.core.sound.spans import gain_at, place_at
from ritornel.core.text.families import FAMILIES
from ritornel.core.time.script import MARK, texts
from ritornel.core.time.takes import pace_while
from ritornel.desk.vocabulary import defaults_by_kind
from ritornel.render.player import playable
from ritornel.site.templatetags.times import minutes, tenths
from tests.made import clip, show, slide, step, text
from tests.node import in_page

CHANCE = random.Random(5)


class Agreement(TestCase):
    def near(self, ours, theirs, delta=1e-6, said=""):
        for a, b in zip(ours, theirs, strict=True):
            self.assertAlmostEqual(a, b, delta=delta, msg=said)

    def test_easings(self):
        curves = [*NAMED, "cubic-bezier(0.2, 0.9, 0.3, 1.15)", "cubic-bezier(1, 0, 0, 1)", "cubic-bezier(0, 1, 1, 0)"]
        curves += ["linear(0, 1)", "linear(0, 0.5 40%, 1)", "linear(0, 1, 0, 1)", "linear(0.2, 0.8 10% 60%, 0)"]
        curves += [f"cubic-bezier({CHANCE.random()}, {CHANCE.uniform(-1, 2)}, {CHANCE.random()}, 1)" for _ in range(40)]
        shares = [0, 1, 0.5, *(CHANCE.random() for _ in range(60))]
        answers = in_page("eased", [{"easing": parse(c), "shares": shares} for c in curves])
        for curve, told in zip(curves, answers, strict=True):
            self.near([eased(parse(curve), share) for share in shares], told, said=curve)

    def test_transforms(self):
        names = ("x", "y", "rotate", "scale_x", "scale_y", "turn_x", "turn_y", "pivot_x", "pivot_y")
        states = [{n: CHANCE.uniform(-3, 3) for n in names if CHANCE.random() < 0.6} for _ in range(50)]
        answers = in_page("matrix", [{"rotation": 10 * n, "state": state} for n, state in enumerate(states)])
        for number, (state, told) in enumerate(zip(states, answers, strict=True)):
            self.near(matrix(10 * number, state), told)

    def test_places_and_gains_of_media(self):
        films = [
            clip("film", 4001, rate=r, plays=p, gain_db=-6, **{"in": i})
            for r, p, i in ((1, 1, 0), (3, 50, 999), (0.7, 3, 5))
        ]
        bed = {"id": "b", "asset": "tune", "out": 2500, "in": 300, "fade_in": 900, "fade_out": 1500, "line": [[2000, 0], [9000, -20]]}  # fmt: skip
        spans = [s for f in films for s in compile(show(slide(objects=(f,), hold=30_000))).slides[0].spans]
        spans += compile(show(slide(hold=30_000), beds=[bed])).bed_spans
        times = [CHANCE.uniform(-100, 30_000) for _ in range(60)]
        answers = in_page("span", [{"span": msgspec.to_builtins(s), "times": times} for s in spans])
        for span, told in zip(spans, answers, strict=True):
            self.near([place_at(span, t) for t in times], [place for place, _ in told], 1e-4)
            self.near([gain_at(span, t) for t in times], [gain for _, gain in told])

    def test_turns_and_their_gains(self):
        beds = [{"id": f"b{n}", "asset": "tune", "loop_from": a, "loop_to": b, "fade_in": 900, "loop_fade": x} for n, (a, b, x) in enumerate(((500, 2900, 300), (0, 3000, 400), (1000, 1700, 5000)))]  # fmt: skip
        spans = compile(show(slide(hold=30_000), beds=beds)).bed_spans
        windows = [(s, first, first + CHANCE.uniform(1, 9000)) for s in spans for first in (0, 2900, CHANCE.uniform(0, 30_000))]  # fmt: skip
        answers = in_page("turns", [{"span": msgspec.to_builtins(s), "first": a, "last": b} for s, a, b in windows])
        for (span, first, last), told in zip(windows, answers, strict=True):
            ours = list(turns(span, first, last))
            self.assertEqual(len(ours), len(told))
            for one, other in zip(ours, told, strict=True):
                self.near(list(one), other)
        for span, told in zip(spans, in_page("points", [{"track": msgspec.to_builtins(s.gain)} for s in spans]), strict=True):  # fmt: skip
            times, values = points_of(span.gain)
            self.near(times, [time for time, _ in told])
            self.near(values, [value for _, value in told])

    def test_beats_of_beds(self):
        facts = {"loudness": -18.0, "beats": list(range(120, 3000, 470)), "bar": 3, "first": 1}
        tune = {"id": "tune", "kind": "sound", "length": 3000, "has_sound": True, "sound": facts}
        ways = (
            {},
            {"loop_from": 700, "loop_to": 2900},
            {"loop": False, "in": 300},
            {"beats": [50, 800, 1500], "bar": 2},
        )
        beds = [{"id": f"b{n}", "asset": "tune", **way} for n, way in enumerate(ways)]
        made = show(slide(hold=9000), beds=beds, assets=[tune])
        spans = compile(made).bed_spans
        whole = [{**defaults_by_kind()["bed"], **bed} for bed in beds]
        cases = [{"bed": bed, "span": msgspec.to_builtins(span), "asset": facts, "first": span.start_ms, "last": span.end_ms} for bed, span in zip(whole, spans, strict=True)]  # fmt: skip
        for bed, span, told in zip(made.beds, spans, in_page("beats", cases), strict=True):
            ours = beats_of(bed, span, made)
            self.assertGreater(len(ours), 2)
            self.assertEqual(ours, [(int(at), opens) for at, opens in told])

    def test_families(self):
        self.assertEqual(in_page("families", [{}]), [{name: family.css for name, family in FAMILIES.items()}])

    def test_paragraphs_in_the_editor_are_those_of_the_document(self):
        runs = (Run(start=0, end=2, weight=600, colour="#112233"), Run(start=3, end=4, underline=True, link="#next"))
        made = [Paragraph("a\U0001f3eeb \u05d0 lamp", runs, "right", "bullet", 2, 0.5), Paragraph(), Paragraph("plain")]
        (told,) = in_page("rich", [{"paragraphs": plain(made)}])
        self.assertEqual([convert(p, Paragraph) for p in told], made)

    def test_scripts(self):
        words = ["one", "two.", "灯台", "three", "[1]", "[2]", "[3]", "[1]", "[9]", "four[2]", " "]
        cases = [(" ".join(CHANCE.choices(words, k=CHANCE.randrange(9))), CHANCE.randrange(4)) for _ in range(400)]
        answers = in_page("script", [{"script": script, "cues": cues} for script, cues in cases])
        for (script, cues), (pieces, again) in zip(cases, answers, strict=True):
            shown = [" ".join(MARK.sub(" ", piece).split()) for piece in pieces]
            self.assertEqual(shown, [" ".join(t.split()) for t in texts(MARK.sub(r" [\1] ", script), cues)], script)
            plain = [" ".join(t.split()) for t in texts(script, cues)]
            self.assertEqual([" ".join(t.split()) for t in texts(again, cues)], plain, script)

    def test_pace_and_live_clock(self):
        steps = (step("a"), step("b", duration=1500))
        made = show(
            slide(*steps, id="one", script="One two. [1] three [2] four five six."),
            slide(step("c"), id="two", advance="clock"),
            slide(id="three", hold=900),
        )
        times = compile(made).times
        play = playable(made, compile(made))
        script = [
            {
                "advance": s.advance,
                "groups": [
                    {"cue": g.cue, "start": g.start_ms, "settle": g.settle_ms, "advance": s.advance} for g in t.groups
                ],
            }
            for s, t in zip(made.slides, times, strict=True)
        ]
        runs = [self.acts() for _ in range(30)]
        answers = in_page(
            "live", [{"order": play["order"], "script": script, "acts": a, "until": 30_000} for a in runs]
        )
        looked = 0
        for told in answers:
            instants = [{k: v for k, v in i.items() if k != "visit"} for i in told["instants"]]
            for now, ahead, known, index, cue in told["looks"]:
                take = convert({"instants": instants[:known]}, Take)
                self.assertAlmostEqual(pace_while(made, times, take, now).ahead_ms, ahead, delta=1)
                planned = times[index].groups[cue].start_ms
                self.assertEqual(script[index]["groups"][cue]["start"], planned)
                looked += 1
        self.assertGreater(looked, 3000)

    def acts(self) -> list:
        """Cues at random, and now and then a pause or a step back."""
        acts, at = [], 0
        while at < 25_000:
            at += CHANCE.randrange(200, 4000)
            kind = CHANCE.choice(["give", "give", "give", "give", "pause", "back"])
            acts.append([at, kind])
            if kind == "pause":
                at += CHANCE.randrange(100, 2000)
                acts.append([at, "goOn"])
        return acts

    def test_times_as_words(self):
        cases = [
            0,
            49,
            50,
            99,
            999,
            59_999,
            60_000,
            252_449,
            3_599_999,
            36_000_000,
            *(CHANCE.randrange(10**7) for _ in range(50)),
        ]
        answers = in_page("words", [{"ms": ms} for ms in cases])
        self.assertEqual(answers, [[minutes(ms), tenths(ms)] for ms in cases])
        again = in_page("read", [{"text": tenths(ms)} for ms in cases])
        self.assertEqual(again, [ms // 100 * 100 for ms in cases])

    def test_visibility_and_every_kind_of_build(self):
        kinds = ("entrance", "exit", "emphasis")
        order = [
            step(f"s{n}", CHANCE.choice(["cue", "alongside", "following"]), CHANCE.randrange(900), object=CHANCE.choice("tu"),
                 kind=CHANCE.choice(kinds), effect=CHANCE.choice(["", "fade", "slide", "grow", "pulse"]), delay=CHANCE.randrange(400),
                 repeat=CHANCE.randrange(1, 4), part=CHANCE.choice([None, {"paragraph": 0}, {"paragraph": 1}]))
            for n in range(40)
        ]  # fmt: skip
        marks = sorted(CHANCE.randrange(12_000) for _ in range(10))
        made = show(
            slide(*order, objects=(text("t", "a", "b"), text("u", "c", "d")), narration={"out": 15_000, "marks": marks})
        )
        score = compile(made)
        cut = [s for g in score.times[0].groups for s in g.steps if s.end_ms != s.uncut_end_ms]
        self.assertGreater(len(cut), 3)
        from tests.parity.test_evaluators import Parity

        Parity().assert_same(made, [CHANCE.uniform(0, score.length_ms) for _ in range(400)])

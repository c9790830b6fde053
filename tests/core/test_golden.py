"""Golden timings: the demo shows' facts as they were found right. A change of the engine must not move them unseen.

After a change that is meant to move them, look at the difference and write them anew:

    python -m tests.core.test_golden
"""

import json
from pathlib import Path
from unittest import TestCase

from ritornel import assets as material
from ritornel.core.linecheck import findings
from ritornel.core.model import Asset, Show
from ritornel.core.model.keys import VIEW_KEY
from ritornel.core.score import compile, evaluate, facts
from ritornel.shows.demo import lamp, skerry, winter
from ritornel.shows.demo.acts import made

FOLDER = Path(__file__).parent / "golden"
LENGTHS = {
    "voice-bath.ogg": 14_066,
    "voice-clockwork.ogg": 8806,
    "voice-finger.ogg": 8206,
    "voice-flashes.ogg": 7166,
    "voice-goodbye.ogg": 4526,
    "voice-light.ogg": 10_006,
    "voice-ring.ogg": 11_586,
    "voice-skerry.ogg": 8926,
    "voice-welcome.ogg": 6546,
    "turning-lens.webm": 12_000,
    "harbour.ogg": 20_000,
    "bells.ogg": 14_400,
}


MATERIAL = Path(material.__file__).parent / "demo"


NAMES = ("lamp", "winter", "skerry")


def demo(name: str) -> Show:
    plan = {"lamp": lambda: lamp.document(lamp.heard()), "winter": winter.document, "skerry": skerry.document}[name]()
    kinds = {".ogg": "sound", ".webm": "clip"}
    timed = [Asset(id=a, kind=kinds[Path(a).suffix], length_ms=length) for a, length in LENGTHS.items()]
    pictures = [Asset(id=p.name, kind="picture") for p in MATERIAL.iterdir() if p.suffix in (".jpg", ".png")]
    return made(plan, [*timed, *pictures])


def views_seen() -> list[list[float]]:
    """Return instants of the show round the skerry, and what is seen of its plane then: x, y, width, turn."""
    show = demo("skerry")
    score = compile(show)
    moves = [timed for group in score.times[0].groups for timed in group.steps if timed.step.kind == "view"]
    instants = [at for one in moves for at in (one.start_ms, (one.start_ms + one.end_ms) // 2, one.end_ms)]
    seen = [evaluate(score, at).layers[-1].targets[VIEW_KEY]["view"] for at in instants]
    return [[at, *(round(value, 3) for value in view)] for at, view in zip(instants, seen, strict=True)]


class Golden(TestCase):
    maxDiff = 4000

    def test_the_demo_shows_keep_their_timing(self):
        for name in NAMES:
            with self.subTest(name):
                kept = json.loads((FOLDER / f"{name}.json").read_text(encoding="utf-8"))
                self.assertEqual(facts(demo(name)), kept)

    def test_they_have_no_findings(self):
        for name in NAMES:
            made = demo(name)
            self.assertEqual([f.message for f in findings(made, compile(made))], [])

    def test_what_is_seen_at_chosen_instants(self):
        """The list of “The bath” comes line by line, each at its own cue."""
        show = demo("lamp")
        score = compile(show)
        place = next(n for n, s in enumerate(show.slides) if s.id == "bath")
        groups = score.times[place].groups
        start = score.starts[place]
        for cue, lines in ((0, 0), (1, 1), (2, 2), (3, 3)):
            settled = min(groups[cue].settle_ms, score.times[place].length_ms - 1)
            targets = evaluate(score, start + settled).layers[-1].targets
            seen = [targets[f"bath-list/{n}"]["visible"] for n in range(3)]
            self.assertEqual(seen, [1.0] * lines + [0.0] * (3 - lines))

    def test_what_is_seen_of_the_plane_at_chosen_instants(self):
        """Before, in the middle and at the end of each move round the skerry."""
        self.assertEqual(views_seen(), json.loads((FOLDER / "skerry-views.json").read_text(encoding="utf-8")))

    def test_a_narrated_slide_lasts_as_long_as_its_voice(self):
        show = demo("lamp")
        place = next(n for n, s in enumerate(show.slides) if s.id == "skerry")
        self.assertEqual(compile(show).times[place].length_ms, 900 + 8926 + 600)

    def test_the_clip_that_is_waited_for_plays_to_its_out_point(self):
        show = demo("lamp")
        score = compile(show)
        place = next(n for n, s in enumerate(show.slides) if s.id == "finger")
        span = next(s for s in score.slides[place].spans if s.source == "object")
        self.assertEqual((span.start_ms, span.end_ms - span.start_ms, span.from_ms), (800, 7500, 3000))
        at_end = (
            evaluate(score, score.starts[place] + score.times[place].length_ms - 1).layers[-1].targets["finger-clip"]
        )
        self.assertEqual(at_end["media_time"], 10_500)


if __name__ == "__main__":
    for shown in NAMES:
        (FOLDER / f"{shown}.json").write_text(json.dumps(facts(demo(shown)), indent=1) + "\n", encoding="utf-8")
    (FOLDER / "skerry-views.json").write_text(json.dumps(views_seen()) + "\n", encoding="utf-8")

"""What an audience would notice: each rule by a show that breaks it, one that just does not, and what its mend leaves."""

from unittest import TestCase

from ritornel.core.edits import apply, read_command
from ritornel.core.linecheck import RULES, Finding, findings
from ritornel.core.model import Show
from ritornel.core.model.reading import read_show
from ritornel.core.score import compile
from tests.made import slide, step, text

VOICE = {
    "id": "voice",
    "kind": "sound",
    "length": 10_000,
    "sound": {"loudness": -20.0, "peak": -6.0, "speaks": True, "speech": [[0, 10_000]]},
}
SOFT = {"id": "soft", "kind": "sound", "length": 10_000, "sound": {"loudness": -60.0, "peak": -40.0, "speaks": True}}
TUNE = {"id": "tune", "kind": "sound", "name": "tune.ogg", "length": 60_000, "sound": {"loudness": -20.0, "peak": -6.0}}
SHORT = {**TUNE, "id": "short", "length": 8_000}
PICTURE = {"id": "lamp", "kind": "picture", "mime": "image/jpeg", "width": 64, "height": 36}
FILM = {"id": "film", "kind": "clip", "length": 10_000, "width": 64, "height": 36}
ASSETS = [VOICE, SOFT, TUNE, SHORT, PICTURE, FILM]


def spoken(asset: str = "voice", **more) -> dict:
    return {"narration": {"asset": asset, **more}}


def picture(key: str, **more) -> dict:
    place = {"x": 0, "y": 0, "width": 400, "height": 300}
    return {"id": key, "kind": "picture", "asset": "lamp", "alt": "The lamp", **place, **more}


class Found(TestCase):
    rule = ""

    def show(self, *slides: dict, **more) -> Show:
        return read_show({"slides": list(slides), "assets": ASSETS, **more})

    def of(self, made: Show) -> list[Finding]:
        return [f for f in findings(made, compile(made)) if f.rule == self.rule]

    def told(self, *slides: dict, **more) -> list[str]:
        self.made = self.show(*slides, **more)
        self.rows = self.of(self.made)
        return [f.message for f in self.rows]

    def mended(self) -> list[str]:
        return [f.message for f in self.of(apply(self.made, read_command(self.rows[0].mend.command)))]


class Unread(Found):
    rule = "unread-text"

    def words(self, hold: int, **more) -> list[str]:
        return self.told({"objects": [text("t", "a" * 60)], "hold": hold, **more})

    def test_sixty_characters_take_four_seconds(self):
        self.assertEqual(self.words(3000), ["slide 1: its words are gone 1 s before they can be read"])
        self.assertEqual(self.rows[0].mend.words, "Hold 1 s longer")
        self.assertEqual(self.mended(), [])
        self.assertEqual(self.words(4000), [])
        self.assertEqual(self.words(3000, length=3000), ["slide 1: its words are gone 1 s before they can be read"])
        self.assertEqual(self.mended(), [])

    def test_what_comes_later_has_less_time(self):
        late = step("a", object="t", duration=0, trigger="following", delay=2000)
        self.assertEqual(self.words(4000, running_order=[late], length=4000), [])
        on_cue = {"running_order": [step("a", object="t", duration=0)], "waits": {"1": 3000}, "hold": 2500}
        self.assertEqual(self.words(**on_cue), ["slide 1: its words are gone 1.5 s before they can be read"])

    def test_what_stood_there_before_and_credits_are_not_read_anew(self):
        same = text("t", "a" * 60, lineage="t")
        self.assertEqual(self.told({"objects": [same], "hold": 4000}, {"objects": [same], "hold": 500}), [])
        self.assertEqual(self.words(500) != [], True)
        self.assertEqual(self.told({"objects": [text("t", "a" * 60, tells="credits")], "hold": 500}), [])


class Rushed(Found):
    rule = "rushed-cue"

    def test_a_cue_that_cuts_builds_is_found_and_they_become_shorter(self):
        def at(second: int) -> list[str]:
            return self.told(slide(step("a", duration=1200), step("b"), **spoken(marks=[500, second])))

        self.assertEqual(at(900), ["slide 1: cue 2 comes 0.8 s before what is built before it is done"])
        self.assertEqual((self.rows[0].build, self.mended()), ("a", []))
        self.assertEqual(at(1700), [])


class Nothing(Found):
    rule = "nothing-happens"

    def test_twenty_seconds_of_nothing(self):
        self.assertEqual(self.told(slide(hold=20_000)), [])
        self.assertEqual(self.told(slide(hold=21_000)), ["slide 1: nothing moves and nothing is said for 21 s"])
        self.assertEqual(self.rows[0].mend.words, "End it 13 s sooner")
        self.assertEqual(self.mended(), [])

    def test_what_moves_plays_or_is_said_is_something(self):
        build = step("a", "following", duration=2000, delay=10_000)
        self.assertEqual(self.told(slide(build, hold=15_000)), [])
        self.assertEqual(self.told(slide(hold=25_000, **spoken())), [])
        self.assertEqual(self.told(slide(hold=25_000, script=" ".join(["word"] * 40))), [])
        film = {"id": "film", "kind": "clip", "asset": "film", "alt": "x"}
        self.assertEqual(self.told(slide(hold=25_000, objects=(film,))), [])


class Silence(Found):
    rule = "silence"

    def test_where_there_are_voices_a_long_silence_is_heard(self):
        self.assertEqual(self.told(slide(**spoken()), slide(hold=9000)), ["slide 1: nothing is heard for 9.6 s"])
        self.assertEqual(self.told(slide(**spoken()), slide(hold=7000)), [])
        self.assertEqual(self.told(slide(hold=60_000)), [])
        self.assertEqual(self.told(slide(**spoken()), slide(hold=9000), beds=[{"id": "b", "asset": "tune"}]), [])


class SpeechRate(Found):
    rule = "speech-rate"

    def rate(self, words: int) -> list[str]:
        return self.told(slide(script=" ".join(["word"] * words), **spoken()))

    def test_from_ninety_to_a_hundred_and_ninety_words_a_minute(self):
        self.assertEqual(self.rate(32), ["slide 1: its voice speaks 192 words a minute: too fast to be followed"])
        self.assertEqual(self.rate(31), [])
        self.assertEqual(self.rate(15), [])
        self.assertEqual(self.rate(14), ["slide 1: its voice speaks 84 words a minute: too slowly to be followed"])
        self.assertEqual(self.rate(7), [])


class LoudBed(Found):
    rule = "loud-bed"

    def test_ten_units_lie_between_voice_and_music(self):
        def at(gain: float) -> list[str]:
            return self.told(slide(**spoken()), beds=[{"id": "b", "asset": "tune", "gain_db": gain}])

        self.assertEqual(at(0), [])
        self.assertEqual(at(2), [])
        self.assertEqual(at(6), ["“tune.ogg” lies only 6 LU under the voice"])
        self.assertEqual((self.rows[0].slide, self.rows[0].mend.words), (self.made.slides[0].id, "Quieter by 4 dB"))
        self.assertEqual(self.mended(), [])
        ducked = [{"id": "b", "asset": "tune", "gain_db": 6, "duck": {"depth_db": -12}}]
        self.assertEqual(self.told(slide(**spoken()), beds=ducked), [])


class Uneven(Found):
    rule = "uneven-voices"

    def test_one_that_is_far_softer_than_the_others(self):
        one = slide(**spoken())
        self.assertEqual(self.told(one, one, one), [])
        words = ["slide 3: its voice is 24 LU softer than the others; record it again, or make it even"]
        self.assertEqual(self.told(one, one, slide(**spoken("soft"))), words)


class BedEnds(Found):
    rule = "bed-ends"

    def test_one_that_is_shorter_than_it_is_meant_to_last(self):
        bed = {"id": "b", "asset": "short", "loop": False, "fade_out": 500}
        self.assertEqual(self.told(slide(hold=20_000), beds=[bed]), ["“tune.ogg” ends 12 s before it is meant to"])
        self.assertEqual(self.mended(), [])
        self.assertEqual(self.told(slide(hold=8_500), beds=[bed]), [])

    def test_one_that_breaks_off(self):
        bed = {"id": "b", "asset": "tune"}
        self.assertEqual(self.told(slide(hold=5_000), beds=[bed]), ["“tune.ogg” breaks off in the middle of a phrase"])
        self.assertEqual(self.mended(), [])
        on_a_bar = {**bed, "beats": [0, 1000, 2000, 3000, 4000, 5000], "bar": 5}
        self.assertEqual(self.told(slide(hold=5_000), beds=[on_a_bar]), [])
        self.assertEqual(len(self.told(slide(hold=4_000), beds=[on_a_bar])), 1)


class Seen(Found):
    rule = "never-seen"

    def test_under_another_all_the_time(self):
        cover = {"id": "over", "kind": "shape", "x": 0, "y": 0, "width": 500, "height": 400, "fill": "#112233"}
        words = "slide 1: “Picture” is never seen: it lies under another all the time"
        self.assertEqual(self.told({"objects": [picture("p", name="Picture"), cover]}), [words])
        self.assertEqual(self.mended(), [])
        for other in ({"width": 390}, {"opacity": 0.9}, {"form": "ellipse"}, {"rotation": 10}):
            self.assertEqual(self.told({"objects": [picture("p"), cover | other]}), [], other)
        self.assertEqual(self.told({"objects": [cover, picture("p")]}), [])

    def test_before_the_cover_comes_it_is_seen(self):
        cover = {"id": "over", "kind": "shape", "x": 0, "y": 0, "width": 500, "height": 400, "fill": "#112233"}
        comes = [step("a", object="over", duration=0)]
        self.assertEqual(self.told({"objects": [picture("p"), cover], "running_order": comes}), [])
        led = [step("a", object="over", kind="path", effect="move", trigger="following")]
        self.assertEqual(self.told({"objects": [picture("p"), cover], "running_order": led}), [])

    def test_beside_the_stage_or_clear_as_glass(self):
        self.assertIn("stands beside the stage", self.told({"objects": [picture("p", x=1300)]})[0])
        self.assertIn("clear as glass", self.told({"objects": [picture("p", opacity=0)]})[0])
        self.assertEqual(self.told({"objects": [picture("p", x=1270)]}), [])


class Others(Found):
    def test_pictures_are_described(self):
        self.rule = "no-description"
        self.assertEqual(
            self.told({"objects": [picture("p", alt="", name="Lamp")]}), ["slide 1: “Lamp” has no description"]
        )
        self.assertEqual(self.told({"objects": [picture("p")]}), [])
        self.assertEqual(self.told({"objects": [picture("p", alt="", asset="gone")]}), [])

    def test_slides_that_show_and_say_the_same(self):
        self.rule = "slides-alike"
        one = slide(step("a"), objects=(text("t", "Once"),), script="One [1] two")
        alike = self.told({**one, "id": "x"}, slide(), {**one, "id": "y", "hold": 9000})
        self.assertEqual(alike, ["slide 3: it shows and says the same as slide 1"])
        self.assertEqual(self.mended(), [])
        self.assertEqual(self.told({**one, "id": "x"}, {**one, "id": "y", "script": "Other words [1] now"}), [])

    def test_a_target_is_kept_and_rests_give_way(self):
        self.rule = "over-target"
        self.assertEqual(self.told(slide(hold=9000), target=9000), [])
        self.assertEqual(self.told(slide(hold=9000), target=8000), ["the show lasts 1 s longer than it is meant to"])
        self.assertEqual(self.mended(), [])
        self.told(slide(length=9000), target=8000)
        self.assertIsNone(self.rows[0].mend)

    def test_authors_are_named(self):
        self.rule = "uncredited"
        owed = [{**PICTURE, "licence": "CC BY 4.0", "credit": "Ebba Lund"}]
        one = {"objects": [picture("p")]}
        words = ["the show uses one thing whose authors must be named, and does not name them"]
        self.assertEqual(self.told(one, assets=owed), words)
        self.assertEqual(self.mended(), [])
        self.assertEqual(self.told(one, assets=[{**owed[0], "licence": "CC0 1.0"}]), [])
        unlicensed = self.told(one, assets=[{**PICTURE, "name": "lamp.jpg", "credit": "Ebba Lund"}])
        self.assertEqual(len(unlicensed), 1)
        self.assertIn("nobody knows under which licence", unlicensed[0])

    def test_things_come_with_the_words_that_name_them(self):
        self.rule = "early-thing"
        lens = picture("p", name="The lens")
        script = "First [1] comes this [2] and then the lens."
        order = [step("a", object="p"), step("b")]
        self.assertEqual(
            self.told(slide(*order, objects=(lens,), script=script)),
            ["slide 1: “The lens” comes with cue 1, and is named only with cue 2"],
        )
        self.assertEqual(self.mended(), [])
        self.assertEqual(self.told(slide(*order[::-1], objects=(lens,), script=script)), [])

    def test_words_written_after_the_voice_was_heard(self):
        self.rule = "old-passage"
        said = [["the", 0, 300, 90], ["lamp", 300, 700, 90], ["turns", 700, 1100, 90], ["slowly", 1100, 1500, 90]]
        voice = {"asset": "voice", "heard": "words", "said": said}
        self.assertEqual(self.told(slide(script="The lamp turns slowly", narration=voice)), [])
        changed = self.told(slide(script="The lamp turns slowly over all of the sea", narration=voice))
        self.assertEqual(len(changed), 1)
        self.assertIn("“over” is the first", changed[0])

    def test_a_mix_that_is_held_down(self):
        rule = RULES["held-down"]
        made = self.show(slide(hold=2000), slide(hold=2000), beds=[{"id": "b", "asset": "tune"}])
        limited = [0.0] * 25 + [4.2, 5.8, 1.0] + [2.9] * 12
        (one,) = rule.look_in_mix(made, compile(made), limited)
        self.assertEqual((one.slide, one.mend.words), (made.slides[1].id, "The music quieter by 6 dB"))
        self.assertIn("go 6 dB over -1 dBTP", one.message)
        self.assertEqual(apply(made, read_command(one.mend.command)).beds[0].gain_db, -6)
        self.assertEqual(list(rule.look_in_mix(made, compile(made), [2.9] * 40)), [])

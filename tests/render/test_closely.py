"""Looking closely: contrast with what is really behind words, flashes as they are seen, spelling; and in the styles."""

import tempfile
from pathlib import Path
from unittest import TestCase

from hypothesis import given
from msgspec.structs import replace

from ritornel.core.edits import apply, read_command
from ritornel.core.linecheck import findings
from ritornel.core.model import Show, Text
from ritornel.core.model.reading import read_show
from ritornel.core.score import compile
from ritornel.core.styles import STYLES
from ritornel.core.text.spelling import is_known
from ritornel.render.closely import CLOSE_RULES, look_closely
from tests.examples import examples
from tests.files import png, webm
from tests.made import edited, show, slide, step, text
from tests.render.test_legible import MADE, WORDS, shows

STYLES_KEEP = ("contrast", "texts-meet", "text-overflows")
KINDS = (
    "opening", "chapter", "statement", "list", "picture-and-text", "two-columns", "full-picture", "quotation", "closing",
)  # fmt: skip
LONGEST = {"body": 44, "number": 4}


class Looking(TestCase):
    def setUp(self):
        held = tempfile.TemporaryDirectory()
        self.addCleanup(held.cleanup)
        self.folder = Path(held.name)

    def show(self, *slides: dict, **more) -> Show:
        assets = [
            {"id": "lamp", "kind": "picture", "width": 64, "height": 36},
            {"id": "film", "kind": "clip", "length": 2000, "width": 64, "height": 48},
        ]
        return read_show(
            {"slides": [{"background": "#ffffff", "hold": 3000} | s for s in slides], "assets": assets, **more}
        )

    def found(self, rule: str, made: Show, place: int = 0, files: dict | None = None) -> list[str]:
        self.made = made
        self.rows = [f for f in look_closely(made, place, files or {}) if f.rule == rule]
        return [f.message for f in self.rows]

    def mended(self, rule: str) -> list[str]:
        return self.found(rule, apply(self.made, read_command(self.rows[0].mend.command)))

    def words(self, **more) -> dict:
        return text("words", "Turns all night", x=100, y=200, width=900, size=40, height=60, **more)


class Contrast(Looking):
    def test_letters_against_their_ground_are_measured_and_mended(self):
        pale = self.show({"objects": [self.words(colour="#bbbbbb")]})
        self.assertEqual(
            self.found("contrast", pale), ["“Turns all night” has 1.9 : 1 to what is behind it, and needs 3 : 1"]
        )
        self.assertEqual(self.rows[0].object, "words")
        self.assertEqual(self.mended("contrast"), [])
        self.assertEqual(self.found("contrast", self.show({"objects": [self.words(colour="#767676")]})), [])

    def test_small_letters_need_more(self):
        for size, count in ((24, 1), (40, 0)):
            words = {**self.words(colour="#8a8a8a"), "size": size}
            self.assertEqual(len(self.found("contrast", self.show({"objects": [words]}))), count, size)

    def test_what_counts_is_right_behind_the_letters(self):
        dark = {"id": "box", "kind": "shape", "x": 90, "y": 190, "width": 920, "height": 80, "fill": "#111111"}
        far = {**dark, "y": 400}
        self.assertEqual(len(self.found("contrast", self.show({"objects": [dark, self.words(colour="#222222")]}))), 1)
        self.assertEqual(self.found("contrast", self.show({"objects": [far, self.words(colour="#222222")]})), [])
        plate = {"colour": "#ffffff", "opacity": 1}
        on_plate = self.words(colour="#222222", plate=plate)
        self.assertEqual(self.found("contrast", self.show({"objects": [dark, on_plate]})), [])

    def test_an_outline_or_a_picture_behind_counts_as_it_is_drawn(self):
        picture = {
            "id": "p",
            "kind": "picture",
            "asset": "lamp",
            "x": 0,
            "y": 0,
            "width": 1280,
            "height": 720,
            "fit": "fill",
        }
        path = self.folder / "lamp.png"
        path.write_bytes(png("#14141e", (64, 36)))
        files = {"lamp": path}
        bare, lined = (
            self.words(colour="#2a2a2a"),
            {**self.words(colour="#2a2a2a", outline="#ffffff", outline_width=6, weight=600), "size": 90, "height": 120},
        )
        self.assertEqual(len(self.found("contrast", self.show({"objects": [picture, bare]}), files=files)), 1)
        self.assertEqual(self.found("contrast", self.show({"objects": [picture, lined]}), files=files), [])

    def test_what_comes_behind_them_later_is_seen_and_what_was_dimmed_is_not(self):
        box = {"id": "box", "kind": "shape", "x": 0, "y": 0, "width": 1280, "height": 720, "fill": "#303030"}
        later = {"objects": [box, self.words(colour="#202020")], "running_order": [step("a", duration=300)]}
        self.assertEqual(len(self.found("contrast", self.show(later))), 1)
        dims = [step("a", object="words", kind="emphasis", effect="dim", duration=300)]
        self.assertEqual(self.found("contrast", self.show({"objects": [self.words()], "running_order": dims})), [])


class Flashing(Looking):
    def lamps(self, every: int, count: int = 10, **more) -> dict:
        box = {"kind": "shape", "x": 0, "y": 0, "width": 1280, "height": 720} | more
        lamps = [box | {"id": f"l{n}", "fill": "#ffffff" if n % 2 else "#000000"} for n in range(count)]
        order = [step(f"s{n}", "following", 0, object=f"l{n}", effect="appear", delay=every) for n in range(count)]
        return {"objects": lamps, "running_order": order, "background": "#000000"}

    def test_more_than_three_in_a_second_are_found(self):
        self.assertRegex(self.found("flashing", self.show(self.lamps(100)))[0], "it flashes [45] times in the second")
        self.assertEqual(self.found("flashing", self.show(self.lamps(200))), [])

    def test_small_ones_are_none(self):
        self.assertEqual(self.found("flashing", self.show(self.lamps(100, width=200, height=200))), [])

    def test_what_the_light_rule_finds_is_not_told_twice(self):
        big = {"id": "box", "kind": "shape", "x": 0, "y": 0, "width": 1280, "height": 720, "fill": "#000000"}
        quick = self.show({"objects": [big], "running_order": [step("a", "following", 200, effect="fade", repeat=10)]})
        self.assertEqual(self.found("flashing", quick), [])
        self.assertEqual([f.rule for f in findings(quick, compile(quick)) if f.rule == "flashes"], ["flashes"])

    def test_a_clip_that_flashes_is_seen(self):
        path = self.folder / "film.webm"
        path.write_bytes(webm(2.0, 10, shade_of=lambda n: 250 if n % 2 else 5))
        film = {
            "id": "film",
            "kind": "clip",
            "asset": "film",
            "x": 0,
            "y": 0,
            "width": 1280,
            "height": 720,
            "fit": "fill",
        }
        made = self.show({"objects": [film]})
        self.assertRegex(self.found("flashing", made, files={"film": path})[0], "it flashes [45] times")


class Spelling(Looking):
    def told(self, written: str, script: str = "", **more) -> list[str]:
        return self.found("spelling", self.show({"objects": [text("words", written)], "script": script}, **more))

    def test_words_that_no_dictionary_has_are_found_and_mended(self):
        self.assertEqual(
            self.told("The lamp recieves oil"), ["“recieves” in “The lamp recieves oil” is in no dictionary"]
        )
        self.assertEqual(self.rows[0].mend.words, "Write “receives”")
        self.assertEqual(self.mended("spelling"), [])
        self.assertEqual(self.told("Once", "It [1] turnes slowly"), ["“turnes” in the script is in no dictionary"])
        self.assertEqual(self.mended("spelling"), [])
        self.assertIn("[1]", self.made.slides[0].script)

    def test_names_numbers_addresses_and_words_of_the_show_are_left_alone(self):
        self.assertEqual(self.told("Skarholm 4km see skarholm.example, colour and color, don’t, half-hour"), [])
        self.assertEqual(len(self.told("The skarholmer turns")), 1)
        self.assertEqual(self.told("The skarholmer turns", words=["Skarholmer"]), [])

    def test_another_language_is_told_once(self):
        told = self.told("Lampen flyter, og fingeren dreier den rundt hele natten igjennom")
        self.assertEqual(len(told), 1)
        self.assertIn("no dictionary of the show's language, “en”", told[0])

    def test_each_language_has_its_own_and_one_without_is_passed_over(self):
        self.assertEqual(len(self.told("La lampe tourne lentment", language="fr")), 1)
        self.assertEqual(self.told("La lampe tourne lentement", language="fr"), [])
        self.assertEqual(self.told("Lampen dreier sakte", language="nb"), [])
        self.assertEqual([is_known(one) for one in ("en", "en-GB", "nb")], [True, True, False])


class Styles(TestCase):
    @given(shows())
    @examples(12)
    def test_no_style_makes_what_the_line_check_would_find(self, made):
        with tempfile.TemporaryDirectory() as folder:
            files = {}
            for key, (content, _) in MADE.files.items():
                files[key] = Path(folder) / f"{key}.png"
                files[key].write_bytes(content)
            rows = [*findings(made, compile(made))]
            rows += [f for place in range(len(made.slides)) for f in look_closely(made, place, files)]
        self.assertEqual([f.message for f in rows if f.rule in STYLES_KEEP], [])

    def test_what_a_place_is_made_for_is_never_too_small(self):
        """A title of 64 characters, five lines of 44 beside a picture: more is somebody's, and is found."""
        line = " ".join([*WORDS, *WORDS])
        for style in sorted(STYLES):
            made = edited(replace(show(), slides=()), do="set-style", style=style)
            for kind in KINDS:
                made = edited(made, do="add-slide", kind=kind, ids=[kind])
                for thing in made.slides[-1].objects:
                    if isinstance(thing, Text):
                        said = line[: LONGEST.get(thing.role, 64)].strip()
                        lines = [{"text": said}] * (5 if thing.role == "body" else 1)
                        made = edited(made, do="set-objects", slide=kind, values={thing.id: {"paragraphs": lines}})
            with self.subTest(style):
                small = [f.message for f in findings(made, compile(made)) if f.rule == "small-text"]
                self.assertEqual(small, [])


class Rules(TestCase):
    def test_each_says_what_it_is_and_why(self):
        for rule in CLOSE_RULES.values():
            self.assertTrue(rule.title and rule.why.endswith("."), rule.name)

    def test_numbers_are_not_told(self):
        made = read_show({"slides": [slide(), slide(objects=(text("w", "Teh lamp teh"),))]})
        self.assertEqual([f.slide for f in look_closely(replace(made), 1, {})], [made.slides[1].id])

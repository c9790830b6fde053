from unittest import TestCase

from msgspec.structs import replace

from ritornel.core.edits import BadEdit
from ritornel.core.model import Shape, Text
from ritornel.core.score import compile, evaluate
from tests.made import edited, show, slide, step, text

LOGO = {"id": "logo", "kind": "shape", "lineage": "logo", "x": 10, "y": 20, "width": 30, "height": 40, "rotation": 5}


def moved(key: str, **more) -> dict:
    return {**LOGO, "id": key, "x": 500, "width": 99, "fill": "#000000", "name": key, **more}


class Continuing(TestCase):
    def setUp(self):
        words = text("words", "Other", lineage="logo", x=1, width=7, size=50)
        self.show = show(
            slide(step("a", object="logo"), id="one", objects=({**LOGO, "fill": "#ff0000", "opacity": 0.5},)),
            slide(step("b", object="two-logo"), id="two", objects=(moved("two-logo"),)),
            slide(id="three", objects=(words,)),
            slide(id="four"),
        )

    def matched(self, *what: str):
        made = edited(self.show, do="match-lineage", slide="one", objects=["logo"], what=list(what))
        return made, [made.slides[n].objects[-1] for n in (1, 2)]

    def test_the_same_place(self):
        made, (logo, words) = self.matched("place")
        self.assertEqual([(o.x, o.y) for o in (logo, words)], [(10, 20), (10, 20)])
        self.assertEqual((logo.width, logo.fill, words.width), (99, "#000000", 7))
        self.assertIs(made.slides[3], self.show.slides[3])

    def test_the_same_size(self):
        _, (logo, words) = self.matched("size")
        self.assertEqual([(o.width, o.height, o.rotation) for o in (logo, words)], [(30, 40, 5), (30, 40, 5)])
        self.assertEqual((logo.x, words.x), (500, 1))

    def test_the_same_builds_in_place_of_those_it_had(self):
        made, (logo, words) = self.matched("builds")
        told = [[(s.id, s.object, s.kind) for s in slide_.running_order] for slide_ in made.slides]
        self.assertEqual(told[1:], [[("build-1", "two-logo", "entrance")], [("build-1", "words", "entrance")], []])
        self.assertEqual((logo.x, words.size), (500, 50))

    def test_the_same_look_for_what_is_of_one_kind(self):
        made, (logo, words) = self.matched("look")
        assert isinstance(logo, Shape)
        assert isinstance(words, Text)
        self.assertEqual(
            (logo.fill, logo.opacity, logo.name, logo.x, logo.width), ("#ff0000", 0.5, "two-logo", 500, 99)
        )
        self.assertEqual((words.size, words.opacity), (50, 1))
        self.assertEqual([s.id for s in made.slides[1].running_order], ["b"])

    def test_all_at_once(self):
        _, (logo, _) = self.matched("place", "size", "look")
        self.assertEqual((logo.x, logo.width, logo.fill), (10, 30, "#ff0000"))

    def test_put_on_every_slide_that_lacks_it(self):
        made = edited(self.show, do="put-on-slides", slide="one", objects=["logo"], ids=["mine"])
        self.assertEqual([len(s.objects) for s in made.slides], [2, 2, 2, 2])
        logo = made.slides[3].objects[-1]
        self.assertEqual((logo.id, logo.lineage, logo.x, made.slides[3].running_order), ("mine", "logo", 10, ()))

    def test_put_on_slides_that_are_named(self):
        chosen = edited(self.show, do="put-on-slides", slide="four", objects=["box"], slides=["two", "gone"])
        self.assertEqual([o.lineage for o in chosen.slides[1].objects], ["box-2", "logo", "box-4"])
        self.assertEqual(chosen.slides[0], self.show.slides[0])

    def test_what_cannot_be_continued_is_refused(self):
        for words, do, more in (
            ("no other slide", "match-lineage", {"slide": "four", "objects": ["box"], "what": ["place"]}),
            ("not on the slide", "match-lineage", {"slide": "one", "objects": ["gone"], "what": ["place"]}),
            ("already", "put-on-slides", {"slide": "one", "objects": ["logo"], "slides": ["one", "two"]}),
        ):
            with self.assertRaisesRegex(BadEdit, words):
                edited(self.show, do=do, **more)


class OnTheNextSlide(TestCase):
    def test_everything_goes_on_from_where_the_slide_ends_and_is_carried(self):
        steps = (
            step("m", "following", 100, kind="path", effect="move", params={"across": 60, "down": -10}),
            step("s", "following", 100, kind="emphasis", effect="resize", params={"size": 150}),
            step("t", "following", 100, kind="emphasis", effect="turn", params={"angle": 450}),
            step("d", "following", 100, kind="emphasis", effect="dim", params={"opacity": 40}),
            step("g", "following", 100, object="gone", kind="exit", effect="fade"),
        )
        others = ({"id": "gone", "kind": "shape"}, {"id": "stays", "kind": "shape", "x": 700})
        made = show(slide(*steps, objects=others, title="Lens", background="#112233", script="Words [1]."), slide())
        after = edited(made, do="continue-slide", slide="slide-1", id="next")
        self.assertEqual([s.id for s in after.slides], ["slide-1", "next", "slide-2"])
        fresh = after.slides[1]
        self.assertEqual(
            (fresh.transition.type, fresh.background, fresh.script, fresh.running_order), ("carry", "#112233", "", ())
        )
        box, stays = fresh.objects
        self.assertEqual((box.lineage, stays.lineage), ("box", "stays"))
        self.assertEqual((box.x, box.y, box.width, box.height), (60 - 80, -10 - 45, 480, 270))
        self.assertEqual((box.rotation, box.opacity), (90, 0.4))
        self.assertEqual(replace(stays, id=""), replace(made.slides[0].objects[2], id=""))

    def test_nothing_moves_while_it_is_carried_to(self):
        made = show(slide(step("m", "following", 100, kind="path", effect="move", params={"across": 60}), hold=500))
        after = edited(made, do="continue-slide", slide="slide-1")
        score = compile(after)
        for share in (0.0, 0.4, 1.0):
            layer = evaluate(score, score.starts[1] + share * 999).layers[-1]
            self.assertEqual((layer.targets["box"]["x"], layer.targets["box"]["y"]), (0, 0))

    def test_a_slide_that_is_gone_is_said(self):
        with self.assertRaisesRegex(BadEdit, "not in the show"):
            edited(show(slide()), do="continue-slide", slide="none")

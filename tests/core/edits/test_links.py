"""Links of objects and of words: what they may be, where they lead, what becomes of them."""

from unittest import TestCase

from ritornel.core.edits import BadEdit
from ritornel.core.model.links import resolved
from ritornel.render.stage import nodes
from tests.made import edited, show, slide, text

RUNS = [{"start": 0, "end": 2, "link": "#slide:two"}, {"start": 3, "end": 5, "link": "#chapter:c", "weight": 600}]


def made():
    words = {**text("t"), "paragraphs": [{"text": "To the lens", "runs": RUNS}]}
    box = {"id": "b", "kind": "shape", "link": "#slide:two"}
    chapters = [{"id": "c", "title": "Lens", "first": "three"}]
    return show(slide(objects=(box, words), id="one"), slide(id="two"), slide(id="three"), chapters=chapters)


class Links(TestCase):
    def test_only_addresses_and_places_in_the_show(self):
        for link in (
            "https://skarholm.example/a?b=c#d",
            "http://x",
            "mailto:keeper@skarholm.example",
            "#next",
            "#slide:two",
            "#chapter:c",
            "",
        ):
            edited(made(), do="set-objects", slide="one", values={"b": {"link": link}})
        for link in (
            "javascript:alert(1)",
            " https://x",
            "file:///etc",
            "data:text/html,x",
            "//x",
            "#slide:",
            "https://a\nb",
            "x",
        ):
            with self.assertRaisesRegex(BadEdit, "must be an address", msg=link):
                edited(made(), do="set-objects", slide="one", values={"b": {"link": link}})

    def test_those_to_a_slide_that_goes_go_with_it(self):
        one = edited(made(), do="delete-slides", slides=["two"]).slides[0]
        self.assertEqual(one.objects[1].link, "")
        self.assertEqual(
            [(r.link, r.weight) for r in one.objects[2].paragraphs[0].runs], [("", None), ("#chapter:c", 600)]
        )
        kept = edited(made(), do="delete-slides", slides=["three"])
        self.assertEqual(kept.slides[0].objects[1].link, "#slide:two")

    def test_a_chapter_is_its_first_slide_and_nothing_once_it_is_gone(self):
        self.assertEqual(resolved("#chapter:c", made()), "#slide:three")
        self.assertEqual(resolved("#chapter:gone", made()), "")
        self.assertEqual(resolved("#next", made()), "#next")
        _, box, words = nodes(made().slides[0], made())
        self.assertEqual(box["link"], "#slide:two")
        self.assertIn('data-link="#slide:two"', words["parts"][0]["svg"])
        self.assertIn('data-link="#slide:three"', words["parts"][0]["svg"])

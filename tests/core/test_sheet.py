"""What the contact sheet tells: where words are, what is unfinished, and what is skipped."""

from unittest import TestCase

from ritornel.core.model.running import Called, running, with_called
from ritornel.core.score import compile, evaluate, facts
from ritornel.core.text.finding import find
from ritornel.core.text.unfinished import unfinished
from tests.core.edits.test_each_command import edited
from tests.made import show, slide, step, text


def chapters(*firsts: str) -> list[dict]:
    return [{"id": f"c{n}", "title": f"Chapter {n}", "first": first} for n, first in enumerate(firsts)]


class Found(TestCase):
    def test_in_titles_scripts_texts_and_names_whatever_their_case(self):
        made = show(
            slide(id="one", title="The Bath", script="It floats in [1] mercury, no deeper than your hand, they say."),
            slide(id="two", objects=(text("t", "Afloat", "in Mercury"), text("n", "x", name="Mercury trough"))),
        )
        hits = [(h.slide, h.where, h.before, h.words, h.after) for h in find(made, " MERCURY ")]
        self.assertEqual(
            hits,
            [
                ("one", "script", "It floats in ", "mercury", ", no deeper than your…"),
                ("two", "text", "Afloat / in ", "Mercury", ""),
                ("two", "name", "", "Mercury", " trough"),
            ],
        )
        self.assertEqual([h.where for h in find(made, "bath")], ["title"])
        self.assertEqual((find(made, "  "), find(made, "lamp"), len(find(made, "mercury", 1))), ([], [], 1))

    def test_what_is_unfinished(self):
        picture = {"id": "p", "kind": "picture", "asset": "lamp"}
        one = show(slide(objects=(text("t", "", role="title"), picture, {**picture, "id": "q", "asset": ""}))).slides[0]
        self.assertEqual(
            unfinished(one), ["title to be written", "2 pictures without description", "1 picture to be chosen"]
        )
        told = {**picture, "alt": "A lamp"}
        self.assertEqual(unfinished(show(slide(objects=(told, text("t", "A", role="title")))).slides[0]), [])


class Skipped(TestCase):
    def test_it_takes_no_time_is_not_seen_and_keeps_its_running_order(self):
        plain = [slide(id="a", hold=1000), slide(step("x"), id="b", hold=700), slide(id="c", hold=500)]
        made = show(*plain)
        without = edited(made, do="set-slides", slides=["b"], values={"skipped": True})
        self.assertEqual(facts(without)["length"], facts(made)["length"] - facts(made)["slides"][1]["length"])
        score = compile(without)
        self.assertEqual((score.slides[1].length_ms, len(score.times[1].groups)), (0, 2))
        self.assertEqual({layer.slide for t in range(0, 1500, 50) for layer in evaluate(score, t).layers}, {0, 2})
        self.assertEqual(facts(edited(without, do="set-slides", slides=["b"], values={"skipped": None})), facts(made))

    def test_the_show_as_it_runs_is_without_it(self):
        link = text("t", "Go", link="#slide:a")
        made = show(
            slide(id="a", skipped=True), slide(id="b", objects=(link,)), slide(id="c", skipped=True),
            chapters=chapters("a", "c"),
        )  # fmt: skip
        runs = running(made)
        self.assertEqual([s.id for s in runs.slides], ["b"])
        self.assertEqual([(c.id, c.first) for c in runs.chapters], [("c0", "b")])
        self.assertEqual(runs.slides[0].objects[-1].link, "")
        plain = show(slide(id="a"))
        self.assertIs(running(plain), plain)

    def test_skipped_slides_can_be_called_for_behind_the_end_and_the_show_goes_on_after_them(self):
        made = show(*(slide(id=name, skipped=name in "bce") for name in "abcde"))
        called = with_called(made)
        self.assertEqual("".join(s.id for s in called.show.slides), "adbce")
        self.assertFalse(any(s.skipped for s in called.show.slides))
        self.assertEqual((called.planned, called.after), (2, (1, 1, 2)))
        plain = show(slide(id="a"))
        self.assertEqual(with_called(plain), Called(plain, 1, ()))


class Moved(TestCase):
    MADE = [slide(id=key) for key in "abcdef"]

    def after(self, slides: str, before: str | None, chapter: str = "") -> tuple:
        made = show(*self.MADE, chapters=chapters("a", "c", "e"))
        made = edited(made, do="move-slides", slides=list(slides), before=before, chapter=chapter)
        return "".join(s.id for s in made.slides), "".join(c.first for c in made.chapters)

    def test_a_chapter_stays_with_what_is_left_of_it(self):
        self.assertEqual(self.after("c", None), ("abdefc", "ade"))
        self.assertEqual(self.after("a", "e"), ("bcdaef", "bce"))
        self.assertEqual(self.after("d", "a", "c0"), ("dabcef", "dce"))

    def test_it_goes_along_where_all_of_it_does_and_a_slide_may_begin_one(self):
        self.assertEqual(self.after("cd", None), ("abefcd", "aec"))
        self.assertEqual(self.after("f", "c", "c1"), ("abfcde", "afe"))
        self.assertEqual(self.after("f", "c", "c0"), ("abfcde", "ace"))

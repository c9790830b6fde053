"""Texts that cannot be read: on one another, too small."""

from tests.core.linecheck.test_shows import Found
from tests.made import step, text


class TextsMeet(Found):
    rule = "texts-meet"

    def test_words_on_words_while_both_are_seen(self):
        one, other = text("a", "The lamp", x=100, y=100), text("b", "turns", x=110, y=105)
        self.assertEqual(self.told({"objects": [one, other]}), ["slide 1: “turns” lies on the words of “The lamp”"])
        self.assertEqual(self.told({"objects": [one, {**other, "y": 160}]}), [])
        third, fourth = text("c", "all", x=120, y=110), text("d", "four tons", x=115, y=108)
        told = self.told({"objects": [one, other, third, fourth]})
        self.assertEqual(told[1], "slide 1: “all” lies on the words of “The lamp” and of 1 other text")
        self.assertEqual(told[2], "slide 1: “four tons” lies on the words of “The lamp” and of 2 other texts")
        self.assertEqual(len(told), 3, "one for each that lies on others, however many they are")
        goes = [
            step("x", object="a", kind="exit", effect="disappear", duration=0),
            step("y", "alongside", 0, object="b"),
        ]
        self.assertEqual(self.told({"objects": [one, other], "running_order": goes}), [])
        self.assertEqual(self.told({"objects": [one, {**other, "opacity": 0}]}), [])


class Small(Found):
    rule = "small-text"

    def test_a_thirtieth_of_the_stage(self):
        def at(size: float, **more) -> list[str]:
            return self.told({"objects": [text("t", "Fine print", size=size, **more)]})

        self.assertEqual(at(24), [])
        self.assertEqual(at(20), ["slide 1: “Fine print” is 20 units high; 24 can be read from the last row"])
        self.assertEqual(self.mended(), [])
        self.assertEqual(at(20, tells="credit-line"), [])
        paragraphs = [{"text": "Fine print", "runs": [{"start": 0, "end": 4, "size": 12}]}]
        self.assertEqual(len(self.told({"objects": [{**text("t"), "size": 40, "paragraphs": paragraphs}]})), 1)

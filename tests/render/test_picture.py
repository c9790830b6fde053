"""Slides as small pictures: letters are set in the faces that the core chose."""

from itertools import combinations
from unittest import TestCase

from ritornel.core.text.families import FAMILIES
from ritornel.render.picture import slide_png
from tests.made import show, text

SCRIPTS = {"latin": "ag", "greek": "λμ", "cyrillic": "дж", "japanese": "灯光", "hebrew": "שע", "arabic": "من"}


def pictured(words: str, **style) -> bytes:
    made = show({"objects": [text("t", words, x=10, y=10, width=200, height=100, **style)]})
    return slide_png(made.slides[0], 220, 120, lambda asset: None, 220)


class Letters(TestCase):
    def test_each_letter_of_every_script_is_drawn_as_itself_in_every_family(self):
        """A letter that its face does not have would be drawn as nothing, or as the same box as any other."""
        for font in FAMILIES:
            empty = pictured("", font=font)
            for script, letters in SCRIPTS.items():
                with self.subTest(font=font, script=script):
                    drawn = [empty, *(pictured(letter, font=font, size=60) for letter in letters)]
                    self.assertTrue(all(one != other for one, other in combinations(drawn, 2)))

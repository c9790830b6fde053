"""What is seen and what a voice says of it."""

from tests.core.linecheck.test_shows import Found, picture
from tests.made import slide, step


class Named(Found):
    rule = "before-its-words"

    def test_things_come_when_their_name_is_heard(self):
        lens = picture("p", name="The lens")
        said = [
            ["here", 0, 300, 90],
            ["it", 300, 500, 90],
            ["turns", 500, 900, 90],
            ["the", 4000, 4200, 90],
            ["lens", 4200, 4700, 90],
        ]
        voice = {"asset": "voice", "heard": "words", "said": said, "marks": [500]}
        made = slide(step("a", object="p"), objects=(lens,), script="[1] Here it turns, the lens", narration=voice)
        self.assertEqual(self.told(made), ["slide 1: “The lens” comes 3.5 s before it is named in the voice"])
        self.assertEqual(self.mended(), [])
        self.assertEqual(self.told({**made, "narration": {**voice, "marks": [2100]}}), [])
        self.assertEqual(self.told({**made, "narration": {**voice, "kept": [[0, 900], [3900, 4800]]}}), [])
        self.assertEqual(self.told({**made, "narration": {**voice, "said": said[:3]}}), [])
        both = slide(
            step("a", object="p"), step("b", "alongside"), objects=(lens,), script=made["script"], narration=voice
        )
        self.assertEqual(len(self.told(both)), 1)
        self.assertIsNone(self.rows[0].mend)

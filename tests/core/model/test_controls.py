"""Control characters are taken out of all text that comes in."""

import json
from unittest import TestCase

from hypothesis import given
from hypothesis import strategies as st

from ritornel.core.model.controls import json_without_controls, without_controls
from ritornel.core.model.reading import read_show
from ritornel.formats.outline import read_outline
from tests.examples import examples

TEXT = st.text(
    st.one_of(st.characters(max_codepoint=0xA5), st.sampled_from('\\"\ufffe\uffff\ufdd0é灯😀\u2028')), max_size=30
)


class Controls(TestCase):
    @examples(300)
    @given(TEXT, st.booleans())
    def test_a_json_text_loses_them_however_they_are_written(self, text, escaped):
        cleaned = json_without_controls(json.dumps({"a": [text, 1]}, ensure_ascii=escaped).encode())
        self.assertEqual(json.loads(cleaned), {"a": [without_controls(text), 1]})

    def test_which_go_and_which_stay(self):
        self.assertEqual(without_controls("a\0b\x07c\x1bd\x7fe\x85f\ufffeg"), "abcdefg")
        self.assertEqual(without_controls("One\ttwo\nthree\r é 灯😀"), "One\ttwo\nthree\r é 灯😀")

    def test_documents_and_outlines(self):
        words = {"kind": "text", "paragraphs": [{"text": "a\0b"}]}
        made = read_show(json.dumps({"title": "T\u0001", "slides": [{"script": "s\x08", "objects": [words]}]}).encode())
        (slide,) = made.slides
        self.assertEqual((made.title, slide.script, slide.objects[0].paragraphs[0].text), ("T", "s", "ab"))
        (outlined,) = read_outline("# The\0 lamp\n- tur\x07ns")
        self.assertEqual((outlined.title, outlined.lines[0].text), ("The lamp", "turns"))

"""The schema that ships is that of the model, and what is written follows it."""

import json
from pathlib import Path
from unittest import TestCase

from hypothesis import given
from jsonschema import Draft202012Validator, ValidationError

from ritornel.core.model.schema import show_schema
from ritornel.core.model.writing import write_show
from tests.examples import examples
from tests.made import SHOWS

SHIPPED = Path(__file__).resolve().parents[3] / "docs" / "show.schema.json"


class Schema(TestCase):
    def test_it_is_current_and_a_schema(self):
        """After a change of the model: python -m ritornel schema --out docs/show.schema.json"""
        self.assertEqual(json.loads(SHIPPED.read_text(encoding="utf-8")), show_schema())
        Draft202012Validator.check_schema(show_schema())

    @given(SHOWS)
    @examples(40)
    def test_what_is_written_follows_it(self, made):
        Draft202012Validator(show_schema()).validate(json.loads(write_show(made)))

    def test_what_is_none_does_not(self):
        for wrong in (
            {"slides": [{"title": "no id"}]},
            {"target": "long"},
            {"slides": [{"id": "s", "objects": [{"kind": "orb"}]}]},
        ):
            with self.assertRaises(ValidationError):
                Draft202012Validator(show_schema()).validate(wrong)

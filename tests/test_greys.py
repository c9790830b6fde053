"""The interface's own inks on its own grounds: 4.5:1 (WCAG 2.2, 1.4.3), also of what stands in an empty field."""

import re
from pathlib import Path
from unittest import TestCase

from ritornel.core.drawing.colour import contrast

STYLES = (Path(__file__).resolve().parents[1] / "ritornel/site/styles/app.css").read_text(encoding="utf-8")
TOKENS = dict(re.findall(r"--color-([a-z-]+): (#[0-9a-f]{6});", STYLES))


class Greys(TestCase):
    def test_every_ink_on_every_ground(self):
        grounds = [TOKENS[name] for name in ("paper", "white-warm", "plum-wash", "verdigris-wash")]
        for ink in ("ink", "ink-soft", "plum", "over"):
            self.assertGreaterEqual(min(contrast(TOKENS[ink], ground) for ground in grounds), 4.5, ink)

    def test_what_stands_in_an_empty_field(self):
        day, night = re.findall(
            r"::placeholder \{ color: (?:var\(--color-([a-z-]+)\)|(?:#\w+)); opacity: 1|\.night ::placeholder \{ color: (#\w+)",
            STYLES,
        )
        self.assertGreaterEqual(contrast(TOKENS[day[0]], TOKENS["paper"]), 4.5)
        self.assertGreaterEqual(contrast(night[1], TOKENS["night"]), 4.5)

"""The demo shows as the line check sees them: in a bad evening each thing is wrong once, in the others nothing is."""

from collections import Counter
from functools import cache
from pathlib import Path
from unittest import TestCase

from ritornel.cli._media import asset_of
from ritornel.core.linecheck import RULES, Finding, findings
from ritornel.core.model import Asset, Show
from ritornel.core.score import compile
from ritornel.core.score.heard import heard_of
from ritornel.jobs.mixing import measured_mix
from ritornel.render.closely import CLOSE_RULES, look_closely
from ritornel.shows.demo import CREDIT, LICENCE, LICENCES, MATERIAL, bad_evening, lamp, skerry, winter
from ritornel.shows.demo.acts import as_written, made, with_ids


@cache
def material() -> dict[str, tuple[Path, Asset]]:
    paths = [path for path in sorted(MATERIAL.iterdir()) if path.suffix != ".json"]
    return {path.name: (path, asset_of(path, LICENCES.get(path.name, LICENCE), CREDIT)) for path in paths}


def every_finding(show: Show) -> list[Finding]:
    files = {asset.id: path for path, asset in material().values()}
    score = compile(show)
    found = list(findings(show, score))
    for place, slide in enumerate(show.slides):
        if not slide.unreadable:
            found += look_closely(show, place, files)
    measures = measured_mix(heard_of(score), score.length_ms, files)
    return found + [one for rule in RULES.values() for one in rule.look_in_mix(show, score, measures.limited)]


class DemoShows(TestCase):
    def setUp(self):
        self.assets = [asset for _, asset in material().values()]
        self.ids = {name: asset.id for name, (_, asset) in material().items()}

    def test_in_a_bad_evening_each_thing_is_wrong_once(self):
        show = as_written(with_ids(bad_evening.document(lamp.heard()), self.ids), self.assets)
        counted = Counter(one.rule for one in every_finding(show))
        self.assertEqual(counted, Counter([*RULES, *CLOSE_RULES]))

    def test_in_the_others_nothing_is(self):
        for plan in (lamp.document(lamp.heard()), winter.document(), skerry.document()):
            show = made(with_ids(plan, self.ids), self.assets)
            self.assertEqual([one.message for one in every_finding(show)], [], show.title)

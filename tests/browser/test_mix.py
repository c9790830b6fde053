"""What the page's graph gives, rendered without a clock, against the mix that the core gives for films."""

from pathlib import Path

import numpy as np

from ritornel.core.model import Show as CoreShow
from ritornel.core.score import compile
from ritornel.core.score.heard import heard_of
from ritornel.core.sound import RATE
from ritornel.formats.samples import paced_blocks
from ritornel.library.models import stored_path
from ritornel.render.mix import Mix
from ritornel.shows import in_rows
from ritornel.shows.demo.making import make_demo
from ritornel.shows.models import Show
from tests.browser.base import BrowserCase
from tests.files import wav
from tests.made import slide, step
from tests.material import asset

WINDOW_MS = 100
RENDERED = """async () => {
  const [{ Sounding, turns }, { limited }] = await Promise.all([import("/static/play/mixing.js"), import("/static/play/graph.js")]);
  const { play } = ritornel.store;
  const context = new OfflineAudioContext(2, (play.length / 1000) * 48000, 48000);
  const bus = new GainNode(context);
  await limited(context, bus, context.destination);
  const spans = play.order.flatMap(([id, start]) => play.slides[id].score.spans.map((span) => [span, start]));
  for (const [span, base] of [...spans, ...play.bed_spans.map((span) => [span, 0])]) {
    if (span.muted || play.assets[span.asset].kind === "clip") continue;
    const response = await fetch(play.assets[span.asset].url);
    const buffer = await context.decodeAudioData(await response.arrayBuffer());
    for (const turn of turns(span, span.start, span.end)) {
      new Sounding(context, bus, buffer, span, turn, (at) => (base + at) / 1000).start(turn.start);
    }
  }
  const mixed = await context.startRendering();
  const each = (48000 * 100) / 1000;
  return [0, 1].map((side) => {
    const samples = mixed.getChannelData(side);
    return Array.from({ length: Math.floor(samples.length / each) }, (_, n) => {
      let sum = 0;
      for (let i = n * each; i < (n + 1) * each; i++) sum += samples[i] ** 2;
      return Math.sqrt(sum / each);
    });
  });
}"""


def opened(asset_id: str, start_s: float, pace: float):
    return paced_blocks(Path(stored_path(asset_id)), start_s, pace)


class SameMix(BrowserCase):
    def levels(self, show: CoreShow) -> np.ndarray:
        """Return the level of the core's mix in every window, in dBFS, for both sides."""
        score = compile(show)
        clips = {a.id for a in show.assets if a.kind == "clip"}  # those are media elements in the page
        heard = [one for one in heard_of(score) if one.span.asset not in clips]
        samples = np.concatenate(list(Mix(heard, score.length_ms, opened).blocks()), axis=1)
        # the page's limiter holds everything back for 8 ms
        samples = np.concatenate((np.zeros((2, 8 * RATE // 1000), np.float32), samples), axis=1)[:, : samples.shape[1]]
        each = RATE * WINDOW_MS // 1000
        whole = samples[:, : samples.shape[1] // each * each].reshape(2, -1, each).astype(np.float64)
        return np.sqrt(np.mean(whole**2, axis=2))

    def assert_same(self, row: Show) -> None:
        self.open_desk(row)
        show = in_rows.load(row)
        ids = [s.id for s in show.slides]
        self.page.evaluate("(ids) => ritornel.store.loader.need(...ids)", ids)
        self.until(f"Object.keys(ritornel.store.play.slides).length >= {len(ids)}")
        theirs, ours = np.array(self.page.evaluate(RENDERED)), self.levels(show)
        count = min(theirs.shape[1], ours.shape[1])
        theirs, ours = theirs[:, :count], ours[:, :count]
        heard = np.maximum(theirs, ours) > 10 ** (-50 / 20)
        off = np.abs(20 * np.log10(np.maximum(theirs, 1e-7) / np.maximum(ours, 1e-7)))
        self.assertGreater(heard.mean(), 0.5)
        self.assertLess(float(off[heard].max()), 0.5, np.argwhere(heard & (off > 0.5))[:5].tolist())

    def test_of_a_show_with_loops_ducks_lines_fades_and_a_voice_in_pieces(self):
        sound, voice = (asset(self.owner, f"{name}.wav", wav(s)).sha256 for name, s in (("sea", 3.0), ("voice", 6.0)))
        document = {
            "title": "T",
            "slides": [
                slide(step("a", sound={"asset": sound, "gain_db": -3}), id="one", narration={"asset": voice, "lead": 700, "kept": [[0, 2000], [3500, 6000]]}),
                slide(id="two", hold=5000, objects=({"id": "tune", "kind": "sound", "asset": sound, "plays": 2, "gain_db": 3, "fade_in": 500, "fade_out": 900},)),
            ],
            "beds": [
                {"id": "b", "asset": sound, "loop_from": 700, "loop_to": 2600, "fade_in": 1500, "gives_way": 1200, "duck": {}, "line": [[1000, 0], [2500, -9]]},
                {"id": "c", "asset": voice, "start": {"slide": "two", "offset": 800}, "fade_out": 2000, "gain_db": 18},
            ],
        }  # fmt: skip
        self.assert_same(self.keep(document))

    def test_of_the_demo_shows(self):
        self.owner.delete()
        rows = make_demo()
        self.owner = rows[0].owner
        self.sign_in(self.page)
        for row in rows:
            self.assert_same(row)

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
from tests.files import wav, wave_of
from tests.made import slide, step
from tests.material import asset

WINDOW_MS = 100
RENDERED = """async (windowMs) => {
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
  const each = (48000 * windowMs) / 1000;
  return [0, 1].map((side) => {
    const samples = mixed.getChannelData(side);
    return Array.from({ length: Math.floor(samples.length / each) }, (_, n) => {
      let sum = 0;
      for (let i = n * each; i < (n + 1) * each; i++) sum += samples[i] ** 2;
      return Math.sqrt(sum / each);
    });
  });
}"""

STEEPEST = """async () => {
  // the largest step from sample to sample where the bed goes on, and where it plays on
  const { Sounding, turns } = await import("/static/play/mixing.js");
  const { play } = ritornel.store;
  const [span] = play.bed_spans;
  const context = new OfflineAudioContext(1, (play.length / 1000) * 48000, 48000);
  const buffer = await context.decodeAudioData(await (await fetch(play.assets[span.asset].url)).arrayBuffer());
  const joints = [...turns(span, 0, span.end)].map((turn) => {
    new Sounding(context, context.destination, buffer, span, turn, (at) => at / 1000).start(turn.start);
    return [turn.start, turn.start + turn.rise];
  });
  const samples = (await context.startRendering()).getChannelData(0);
  const found = { joints: 0, between: 0 };
  for (let i = 4800; i < samples.length - 4800; i++) {
    const at = i / 48;
    const where = joints.some(([from, to]) => at >= from - 5 && at <= to + 5) ? "joints" : "between";
    found[where] = Math.max(found[where], Math.abs(samples[i] - samples[i - 1]));
  }
  return found;
}"""


def opened(asset_id: str, start_s: float, pace: float):
    return paced_blocks(Path(stored_path(asset_id)), start_s, pace)


class SameMix(BrowserCase):
    def levels(self, show: CoreShow, window_ms: int = WINDOW_MS) -> np.ndarray:
        """Return the level of the core's mix in every window, as a factor, for both sides."""
        score = compile(show)
        clips = {a.id for a in show.assets if a.kind == "clip"}  # those are media elements in the page
        heard = [one for one in heard_of(score) if one.span.asset not in clips]
        samples = np.concatenate(list(Mix(heard, score.length_ms, opened).blocks()), axis=1)
        # the page's limiter holds everything back for 8 ms
        samples = np.concatenate((np.zeros((2, 8 * RATE // 1000), np.float32), samples), axis=1)[:, : samples.shape[1]]
        each = RATE * window_ms // 1000
        whole = samples[:, : samples.shape[1] // each * each].reshape(2, -1, each).astype(np.float64)
        return np.sqrt(np.mean(whole**2, axis=2))

    def assert_same(self, row: Show) -> None:
        self.open_desk(row)
        show = in_rows.load(row)
        ids = [s.id for s in show.slides]
        self.page.evaluate("(ids) => ritornel.store.loader.need(...ids)", ids)
        self.until(f"Object.keys(ritornel.store.play.slides).length >= {len(ids)}")
        theirs, ours = np.array(self.page.evaluate(RENDERED, WINDOW_MS)), self.levels(show)
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
        self.row = self.keep(document)
        self.assert_same(self.row)

        # what begins, begins at the same instant: the rise of both goes together to the millisecond
        theirs, ours = np.array(self.page.evaluate(RENDERED, 1))[0], self.levels(in_rows.load(self.row), 1)[0]
        rises = [np.maximum(0, np.diff(x[: min(len(theirs), len(ours))])) for x in (theirs, ours)]
        lags = range(-12, 13)
        best = max(lags, key=lambda lag: float(np.dot(np.roll(rises[0], -lag), rises[1])))
        self.assertLess(abs(best), 5)

    def test_a_loop_in_the_page_has_no_gap_and_no_click(self):
        chance = np.random.default_rng(1)
        smooth = np.convolve(chance.standard_normal(4 * RATE), np.hanning(60), "same")
        noise = asset(self.owner, "noise.wav", wave_of(0.2 * smooth / np.abs(smooth).max())).sha256
        bed = {"id": "b", "asset": noise, "loop_from": 700, "loop_to": 1900, "loop_fade": 150}
        self.open_desk(self.keep({"title": "T", "slides": [slide(id="one", hold=9000)], "beds": [bed]}))
        two_ms = np.array(self.page.evaluate(RENDERED, 2))[0][20:]
        self.assertGreater(two_ms.min(), 0.15 * np.median(two_ms))
        step = self.page.evaluate(STEEPEST)
        self.assertLess(step["joints"], 1.5 * step["between"])

    def test_of_the_demo_shows(self):
        self.owner.delete()
        rows = make_demo()
        self.owner = rows[0].owner
        self.sign_in(self.page)
        for row in rows:
            self.assert_same(row)

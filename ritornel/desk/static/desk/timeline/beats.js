// The beats of beds, in show time: where they are drawn, and what is dragged snaps to.

import { turns } from "../../play/mixing.js";

/** The beats of a bed between two instants of the show, [{at, opens}]: those set by hand, else those found in its sound. */
export function beatsOf(bed, span, asset, first, last) {
  const own = bed.beats.length > 0;
  const beats = own ? bed.beats : (asset?.beats ?? []);
  if (!beats.length) return [];
  const { bar, first: opener } = own ? bed : asset;
  const found = [];
  for (const turn of turns(span, first, last)) {
    const until = Math.min(turn.end - turn.fall, span.end, last);
    beats.forEach((beat, number) => {
      const at = turn.start + beat - turn.from;
      if (at >= Math.max(turn.start, first) && at < until) found.push({ at, opens: (number - opener) % bar === 0 });
    });
  }
  return found;
}

/** The instants of all beats of a show's beds between two of its own. */
export function allBeats({ show, bed_spans, assets }, first, last) {
  return bed_spans.flatMap((span) => {
    const bed = show.beds.find(({ id }) => id === span.id);
    return bed ? beatsOf(bed, span, assets[bed.asset], first, last).map(({ at }) => at) : [];
  });
}

/** Beats a minute, by the middle one of the distances. */
export function tempoOf(beats) {
  const apart = beats.slice(1).map((at, n) => at - beats[n]).sort((a, b) => a - b);
  return Math.round(60_000 / apart[Math.floor(apart.length / 2)]);
}

// What an address asks of the player: to begin at a slide or an instant, and by itself without sound.
//
//   ?slide=3 or ?slide=its-id   at the beginning of that slide
//   ?t=72 or ?t=1:12            at that time, as media fragments have it (W3C Media Fragments URI 1.0, npt); also as #t=72
//   ?muted                      begins by itself, muted

/** {time (ms), muted} of a location; what is not understood is as if it were not there. `order` rows are [id, start, length]. */
export function askedIn({ search, hash }, order) {
  const asked = new URLSearchParams(`${search.slice(1)}&${hash.slice(1)}`);
  const slide = asked.get("slide");
  const row = order.find(([id]) => id === slide) ?? order[Number(slide) - 1];
  const end = order.length ? order.at(-1)[1] + order.at(-1)[2] : 0;
  const time = slide && row ? row[1] : npt(asked.get("t"));
  return { time: Math.min(Math.max(0, time), Math.max(0, end - 1)), muted: asked.has("muted") };
}

/** A normal play time in ms: seconds, m:ss or h:mm:ss; 0 for anything else. */
function npt(text) {
  if (!/^(npt:)?(\d+:){0,2}\d+(\.\d+)?$/.test(text ?? "")) return 0;
  return 1000 * text.replace("npt:", "").split(":").reduce((sum, part) => 60 * sum + Number(part), 0);
}

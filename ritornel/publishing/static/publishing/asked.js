// What an address asks of the player: to begin at a slide or an instant, and by itself without sound.
//
//   ?slide=3 or ?slide=its-id   at the beginning of that slide; also as #slide=3
//   ?t=72 or ?at=1:12           at that time, as media fragments have it (W3C Media Fragments URI 1.0, npt); also as #t=72
//   ?to=5 or ?to=its-id         ends with that slide
//   ?muted                      begins by itself, muted
//   ?loop                       begins again where it ends
//   ?pauses                     rests after each slide, until it is told to go on
//   ?bare                       nothing lies over the picture; a press plays and rests

/** The row of a slide that is named by its id or its number; undefined if there is none. */
export function rowOf(name, order) {
  return name ? (order.find(([id]) => id === name) ?? order[Number(name) - 1]) : undefined;
}

/**
 * {time, until (ms, null for the end), muted, loop, pauses, bare} of a location; what is not understood is as if it were not
 * there. `order` rows are [id, start, length].
 */
export function askedIn({ search, hash }, order) {
  const asked = new URLSearchParams(`${search.slice(1)}&${hash.slice(1)}`);
  const [first, last] = ["slide", "to"].map((name) => rowOf(asked.get(name), order));
  const end = order.length ? order.at(-1)[1] + order.at(-1)[2] : 0;
  const time = Math.min(Math.max(0, first ? first[1] : npt(asked.get("t") ?? asked.get("at"))), Math.max(0, end - 1));
  const until = last && last[1] + last[2] > time && last[1] + last[2] < end ? last[1] + last[2] : null;
  const [muted, loop, pauses, bare] = ["muted", "loop", "pauses", "bare"].map((name) => asked.has(name));
  return { time, until, muted, loop, pauses, bare };
}

/** A normal play time in ms: seconds, m:ss or h:mm:ss; 0 for anything else. */
function npt(text) {
  if (!/^(npt:)?(\d+:){0,2}\d+(\.\d+)?$/.test(text ?? "")) return 0;
  return 1000 * text.replace("npt:", "").split(":").reduce((sum, part) => 60 * sum + Number(part), 0);
}

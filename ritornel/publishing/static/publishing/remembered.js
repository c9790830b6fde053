// Where somebody was in a show, kept in their browser alone: they can go on there when they come back.

const EDGE_MS = 8000; // so near to its beginning or its end nobody has to be reminded
const EVERY_MS = 4000;

const keyOf = () => `ritornel.at ${location.pathname}`;

/** Where the show was left, in ms; null if that is not known, or at an edge of it. */
export function leftAt(length) {
  try {
    const at = Number(localStorage.getItem(keyOf()));
    return at > EDGE_MS && at < length - EDGE_MS ? at : null;
  } catch {
    return null; // a browser that keeps nothing
  }
}

/** Keeps where a playhead is, now and then and as the page is left. */
export function remember(playhead) {
  const keep = () => {
    try {
      if (playhead.time) localStorage.setItem(keyOf(), String(Math.round(playhead.time)));
    } catch {
      // as above
    }
  };
  setInterval(() => playhead.playing && keep(), EVERY_MS);
  window.addEventListener("pagehide", keep);
}

// Media elements are used again: whatever leads one into a graph of sound keeps it for as long as the graph is, so a show
// that loops would have more of them each time round.

const MOST = 6;
const free = { VIDEO: [], AUDIO: [] };

/** Returns a media element without a source: one that was let go of, or a new one. */
export function takeMedium(tag) {
  return free[tag].pop() ?? document.createElement(tag);
}

/** Lets go at once of what a browser has read and decoded of a medium that is not seen or heard again. */
export function release(medium) {
  medium.pause();
  medium.removeAttribute("src");
  medium.load();
  medium.remove();
  const { tagName } = medium;
  if (!free[tagName] || free[tagName].length >= MOST || free[tagName].includes(medium)) return;
  free[tagName].push(asNew(medium));
}

/** Puts everything that was set on a medium back to what a new one has. */
function asNew(medium) {
  for (const { name } of [...medium.attributes]) medium.removeAttribute(name);
  Object.assign(medium, { muted: false, volume: 1, playbackRate: 1, loop: false });
  return medium;
}

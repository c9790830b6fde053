// Media elements are used again, with what they have read: whatever leads one into a graph of sound keeps it for as long
// as the graph is, and a browser keeps what it has read of a file in a page's own memory (blob:) for each element that
// has read it. A show that loops would have more of both each time round.

const MOST = 6; // of each kind
const LOADED = 3; // of those so many keep what they have read
const free = { VIDEO: [], AUDIO: [] }; // who was let go of last comes last

/** Returns a media element that plays an address: one that was let go of with it, another, or a new one. */
export function takeMedium(tag, address = "") {
  const at = free[tag].findLastIndex((one) => sourceOf(one) === address);
  const medium = (at < 0 ? free[tag].shift() : free[tag].splice(at, 1)[0]) ?? document.createElement(tag);
  if (sourceOf(medium) !== address) {
    if (address) medium.src = address;
    else unload(medium);
  }
  return medium;
}

/** Lets go of a medium that is not seen or heard for now; what it has read goes when others have come after it. */
export function release(medium) {
  medium.pause();
  medium.remove();
  const kept = free[medium.tagName];
  if (!kept || kept.length >= MOST || kept.includes(medium)) return unload(medium);
  kept.push(asNew(medium));
  const oldest = kept.at(-1 - LOADED);
  if (oldest) unload(oldest);
}

const sourceOf = (medium) => medium.getAttribute("src") ?? "";

function unload(medium) {
  if (!medium.hasAttribute("src")) return;
  medium.removeAttribute("src");
  medium.load();
}

/** Puts everything that was set on a medium, but its source, back to what a new one has. */
function asNew(medium) {
  for (const { name } of [...medium.attributes]) if (name !== "src") medium.removeAttribute(name);
  Object.assign(medium, { muted: false, volume: 1, playbackRate: 1, loop: false, currentTime: 0 });
  return medium;
}

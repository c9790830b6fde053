// Pictures that were shown stay at hand: one that comes again is the same to the browser, and is not decoded again. A
// browser keeps every decoding of a picture that it takes for another for long: a show that loops would grow by it.

const MOST = 40;
const kept = new Map(); // by its address; the one that was shown last comes last

/** Keeps the picture of an address; the one that was not shown for longest is let go of. */
export function keepPicture(address) {
  if (!address) return;
  const picture = kept.get(address) ?? Object.assign(new Image(), { src: address });
  kept.delete(address);
  kept.set(address, picture);
  if (kept.size > MOST) kept.delete(kept.keys().next().value);
}

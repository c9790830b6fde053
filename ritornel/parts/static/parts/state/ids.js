// Ids that the page gives to what it makes, so that it can go on with it before the server has answered.

/** A new id: what it is of, and enough chance that no other page makes the same. */
export function newId(noun) {
  const chance = crypto.getRandomValues(new Uint32Array(2));
  return `${noun}-${chance[0].toString(36)}${chance[1].toString(36)}`;
}

export function newIds(noun, count) {
  return Array.from({ length: count }, () => newId(noun));
}

// Ids that the page gives to what it makes, so that it can go on with it before the server has answered.

/** A new id: what it is of, and enough chance that no other page makes the same. */
export function newId(noun) {
  const chance = crypto.getRandomValues(new Uint32Array(2));
  return `${noun}-${chance[0].toString(36)}${chance[1].toString(36)}`;
}

export function newIds(noun, count) {
  return Array.from({ length: count }, () => newId(noun));
}

/** A new UUID (RFC 9562, version 4), also where a page is not in a secure context. */
export function newUuid() {
  const bytes = crypto.getRandomValues(new Uint8Array(16));
  bytes[6] = (bytes[6] & 0x0f) | 0x40;
  bytes[8] = (bytes[8] & 0x3f) | 0x80;
  const hex = [...bytes].map((byte) => byte.toString(16).padStart(2, "0")).join("");
  return hex.replace(/^(.{8})(.{4})(.{4})(.{4})(.{12})$/, "$1-$2-$3-$4-$5");
}

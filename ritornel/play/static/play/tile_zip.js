// The tiles of a large picture, fetched one by one by their bytes from the zip in which they lie as they are
// (formats/tiles.py; ISO/IEC 21320-1): its directory stands at its end.

const END = 0x06054b50;
const ENTRY = 0x02014b50;
const [END_BYTES, ENTRY_BYTES, HEADER_BYTES] = [22, 46, 30];
const LAST_BYTES = 96 * 1024; // in which the directory of the most tiles stands
const AGAIN_MS = 1000;
const MOST_TRIES = 60;
const opened = new Map(); // by address

/** The zip at an address: resolves to {tiling, tile(name)}, null if there is none; while it is being made it is waited for. */
export function tileZip(address) {
  if (!opened.has(address)) opened.set(address, open(address));
  opened.get(address).catch(() => opened.delete(address)); // it could not be read now; whoever asks again may have it
  return opened.get(address);
}

async function open(address) {
  if (address.startsWith("blob:")) return inPage(await (await fetch(address)).blob());
  for (let tried = 0; tried < MOST_TRIES; tried++) {
    const answer = await fetch(address, { cache: "no-store", headers: { Range: `bytes=-${LAST_BYTES}` } });
    if (answer.status >= 500) throw new Error(`no tiles: ${answer.status}`);
    if (!answer.ok) return null;
    if (answer.status !== 204) return read(address, answer);
    await new Promise((resolve) => setTimeout(resolve, AGAIN_MS));
  }
  throw new Error("the tiles are not made");
}

/** The zip that lies in the page, as in an edition that is one file. */
async function inPage(whole) {
  return reader(await whole.slice(-LAST_BYTES).arrayBuffer(), async (at, end) => whole.slice(at, end));
}

async function read(address, answer) {
  return reader(await answer.arrayBuffer(), async (at, end) => {
    // Not kept: Chromium 156 has an empty body now and then for a stretch of which it asks whether it is still so.
    const part = await fetch(address, { cache: "no-store", headers: { Range: `bytes=${at}-${end - 1}` } });
    const found = part.ok ? await part.blob() : null;
    if (found?.size !== end - at) throw new Error(`no tile: ${part.status}`);
    return found;
  });
}

/** Reads what lies in a zip of which the last bytes are given; `part(at, end)` resolves to some of its bytes. */
async function reader(last, part) {
  const places = directory(last);
  const bytes = async (name) => {
    const { at, size } = places.get(name);
    return part(at, at + size);
  };
  const tiling = JSON.parse(await (await bytes("tiles.json")).text());
  return { tiling, tile: async (name) => createImageBitmap(await bytes(name)) };
}

/** Where each member's bytes stand in a zip of which the last bytes are given: name to {at, size}. */
export function directory(last) {
  const view = new DataView(last);
  let end = last.byteLength - END_BYTES;
  while (end >= 0 && view.getUint32(end, true) !== END) end--;
  if (end < 0) throw new Error("no zip");
  const size = view.getUint32(end + 12, true);
  const places = new Map();
  for (let at = end - size; at < end && view.getUint32(at, true) === ENTRY; ) {
    const [length, extra, comment] = [28, 30, 32].map((place) => view.getUint16(at + place, true));
    const name = new TextDecoder().decode(new Uint8Array(last, at + ENTRY_BYTES, length));
    places.set(name, { at: view.getUint32(at + 42, true) + HEADER_BYTES + length, size: view.getUint32(at + 20, true) });
    at += ENTRY_BYTES + length + extra + comment;
  }
  return places;
}

// Pictures that are looked at from near, as on a plane: over the picture as stages show it lies what is seen of it, put
// together from tiles as fine as they are seen.

import { lastAt } from "./evaluate.js";
import { tileZip } from "./tile_zip.js";

const FINER = 1.05; // so much finer than what stages show is worth fetching tiles
const TOGETHER = 4;
const MOST = 40; // tiles at once
const MOST_KEPT = 24;
const MOST_SHEETS = 2;
const [AGAIN_MS, MOST_PATIENCE_MS] = [1000, 30_000];
const RESTS_MS = 120; // so long nothing else is put together while what is looked at moves on

export class TiledPicture {
  /** `media` is the picture's element, of which tiles lie at an address. */
  constructor(media, address) {
    Object.assign(this, { media, address, zip: null, kept: new Map(), sheets: [], wanted: [], loading: new Set(), asked: false, began: 0, patience: AGAIN_MS });
    this.holder = Object.assign(document.createElement("div"), { className: "stage-tiles" });
    media.after(this.holder);
    media.addEventListener("load", () => this.drawAgain());
  }

  /** Looks at it placed so about the middle of its node's box, `scale` pixels of the screen to a stage unit; null: it is not seen. */
  look(place, node, { width, height }, scale) {
    this.wanted = [];
    if (!place || place[6] || place[7] || node.flip) return;
    const whole = node.whole ?? [0, 0, 1, 1];
    const long = Math.max(node.width * whole[2], node.height * whole[3]) * Math.sqrt(Math.abs(place[0] * place[4] - place[1] * place[3])) * scale * devicePixelRatio;
    const shown = Math.max(this.media.naturalWidth, this.media.naturalHeight); // of what stages show; 0 until it has come
    if (!shown || long < shown * FINER) return this.clear();
    if (!this.zip) return void this.open();
    const { tiling } = this.zip;
    const fine = long / Math.max(tiling.width, tiling.height);
    const corners = [[0, 0], [width, 0], [0, height], [width, height]].map((corner) => inBox(place, node, corner));
    let level = Math.min(tiling.levels - 1, Math.max(0, Math.floor(-Math.log2(fine) + 1e-6)));
    let part = partOf(tiling, level, corners, node, whole);
    while (countOf(part) > MOST && level < tiling.levels - 1) part = partOf(tiling, ++level, corners, node, whole);
    this.follow();
    if (countOf(part)) this.show(level, part);
  }

  async open() {
    if (this.asked) return;
    this.asked = true;
    try {
      this.zip = await tileZip(this.address);
      this.drawAgain();
    } catch {
      this.asked = false;
      this.askAgain();
    }
  }

  /** Tells whoever draws the stage to draw it again. */
  drawAgain() {
    this.holder.dispatchEvent(new CustomEvent("tiles", { bubbles: true }));
  }

  /** Lies where the picture lies. */
  follow() {
    for (const side of ["left", "top", "width", "height"]) if (this.holder.style[side] !== this.media.style[side]) this.holder.style[side] = this.media.style[side];
  }

  clear() {
    this.sheets.splice(0).forEach(free);
  }

  /** Shows a part of a level; what was shown before stays below until all of it is there. */
  show(level, part) {
    let sheet = this.sheets.find((one) => one.level === level && holds(one.part, part));
    clearTimeout(this.waiting);
    if (!sheet) {
      if (performance.now() - this.began < RESTS_MS) return this.later(level, part);
      this.began = performance.now();
      sheet = this.newSheet(level, part);
      this.sheets.push(sheet);
      if (this.sheets.length > MOST_SHEETS) free(this.sheets.shift());
      for (const place of sheet.missing.values()) this.put(sheet, place, this.kept.get(place.name));
    } else if (sheet !== this.sheets.at(-1)) {
      this.sheets.push(...this.sheets.splice(this.sheets.indexOf(sheet), 1)); // the one that was looked at last goes last
    }
    this.wanted = [...sheet.missing.values()].filter(({ name }) => !this.loading.has(name));
    this.goOn();
  }

  /** Once it has rested. */
  later(level, part) {
    clearTimeout(this.waiting);
    this.waiting = setTimeout(() => this.media.isConnected && this.show(level, part), RESTS_MS);
  }

  newSheet(level, part) {
    const { tiling } = this.zip;
    const [width, height] = sizeOf(tiling, level);
    const { side } = tiling;
    const [left, top] = [part.first * side, part.upper * side];
    const canvas = Object.assign(document.createElement("canvas"), { width: Math.min(width, part.end * side) - left, height: Math.min(height, part.lower * side) - top });
    const share = (pixels, of) => `${(100 * pixels) / of}%`;
    Object.assign(canvas.style, { left: share(left, width), top: share(top, height), width: share(canvas.width, width), height: share(canvas.height, height), zIndex: String(tiling.levels - level) });
    this.holder.append(canvas);
    const places = placesIn(part).map(([column, row]) => ({ name: `${level}/${column}-${row}.${tiling.ending}`, x: column * side - left, y: row * side - top }));
    return { level, part, canvas, missing: new Map(places.map((place) => [place.name, place])) };
  }

  put(sheet, { name, x, y }, bitmap) {
    if (!bitmap) return;
    sheet.canvas.getContext("2d").drawImage(bitmap, x, y);
    sheet.missing.delete(name);
    if (!sheet.missing.size) sheet.canvas.dataset.whole = "yes";
  }

  goOn() {
    while (this.loading.size < TOGETHER && this.wanted.length) this.load(this.wanted.shift().name);
  }

  async load(name) {
    this.loading.add(name);
    try {
      this.keep(name, await this.zip.tile(name));
      this.patience = AGAIN_MS;
    } catch {
      this.askAgain(); // until then the picture as stages show it stays
    }
    this.loading.delete(name);
    this.goOn();
  }

  /** What did not come is asked for again after a while, if it is still wanted then; the longer nothing comes, the later. */
  askAgain() {
    if (this.asking) return; // many do not come at once
    this.asking = setTimeout(() => {
      this.asking = null;
      if (this.media.isConnected) this.drawAgain();
    }, this.patience);
    this.patience = Math.min(MOST_PATIENCE_MS, 2 * this.patience);
  }

  keep(name, bitmap) {
    this.kept.set(name, bitmap);
    if (this.kept.size > MOST_KEPT) {
      const [oldest, old] = this.kept.entries().next().value;
      this.kept.delete(oldest);
      old.close();
    }
    for (const sheet of [...this.sheets]) {
      const place = sheet.missing.get(name);
      if (place) this.put(sheet, place, bitmap);
    }
  }
}

/** A canvas that is not shown any more holds nothing. */
function free({ canvas }) {
  canvas.remove();
  canvas.width = canvas.height = 0;
}

/** What a track of what is seen of a plane comes to next, or shows while it stands, at a slide time. */
export function restAhead({ times, values, easings }, time) {
  let n = Math.max(0, lastAt(times, time));
  while (n < values.length - 1 && easings[n]?.length) n++;
  return values[n];
}

function sizeOf({ width, height }, level) {
  return [Math.ceil(width / 2 ** level), Math.ceil(height / 2 ** level)];
}

/** Where a place of the stage lies in a node's box, of which `place` is the affine map about its middle. */
function inBox([a, b, c, d, e, f], { x, y, width, height }, [atX, atY]) {
  const [dx, dy] = [atX - (x + width / 2) - c, atY - (y + height / 2) - f];
  const det = a * e - b * d;
  return [(e * dx - b * dy) / det + width / 2, (a * dy - d * dx) / det + height / 2];
}

/** The tiles of a level that are seen between corners of the stage: columns first to end, rows upper to lower. */
export function partOf(tiling, level, corners, node, [left, top, wide, high]) {
  const [width, height] = sizeOf(tiling, level);
  const range = (places, most) => [Math.max(0, Math.floor(Math.min(...places) / tiling.side)), Math.min(Math.ceil(most / tiling.side), Math.ceil(Math.max(...places) / tiling.side))];
  const [first, end] = range(corners.map(([x]) => ((x / node.width - left) / wide) * width), width);
  const [upper, lower] = range(corners.map(([, y]) => ((y / node.height - top) / high) * height), height);
  return { first, end, upper, lower };
}

function countOf({ first, end, upper, lower }) {
  return Math.max(0, end - first) * Math.max(0, lower - upper);
}

function holds(one, other) {
  return one.first <= other.first && one.end >= other.end && one.upper <= other.upper && one.lower >= other.lower;
}

/** The tiles of a part as [column, row], those in the middle first. */
export function placesIn({ first, end, upper, lower }) {
  const found = [];
  for (let row = upper; row < lower; row++) for (let column = first; column < end; column++) found.push([column, row]);
  const far = ([column, row]) => Math.hypot(column - (first + end - 1) / 2, row - (upper + lower - 1) / 2);
  return found.sort((one, other) => far(one) - far(other));
}

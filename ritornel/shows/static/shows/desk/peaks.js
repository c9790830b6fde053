// Waveforms: the peaks of an asset, fetched once, drawn on a canvas.

import { el } from "../../site/dom.js";

const PER_SECOND = 20; // as formats/media.py computes them
const BAR_PX = 2;
const fetched = new Map();

/** Bytes 0..255, 20 a second, of an asset's loudest samples. */
function peaksOf(asset) {
  if (!asset.peaks) return Promise.resolve(new Uint8Array());
  if (!fetched.has(asset.peaks)) {
    fetched.set(asset.peaks, fetch(asset.peaks).then(async (answer) => new Uint8Array(answer.ok ? await answer.arrayBuffer() : 0)));
  }
  return fetched.get(asset.peaks);
}

/** Draws the stretch from..to (ms of the asset, wrapped at `wrap`) over the whole width of `place`. */
export async function drawPeaks(place, asset, from, to, { wrap = Infinity, start = 0, colour = "#1f7a6d", alpha = 0.75 } = {}) {
  const canvas = el("canvas.tl-peaks");
  place.append(canvas);
  const peaks = await peaksOf(asset);
  if (!canvas.isConnected || !peaks.length) return;
  const width = place.clientWidth;
  const height = place.clientHeight - 4;
  canvas.width = Math.max(1, width);
  canvas.height = Math.max(1, height);
  const pen = canvas.getContext("2d");
  pen.fillStyle = colour;
  pen.globalAlpha = alpha;
  const each = (to - from) / width;
  for (let x = 0; x < width; x += BAR_PX + 1) {
    let at = from + x * each;
    if (at >= wrap) at = start + ((at - start) % (wrap - start));
    const first = Math.floor((at / 1000) * PER_SECOND);
    const last = Math.max(first, Math.floor(((at + each * (BAR_PX + 1)) / 1000) * PER_SECOND));
    let loudest = 0;
    for (let i = first; i <= last && i < peaks.length; i++) loudest = Math.max(loudest, peaks[i]);
    const tall = Math.max(1, Math.sqrt(loudest / 255) * height);
    pen.fillRect(x, (height - tall) / 2, BAR_PX, tall);
  }
}

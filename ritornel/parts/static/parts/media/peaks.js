// Waveforms: the peaks of an asset, fetched once, drawn on a canvas.

const PER_SECOND = 20; // as formats/media.py computes them
const BAR_PX = 2;
const MOST_PX = 6000;
const fetched = new Map();

/** Bytes 0..255, 20 a second, of an asset's loudest samples. */
function peaksOf(asset) {
  if (!asset.peaks) return Promise.resolve(new Uint8Array());
  if (!fetched.has(asset.peaks)) {
    fetched.set(asset.peaks, fetch(asset.peaks).then(async (answer) => new Uint8Array(answer.ok ? await answer.arrayBuffer() : 0)));
  }
  return fetched.get(asset.peaks);
}

/** Draws the stretch from..to (ms of the asset, wrapped at `wrap`) over the whole of a canvas, if it is not there already. */
export async function drawPeaks(canvas, asset, from, to, { wrap = Infinity, start = 0, colour = "#1f7a6d", alpha = 0.75 } = {}) {
  const peaks = await peaksOf(asset);
  const width = Math.min(MOST_PX, canvas.clientWidth);
  const height = canvas.clientHeight;
  const drawn = [asset.id, Math.round(from), Math.round(to), width, height, wrap, start].join();
  if (!canvas.isConnected || !peaks.length || canvas.drawn === drawn) return;
  canvas.drawn = drawn;
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

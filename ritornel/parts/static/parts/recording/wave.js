// Samples (mono, 16 bits) as a WAVE file.

export const UNKNOWN = 0xffffffff; // bytes of one that is still growing

/** Its head; `bytes`: how many of samples follow. */
export function waveHead(rate, bytes) {
  const view = new DataView(new ArrayBuffer(44));
  const names = [[0, 0x52494646], [8, 0x57415645], [12, 0x666d7420], [36, 0x64617461]]; // RIFF, WAVE, fmt, data
  const longs = [[4, bytes === UNKNOWN ? bytes : 36 + bytes], [16, 16], [24, rate], [28, rate * 2], [40, bytes]];
  const shorts = [[20, 1], [22, 1], [32, 2], [34, 16]]; // PCM, one channel, bytes and bits a sample
  for (const [at, value] of names) view.setUint32(at, value);
  for (const [at, value] of longs) view.setUint32(at, value, true);
  for (const [at, value] of shorts) view.setUint16(at, value, true);
  return view.buffer;
}

/** Blocks of samples as a file that can be heard. */
export function waveFile(blocks, rate) {
  const bytes = blocks.reduce((sum, block) => sum + block.byteLength, 0);
  return new Blob([waveHead(rate, bytes), ...blocks], { type: "audio/wav" });
}

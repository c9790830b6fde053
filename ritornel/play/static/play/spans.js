// Stretches of media on the clock: where in its asset a span stands, as core.sound.spans says it. Times in ms.

import { modulo, valueAt } from "./evaluate.js";

/** The place in the asset at which a span stands at a time, slide time or, of a bed, show time. */
export function placeAt(span, time) {
  const length = Math.max(1, span.out - span.in);
  return span.in + modulo(span.from - span.in + (time - span.start) * (span.rate ?? 1), length);
}

/** How loud a span is at a time, as a factor. */
export function gainAt(span, time) {
  return span.gain ? valueAt(span.gain, time) : 1;
}

// Stretches of media on the clock: where in its asset a span stands, as core.sound.spans says it. Times in ms.

import { modulo, valueAt } from "./evaluate.js";
import { lineAt } from "./mixing.js";

/** The place in the asset at which a span stands at a time, slide time or, of a bed, show time. */
export function placeAt(span, time) {
  const length = Math.max(1, span.out - span.in);
  const place = span.from + (time - span.start) * (span.rate ?? 1);
  return place >= span.from && place < span.in ? place : span.in + modulo(place - span.in, length);
}

/** How loud a span is at a time, as a factor; joints aside. */
export function gainAt(span, time) {
  const decibels = (span.level ?? 0) + (span.line ? lineAt(span.line, time) : 0);
  return (span.gain ? valueAt(span.gain, time) : 1) * 10 ** (decibels / 20);
}

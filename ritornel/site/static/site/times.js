// Times as they are written and read. In ms.

/** How much longer, or shorter, in seconds: "+0.3". */
export function signedSeconds(ms) {
  return `${ms < 0 ? "−" : "+"}${(Math.abs(ms) / 1000).toFixed(1)}`;
}

/** m:ss, rounded down. */
export function minutes(ms) {
  const seconds = Math.floor(ms / 1000);
  return `${Math.floor(seconds / 60)}:${String(seconds % 60).padStart(2, "0")}`;
}

/** m:ss.t, rounded down. */
export function tenths(ms) {
  return `${minutes(ms)}.${Math.floor((ms % 1000) / 100)}`;
}

/** Seconds with as many decimals as they need, one at least: 1.0, 0.85. */
export function seconds(ms) {
  const exact = ms / 1000;
  return Number.isInteger(Math.round(ms) / 100) ? exact.toFixed(1) : exact.toFixed(2).replace(/0$/, "");
}

/** ms from what people type: "2", "2.5 s", "1:02.5", "800 ms"; null for nothing, undefined if it is no time. */
export function readTime(text) {
  const words = text.trim().toLowerCase().replace(",", ".");
  if (!words) return null;
  let match = words.match(/^(\d+(?:\.\d+)?)\s*ms$/);
  if (match) return Math.round(Number(match[1]));
  match = words.match(/^(?:(\d+):)?(\d+(?:\.\d+)?)\s*s?$/);
  return match ? Math.round((Number(match[1] ?? 0) * 60 + Number(match[2])) * 1000) : undefined;
}

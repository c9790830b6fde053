// The forms of builds on a lane. In px.

/** The envelope of a build as an SVG path: its heights, 0..1 at even steps, between `top` and `base`. */
export function envelope(heights, left, wide, top, base) {
  const width = Math.max(2, wide);
  const points = heights.map((h, i) => `${(left + (width * i) / (heights.length - 1)).toFixed(1)} ${(base - (base - top) * Math.max(0, Math.min(1.05, h))).toFixed(1)}`);
  return `M${left.toFixed(1)} ${base}L${points.join("L")}L${(left + width).toFixed(1)} ${base}Z`;
}

/** When an object is there, as [from, to] in slide time; `steps` are its builds, `length` the slide's. */
export function presence(steps, length) {
  const inOut = steps.filter((step) => step.kind === "entrance" || step.kind === "exit").sort((a, b) => a.start - b.start);
  const whole = inOut.filter((step) => step.paragraph === null);
  const order = whole.length ? whole : inOut.filter((step) => step.kind === "entrance").slice(0, 1);
  const spans = [];
  let from = order[0]?.kind === "entrance" ? null : 0;
  for (const step of order) {
    if (step.kind === "entrance" && from === null) from = step.start;
    if (step.kind === "exit" && from !== null) {
      spans.push([from, step.end]);
      from = null;
    }
  }
  if (from !== null) spans.push([from, length]);
  return spans;
}

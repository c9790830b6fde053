// Easings drawn: as small outlines, and as a curve whose two handles are dragged.

import { follow } from "../../site/gesture.js";
import { html, svg } from "../../site/vendor/lit.js";

const [WIDTH, HEIGHT, ROOM] = [180, 90, 40]; // px of the editor; above and below, room for handles that go too far

/** The curve of an easing from its heights. */
export function curveOf(heights) {
  const points = heights.map((height, n) => `${(n / (heights.length - 1)) * 38 + 1},${17 - height * 12}`).join(" ");
  return html`<svg class="curve" width="40" height="24" aria-hidden="true"><path d="M1 17H39M1 5H39" class="bounds"/><polyline points=${points}/></svg>`;
}

/** The editor of a cubic Bézier [x1, y1, x2, y2]; `changed` gets it when a handle is let go. */
export function curveEditor({ value }, changed) {
  const point = (n) => [value[2 * n] * WIDTH, HEIGHT - value[2 * n + 1] * HEIGHT];
  const [[x1, y1], [x2, y2]] = [point(0), point(1)];
  const path = (a, b) => `M0 ${HEIGHT}C${a[0]} ${a[1]} ${b[0]} ${b[1]} ${WIDTH} 0`;
  const handle = (n) => {
    const [x, y] = point(n);
    return svg`<circle r="7" cx=${x} cy=${y} class="handle" tabindex="0" role="slider" aria-label=${n ? "Second handle of the curve" : "First handle of the curve"}
      aria-valuetext=${`${value[2 * n]}, ${value[2 * n + 1]}`} aria-valuenow=${value[2 * n]} aria-valuemin="0" aria-valuemax="1" @pointerdown=${(event) => drag(event, value, n, changed)} @keydown=${(event) => nudge(event, value, n, changed)}/>`;
  };
  return html`<div class="curve-editor"><svg width=${WIDTH + 16} height=${HEIGHT + 2 * ROOM} viewBox="-8 ${-ROOM} ${WIDTH + 16} ${HEIGHT + 2 * ROOM}">
    <rect width=${WIDTH} height=${HEIGHT} class="bounds"/>
    <line class="arm" x1="0" y1=${HEIGHT} x2=${x1} y2=${y1}/><line class="arm" x1=${WIDTH} y1="0" x2=${x2} y2=${y2}/>
    <path class="line" d=${path([x1, y1], [x2, y2])}/>${handle(0)}${handle(1)}</svg>
    <span class="soft">Drag the handles for a curve of your own.</span></div>`;
}

function bounded(n, value) {
  const hundredths = Math.round(value * 100) / 100;
  return n % 2 ? Math.min(1.4, Math.max(-0.4, hundredths)) : Math.min(1, Math.max(0, hundredths));
}

function drag(event, from, n, changed) {
  const editor = event.currentTarget.ownerSVGElement;
  const [handle, arm, line] = [event.currentTarget, editor.querySelectorAll(".arm")[n], editor.querySelector(".line")];
  let value = from;
  const place = () => {
    const [x1, y1, x2, y2] = value.map((v, i) => (i % 2 ? HEIGHT - v * HEIGHT : v * WIDTH));
    const [x, y] = n ? [x2, y2] : [x1, y1];
    for (const [element, names] of [[handle, ["cx", "cy"]], [arm, ["x2", "y2"]]]) [x, y].forEach((v, i) => element.setAttribute(names[i], v));
    line.setAttribute("d", `M0 ${HEIGHT}C${x1} ${y1} ${x2} ${y2} ${WIDTH} 0`);
  };
  follow(event, {
    move: ({ dx, dy }) => {
      value = from.with(2 * n, bounded(0, from[2 * n] + dx / WIDTH)).with(2 * n + 1, bounded(1, from[2 * n + 1] - dy / HEIGHT));
      place();
    },
    end: () => changed(value),
    leave: () => {
      value = from;
      place();
    },
  });
}

function nudge(event, value, n, changed) {
  const by = { ArrowLeft: [0, -0.05], ArrowRight: [0, 0.05], ArrowUp: [1, 0.05], ArrowDown: [1, -0.05] }[event.key];
  if (!by) return;
  event.preventDefault();
  event.stopPropagation();
  const place = 2 * n + by[0];
  changed(value.with(place, bounded(place, value[place] + by[1])));
}

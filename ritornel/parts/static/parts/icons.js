// The transport's icons, from lucide (ISC licence, see site/icons/LICENSE.txt): shapes only.

import { html, svg } from "../site/vendor/lit.js";

const SHAPES = {
  play: ["M5 5a2 2 0 0 1 3.008-1.728l11.997 6.998a2 2 0 0 1 .003 3.458l-12 7A2 2 0 0 1 5 19z"],
  pause: ["M15 3h3a1 1 0 0 1 1 1v16a1 1 0 0 1-1 1h-3a1 1 0 0 1-1-1V4a1 1 0 0 1 1-1z", "M6 3h3a1 1 0 0 1 1 1v16a1 1 0 0 1-1 1H6a1 1 0 0 1-1-1V4a1 1 0 0 1 1-1z"],
  "skip-back": ["M17.971 4.285A2 2 0 0 1 21 6v12a2 2 0 0 1-3.029 1.715l-9.997-5.998a2 2 0 0 1-.003-3.432z", "M2.6 4h1.8v16H2.6z"],
  "skip-forward": ["M6.029 4.285A2 2 0 0 0 3 6v12a2 2 0 0 0 3.029 1.715l9.997-5.998a2 2 0 0 0 .003-3.432z", "M19.6 4h1.8v16h-1.8z"],
};

export function icon(name, label) {
  return html`<svg viewBox="0 0 24 24" role="img" aria-label=${label}>${SHAPES[name].map((d) => svg`<path d=${d}></path>`)}</svg>`;
}

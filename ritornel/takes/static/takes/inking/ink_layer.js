// Ink over a stage, as it is being drawn. Strokes are {id, tool, colour, width, points: [x, y, ms, pressure], gone}; places
// in stage units. What is kept of them is made smooth by the core (core/motion/strokes.py); here it only has to look so.

const WIDTHS = { pen: 1, marker: 4.5, line: 1, arrow: 1 }; // as in the core
const MARKER_OPACITY = 0.4;
const [HEAD, HEAD_TURN] = [5, 0.45];
const AROUND = 3; // points, as in the core

/** Draws strokes over `root`, a stage of `width` x `height`. */
export class InkLayer {
  constructor(root, { width, height }) {
    Object.assign(this, { root, width, height, strokes: [] });
    this.canvas = document.createElement("canvas");
    this.canvas.className = "ink-layer";
    root.append(this.canvas);
    new ResizeObserver(() => this.draw()).observe(root);
  }

  set(strokes) {
    this.strokes = strokes;
    this.draw();
  }

  /** Draws once before the next picture, however often it is asked to. */
  draw() {
    this.asked ??= requestAnimationFrame(() => {
      this.asked = null;
      this.paint();
    });
  }

  paint() {
    const { canvas, root, width } = this;
    const fine = window.devicePixelRatio || 1;
    const [across, down] = [Math.round(root.clientWidth * fine), Math.round(root.clientHeight * fine)];
    if (canvas.width !== across || canvas.height !== down) Object.assign(canvas, { width: across, height: down });
    const pen = canvas.getContext("2d");
    pen.setTransform(1, 0, 0, 1, 0, 0);
    pen.clearRect(0, 0, across, down);
    pen.scale(across / width, across / width);
    Object.assign(pen, { lineCap: "round", lineJoin: "round" });
    for (const stroke of this.strokes) if (stroke.gone === undefined) paintStroke(pen, stroke);
  }
}

const pressedBy = (points) => points.reduce((sum, [, , , pressure]) => sum + pressure, 0) / points.length;
const thick = (width, tool, pressed) => Math.max(1, width * WIDTHS[tool] * Math.max(0.4, 2 * pressed));

function paintStroke(pen, { tool, colour, width, points }) {
  Object.assign(pen, { strokeStyle: colour, globalAlpha: tool === "marker" ? MARKER_OPACITY : 1 });
  pen.lineWidth = thick(width, tool, pressedBy(points));
  if (tool === "pen" && points.some(([, , , pressure]) => pressure !== points[0][3])) return paintPressed(pen, width, points);
  pen.beginPath();
  const [[x0, y0]] = points;
  const [x1, y1] = points.at(-1);
  pen.moveTo(x0, y0);
  if (tool === "line" || tool === "arrow") pen.lineTo(x1, y1);
  else if (points.length === 1) pen.lineTo(x0 + 0.1, y0);
  else {
    for (let n = 1; n < points.length - 1; n++) {
      const [[x, y], [nextX, nextY]] = [points[n], points[n + 1]];
      pen.quadraticCurveTo(x, y, (x + nextX) / 2, (y + nextY) / 2);
    }
    pen.lineTo(x1, y1);
  }
  if (tool === "arrow") head(pen, [x0, y0], [x1, y1], width);
  return pen.stroke();
}

/** Each step as thick as the pen is pressed there. */
function paintPressed(pen, width, points) {
  for (let n = 1; n < points.length; n++) {
    pen.lineWidth = thick(width, "pen", pressedBy(points.slice(Math.max(0, n - AROUND), n + AROUND)));
    pen.beginPath();
    pen.moveTo(points[n - 1][0], points[n - 1][1]);
    pen.lineTo(points[n][0], points[n][1]);
    pen.stroke();
  }
}

function head(pen, [x0, y0], [x1, y1], width) {
  const turn = Math.atan2(y1 - y0, x1 - x0);
  const size = Math.min(HEAD * width, Math.hypot(x1 - x0, y1 - y0) / 2);
  const end = (side) => [x1 - size * Math.cos(turn + side), y1 - size * Math.sin(turn + side)];
  pen.moveTo(...end(HEAD_TURN));
  pen.lineTo(x1, y1);
  pen.lineTo(...end(-HEAD_TURN));
}

/** Listens to a hand on a stage while `isOn()`; `told` is called with {phase, x, y, pressure, straight, arrow}. */
export function listenToHand(root, { width }, isOn, told) {
  const point = (event, phase) => {
    const box = root.getBoundingClientRect();
    const scale = width / box.width;
    const pressure = event.pointerType === "pen" ? event.pressure : 0.5;
    told({ phase, x: (event.clientX - box.left) * scale, y: (event.clientY - box.top) * scale, pressure, straight: event.shiftKey, arrow: event.altKey });
  };
  let drawing = null;
  root.addEventListener("pointerdown", (event) => {
    if (!isOn() || event.button !== 0) return;
    event.preventDefault();
    root.setPointerCapture(event.pointerId);
    drawing = event.pointerId;
    point(event, "begin");
  });
  root.addEventListener("pointermove", (event) => {
    if (event.pointerId !== drawing) return;
    for (const one of event.getCoalescedEvents?.() ?? []) point(one, "move");
    point(event, "move");
  });
  const end = (event) => {
    if (event.pointerId !== drawing) return;
    drawing = null;
    point(event, "end");
  };
  root.addEventListener("pointerup", end);
  root.addEventListener("pointercancel", end);
  root.addEventListener("click", (event) => isOn() && event.stopPropagation(), true); // it gives no cue, and follows no link
}

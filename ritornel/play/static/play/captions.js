// Captions over the picture: at its foot, or at its head where a text stands at the foot and none at the head.

const HEIGHT = 0.044; // of a letter, of the picture's height
const FOOT = 0.76; // below this share of its height is the foot of a picture

/** Draws captions over `root`, which shows `play`. Off until `on` is set. */
export class Captions {
  constructor(root, play) {
    Object.assign(this, { root, play, on: false });
    this.element = root.appendChild(document.createElement("div"));
    this.element.className = "captions";
    this.element.setAttribute("aria-live", "off");
    this.element.hidden = true;
    new ResizeObserver(() => this.fit()).observe(root);
    this.fit();
  }

  fit() {
    this.element.style.fontSize = `${this.root.clientHeight * HEIGHT}px`;
  }

  turn(on = !this.on) {
    this.on = on;
    this.said = undefined;
  }

  /** Shows what is said at show time `time`, on the slide at `index`. */
  show(index, time) {
    const [id, start] = this.play.order[index] ?? [];
    const slide = this.play.slides[id];
    const within = time - start;
    const said = (this.on && slide?.captions?.find(([from, to]) => within >= from && within < to)) || null;
    if (said === this.said) return;
    this.said = said;
    this.element.hidden = !said;
    if (!said) return;
    this.element.replaceChildren(...said[2].split("\n").map((line) => Object.assign(document.createElement("span"), { textContent: line })));
    this.element.classList.toggle("is-above", textAt(slide, this.play.height, true) && !textAt(slide, this.play.height, false));
  }
}

/** Whether a text of a slide stands at the foot of the picture, or at its head. */
function textAt({ nodes }, height, foot) {
  const texts = nodes.filter((node) => node.kind === "text");
  return texts.some(({ y, height: own }) => (foot ? y + own > height * FOOT : y < height * (1 - FOOT)));
}

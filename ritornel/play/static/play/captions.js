// Captions over the picture, in one of the languages that there are: at its foot, or at its head where a text stands at
// the foot and none at the head, as the show has them (core.voice.caption_places, which a test holds against this).

export const HEIGHTS = { small: 0.036, usual: 0.044, large: 0.056 }; // of a letter, of the picture's height
const FOOT = 0.76; // below this share of its height is the foot of a picture
const PLAIN = { size: "usual", place: "free", ground: "dark", shown: false, languages: [] };

/** Draws captions over `root`, which shows `play`: from the beginning, or when they are turned on, as the show has it. */
export class Captions {
  constructor(root, play) {
    Object.assign(this, { root, play, language: null, size: null });
    if (this.look.shown) this.language = this.look.languages[0] ?? "";
    this.element = root.appendChild(document.createElement("div"));
    this.element.className = "captions";
    this.element.setAttribute("aria-live", "off");
    this.element.hidden = true;
    new ResizeObserver(() => this.fit()).observe(root);
    this.fit();
  }

  /** How they look, and in which languages there are some. An edition of earlier says nothing of it. */
  get look() {
    const look = { ...PLAIN, ...(this.play.captions ?? this.play.show?.captions) };
    return this.size ? { ...look, size: this.size } : look;
  }

  get on() {
    return this.language !== null;
  }

  fit() {
    this.element.style.fontSize = `${this.root.clientHeight * HEIGHTS[this.look.size]}px`;
  }

  /** Turns to a language; as nothing is said, to the next there is: the show's own, each other, none. */
  turn(language = this.next()) {
    this.language = language;
    this.said = undefined;
  }

  /** Turns to the next size: larger, and then small again. */
  turnSize() {
    const sizes = Object.keys(HEIGHTS);
    this.size = sizes[(sizes.indexOf(this.look.size) + 1) % sizes.length];
  }

  /** The language after this one; null for none. */
  next() {
    const all = [...(this.look.languages.length ? this.look.languages : [""]), null];
    return all[(all.indexOf(this.language) + 1) % all.length];
  }

  /** The captions of a slide in the language that is shown. */
  of(slide) {
    if (!this.on) return null;
    const [own = ""] = this.look.languages;
    return this.language === own ? slide.captions : slide.translated?.[this.language];
  }

  /** Shows what is said at show time `time`, on the slide at `index`. */
  show(index, time) {
    const [id, start] = this.play.order[index] ?? [];
    const slide = this.play.slides[id];
    const within = time - start;
    const said = (slide && this.of(slide)?.find(([from, to]) => within >= from && within < to)) || null;
    const { size, place, ground } = this.look;
    const way = `${size} ${place} ${ground}`;
    if (said === this.said && way === this.way) return;
    if (way !== this.way) this.fit();
    Object.assign(this, { said, way });
    this.element.hidden = !said;
    if (!said) return;
    this.element.lang = this.language || document.documentElement.lang;
    this.element.dataset.ground = ground;
    this.element.replaceChildren(...said[2].split("\n").map((line) => Object.assign(document.createElement("span"), { textContent: line, dir: "auto" })));
    this.element.classList.toggle("is-above", isAbove(slide, place, this.play.height));
  }
}

/** What turning captions does, in words, by the language that comes next. */
export function turnsTo(language, own) {
  if (language === null) return "No captions";
  return !own || language === own ? "Captions" : `Captions: ${new Intl.DisplayNames("en", { type: "language" }).of(language)}`;
}

/** Whether captions stand at the head of a slide: as `place` says, or as a text stands at the foot and none at the head. */
export function isAbove(slide, place, height) {
  return place === "free" ? textAt(slide, height, true) && !textAt(slide, height, false) : place === "head";
}

/** Whether a text of a slide stands at the foot of the picture, or at its head. */
function textAt({ nodes }, height, foot) {
  const texts = nodes.filter((node) => node.kind === "text");
  return texts.some(({ y, height: own }) => (foot ? y + own > height * FOOT : y < height * (1 - FOOT)));
}

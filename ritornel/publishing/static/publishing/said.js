// What is said, beside the picture: line by line, following the show, searched, and gone to by a press.

import { el } from "../site/dom.js";
import { minutes } from "../site/times.js";

/** The transcript of a player: {shown: what it plays, playhead, captions, seek(ms), loadRest()}. */
export class Said {
  constructor(root, player) {
    Object.assign(this, { root, player, lines: [] });
    this.find = el("input.said-find", { type: "search", placeholder: "Find in what is said", "aria-label": "Find in what is said", oninput: () => this.filter() });
    this.list = el("div.said-lines");
    this.none = el("p.said-none", { hidden: true }, "Nobody says that.");
    this.element = el("aside.beside-words", { hidden: true, "aria-label": "What is said" }, this.find, this.none, this.list);
    this.element.addEventListener("keydown", (event) => {
      if (event.key === "Escape") this.toggle(false);
      else event.stopPropagation(); // keys of the player are letters here
    });
    root.append(this.element);
  }

  toggle(on = this.element.hidden) {
    if (on) this.player.loadRest();
    this.element.hidden = !on;
    this.root.classList.toggle("has-said", on);
    if (!on) return;
    this.show(this.player.playhead.time);
    this.find.focus({ preventScroll: true });
  }

  /** Marks what is said at a time, and brings it into sight as it changes. */
  show(time) {
    if (this.element.hidden) return;
    this.build();
    const at = this.lines.findLast((line) => line.start <= time);
    if (at === this.at) return;
    this.at?.element.removeAttribute("aria-current");
    at?.element.setAttribute("aria-current", "true");
    this.at = at;
    if (at && !this.list.matches(":focus-within")) this.bringIntoSight(at.element);
  }

  /** Scrolls the lines, and nothing around them. */
  bringIntoSight({ offsetTop, offsetHeight }) {
    const { list } = this;
    const top = offsetTop - list.offsetTop;
    if (top < list.scrollTop || top + offsetHeight > list.scrollTop + list.clientHeight) list.scrollTop = top - list.clientHeight / 3;
  }

  /** Writes the lines of all slides that have come; again when more have, or another language is chosen. */
  build() {
    const { shown: play, captions } = this.player;
    const there = play.order.filter(([id]) => play.slides[id]).length;
    const language = captions.language ?? captions.look.languages[0] ?? "";
    const state = `${there} ${language}`;
    if (state === this.state) return;
    this.state = state;
    this.at = null;
    this.lines = [];
    this.list.replaceChildren(...play.order.flatMap(([id, start, length, title]) => {
      const slide = play.slides[id];
      if (!slide || !length || id.endsWith("~again")) return [];
      const [own = ""] = captions.look.languages;
      const said = (language === own ? slide.captions : slide.translated?.[language]) ?? [];
      return [el("h2", {}, this.line(start, title, title)), ...said.map(([from, , text]) => el("p", {}, this.line(start + from, text.replaceAll("\n", " "))))];
    }));
    this.filter();
  }

  line(start, words, title = "") {
    const element = el("button", { onclick: () => this.player.seek(start) }, el("span", {}, words), title ? el("small", {}, minutes(start)) : null);
    this.lines.push({ start, element, words: words.toLowerCase() });
    return element;
  }

  filter() {
    const wanted = this.find.value.trim().toLowerCase();
    let found = 0;
    for (const { element, words } of this.lines) {
      const is = words.includes(wanted);
      element.parentElement.hidden = !is;
      found += is;
    }
    this.none.hidden = found > 0 || !this.lines.length;
  }
}

// The strips: chapters as rows, every slide as wide as it lasts or all alike, with its pictures, cues and what is unfinished.

import { follow } from "../site/gesture.js";
import { html, nothing, repeat } from "../site/vendor/lit.js";
import { tenths } from "../site/times.js";
import { SlidePictures } from "../parts/media/pictures.js";
import { forWhom } from "./giving.js";
import { fieldValue, Pane } from "../parts/pane.js";

const HEIGHT_PX = 112;
const LEAST_STOP_PX = 40; // narrower, its stops would tell nothing
const NARROWEST_PX = 66;
const WIDTHS = "ritornel/contact-widths";
const SCALES = { least: 0.004, most: 0.12, usual: 0.0175, by: 1.4 };

/** A title is one line: Enter ends it. */
function ends(event) {
  if (event.key !== "Enter") return;
  event.preventDefault();
  event.target.blur();
}

export class Sheet extends Pane {
  constructor(contact) {
    super(document.getElementById("sheet"), {
      shows: () => [this.store.shown, this.store.selection.slides, this.contact.told.told, this.contact.told.people, this.contact.told.hits, this.alike, this.scale, this.width, this.come],
      draw: () => this.template(),
    });
    this.contact = contact;
    this.store = contact.store;
    this.alike = localStorage.getItem(WIDTHS) === "alike";
    this.scale = this.opening; // px for a millisecond
    this.drop = null;
    this.here = null;
    this.come = 0; // how often pictures have come
    this.drawnPictures = new SlidePictures(() => {
      this.come++;
      this.update();
    });
    this.root.addEventListener("scroll", () => this.drawnPictures.wait(), { passive: true });
    this.width = this.root.clientWidth;
    new ResizeObserver(() => {
      this.width = this.root.clientWidth;
      this.update();
    }).observe(this.root);
    this.root.addEventListener("pointerdown", (event) => this.press(event));
    this.root.addEventListener("dblclick", (event) => this.open(event.target.closest(".strip-slide")?.dataset.slide));
  }

  // ---- how wide

  turnWidths() {
    this.alike = !this.alike;
    localStorage.setItem(WIDTHS, this.alike ? "alike" : "time");
    this.store.changed();
  }

  zoom(nearer) {
    this.scale = Math.min(SCALES.most, Math.max(SCALES.least, this.scale * (nearer ? SCALES.by : 1 / SCALES.by)));
    this.store.changed();
  }

  get picturePx() {
    const { width, height } = this.store.shown.show;
    return Math.round((HEIGHT_PX * width) / height);
  }

  /** The scale at which the shortest slide is as wide as its picture, so that every one can be read. */
  get opening() {
    const shortest = Math.min(...this.store.shown.order.map(([, , length]) => length).filter(Boolean));
    return Math.min(SCALES.most, Math.max(SCALES.usual, this.picturePx / shortest));
  }

  /** Nothing is narrower than its picture until one goes farther away. */
  get narrowest() {
    return this.scale < SCALES.usual ? NARROWEST_PX : this.picturePx;
  }

  widthOf(length) {
    if (this.alike) return this.picturePx;
    return Math.round(Math.min(this.width - 200, Math.max(this.narrowest, length * this.scale)));
  }

  // ---- drawing

  /** Chapters with their slides: {id, title, first, rows}; what stands before the first has no id. */
  chapters() {
    const { order, show } = this.store.shown;
    const begins = new Map(show.chapters.map((chapter) => [chapter.first, chapter]));
    const found = [];
    order.forEach((row, n) => {
      const chapter = begins.get(row[0]);
      if (chapter || !found.length) found.push({ id: chapter?.id ?? "", title: chapter?.title ?? "", first: row[0], rows: [] });
      found.at(-1).rows.push({ id: row[0], number: n + 1, start: row[1], length: row[2], version: row[3] });
    });
    return found;
  }

  template() {
    const { store } = this;
    this.drawnPictures.begin();
    this.seen = this.firstSeen();
    if (!store.shown.order.length) return html`<p class="contact-empty">An empty show. <a class="underline" href=${this.contact.addresses.desk}>Go to the desk</a> and make a slide, or drop pictures there.</p>`;
    return html`${repeat(this.chapters(), (chapter) => chapter.first, (chapter) => this.chapter(chapter))}`;
  }

  chapter({ id, title, first, rows }) {
    const length = rows.reduce((sum, row) => sum + row.length, 0);
    const rename = (event) => this.store.edit({ do: "set-chapter", slide: first, title: event.target.value.trim() });
    return html`<section class="strip-chapter" data-chapter=${id} aria-label=${title || "Without a chapter"}>
      <div class="strip-head"><textarea class="strip-title" rows="1" maxlength="300" placeholder="no chapter" aria-label="Title of the chapter" @change=${rename} @keydown=${ends} ${fieldValue(title)}></textarea>
        <div><b>${tenths(length)}</b> <span class="soft">${rows.length === 1 ? "1 slide" : `${rows.length} slides`}</span></div>
        ${forWhom(this.contact, rows.map((row) => row.id), "Whose this chapter is")}</div>
      <div class="strip" role="listbox" aria-multiselectable="true" aria-label="Slides of ${title || "the show"}">${repeat(rows, (row) => row.id, (row) => this.slide(row))}</div>
    </section>`;
  }

  slide(row) {
    const { store } = this;
    const brief = store.shown.briefs[row.id];
    const width = this.widthOf(row.length);
    const chosen = store.slides.has(row.id);
    const hits = this.contact.told.hits;
    const at = (time) => Math.min(width, (time / Math.max(1, row.length)) * width);
    const corner = at(brief.transition);
    const name = `${row.number}. ${store.title(row.id)}, ${(row.length / 1000).toFixed(1)} s${brief.skipped ? ", skipped" : ""}`;
    return html`<div class="strip-slide ${chosen ? "is-selected" : ""} ${brief.skipped ? "is-skipped" : ""} ${hits && !hits.has(row.id) ? "is-no-hit" : ""}"
      role="option" aria-selected=${String(chosen)} aria-label=${name} tabindex=${this.isEntry(row.id) ? 0 : -1} data-slide=${row.id} .style=${`width:${width}px`}>
      <div class="strip-pictures" .style=${`background-color:${brief.ground}`}>${this.pictures(row, brief, width)}${corner > 2 ? html`<i class="strip-corner" .style=${`width:${corner}px`}></i>` : nothing}</div>
      <div class="strip-cues">${brief.cues.map((cue) => html`<i .style=${`left:${at(cue)}px`}></i>`)}</div>
      <div class="strip-name"><b>${row.number}</b> <span>${store.title(row.id)}</span> ${this.given(row.id)}<em>${brief.skipped ? "skipped" : `${(row.length / 1000).toFixed(1)} s`}</em></div>
      ${this.words(row.id)}
    </div>`;
  }

  /** The initials of whom a slide is given to. */
  given(id) {
    const { given, initials } = this.contact.told.people;
    return given[id] ? html`<abbr class="given-mark" title="for ${given[id]}">${initials[given[id]] ?? given[id]}</abbr>` : nothing;
  }

  /** Whether a slide is the one to which Tab leads: that on which one was last, else the first. */
  isEntry(id) {
    const known = this.here && this.store.shown.briefs[this.here];
    return id === (known ? this.here : this.store.shown.order[0][0]);
  }

  /** The number of the first slide in sight: pictures are fetched from there on. */
  firstSeen() {
    const top = this.root.getBoundingClientRect().top;
    const slides = [...this.root.querySelectorAll(".strip-slide")];
    return Math.max(0, slides.findIndex((one) => one.getBoundingClientRect().bottom > top));
  }

  /** One that lasts long shows itself as it stands after each cue in turn, or at each stop on its plane; another with everything on it. */
  pictures({ id, length, version, number }, { look, cues, stops }, width) {
    const far = Math.abs(number - 1 - this.seen);
    if (stops.length > 1 && width / stops.length >= LEAST_STOP_PX) {
      return stops.map((end, n) => {
        const wide = ((end - (stops[n - 1] ?? 0)) * width) / length;
        return this.picture(this.drawnPictures.at(`stops/${n}/${encodeURIComponent(id)}?version=${version}`, far), wide);
      });
    }
    const count = Math.ceil(width / this.picturePx - 0.2);
    if (count < 2 || !cues.length) return this.picture(this.drawnPictures.address(id, look, far));
    return Array.from({ length: count }, (_, n) => {
      const time = (n * this.picturePx * length) / width;
      const cue = n === count - 1 ? cues.length : cues.filter((at) => at <= time + 1).length;
      return this.picture(this.drawnPictures.at(`cues/${cue}/${encodeURIComponent(id)}?version=${version}`, far));
    });
  }

  picture(address, wide = this.picturePx) {
    return address ? html`<img src=${address} alt="" decoding="async" draggable="false" width=${wide} height=${HEIGHT_PX}>` : html`<i class="strip-blank" .style=${`width:${wide}px`}></i>`;
  }

  words(id) {
    const { told, hits } = this.contact.told;
    const [hit, ...more] = hits?.get(id) ?? [];
    const said = ["script", "text"].includes(hit?.where);
    if (hit) return html`<p class="strip-told is-hit"><span>${said ? "“" : ""}${hit.before}<mark>${hit.words}</mark>${hit.after}${said ? "”" : ""}</span>${more.length ? html` <em>and ${more.length} more</em>` : nothing}</p>`;
    return told[id]?.length ? html`<p class="strip-told">${told[id].join(" · ")}</p>` : nothing;
  }

  // ---- selecting

  /** The slides that are selected, in the order of the show. */
  get chosen() {
    return this.store.shown.order.map(([id]) => id).filter((id) => this.store.slides.has(id));
  }

  choose(id, { shiftKey = false, ctrlKey = false, metaKey = false } = {}) {
    const { store } = this;
    const order = store.shown.order.map(([one]) => one);
    if (shiftKey && this.from && order.includes(this.from)) {
      const [a, b] = [order.indexOf(this.from), order.indexOf(id)].sort((x, y) => x - y);
      store.select("slides", order.slice(a, b + 1));
    } else {
      this.from = id;
      const before = this.chosen;
      if (!ctrlKey && !metaKey) store.select("slides", [id]);
      else store.select("slides", before.includes(id) ? before.filter((one) => one !== id) : [...before, id]);
    }
    this.goTo(id);
  }

  /** Brings a slide into sight and gives it the focus. */
  goTo(id) {
    this.here = id;
    this.store.changed();
    const element = this.root.querySelector(`[data-slide="${CSS.escape(id)}"]`);
    element?.focus({ preventScroll: true });
    element?.scrollIntoView({ block: "nearest" });
  }

  open(id) {
    if (id) location.href = `${this.contact.addresses.desk}#${encodeURIComponent(id)}`;
  }

  // ---- dragging

  press(event) {
    const element = event.target.closest(".strip-slide");
    if (!element) {
      if (!event.target.closest("textarea, input, a, button")) this.store.select("slides", []);
      return;
    }
    const id = element.dataset.slide;
    event.preventDefault();
    follow(event, {
      scrolls: this.root,
      click: () => this.choose(id, event),
      start: () => {
        if (!this.store.slides.has(id)) this.choose(id);
        this.root.classList.add("is-dragging");
      },
      move: ({ event: e }) => this.point(e),
      end: () => {
        const drop = this.leaveDrag();
        if (drop) this.move(this.chosen, drop);
      },
      leave: () => this.leaveDrag(),
    });
  }

  /** Where what is dragged would be put: before the slide whose middle lies behind the pointer, in the row under it. */
  point({ clientX, clientY }) {
    const strips = [...this.root.querySelectorAll(".strip")];
    const strip = strips.find((one) => one.getBoundingClientRect().bottom > clientY) ?? strips.at(-1);
    const slides = [...strip.children].filter((one) => one.dataset.slide);
    const boxes = slides.map((one) => one.getBoundingClientRect());
    const line = boxes.filter((box) => box.top <= clientY && clientY <= box.bottom);
    const top = line[0]?.top ?? boxes.at(-1)?.top;
    let index = boxes.findIndex((box) => box.top === top && clientX < box.left + box.width / 2);
    if (index < 0) index = boxes.findLastIndex((box) => box.top === top) + 1;
    const chapter = strip.closest("[data-chapter]").dataset.chapter;
    const before = slides[index]?.dataset.slide ?? strips[strips.indexOf(strip) + 1]?.querySelector("[data-slide]")?.dataset.slide ?? null;
    this.mark(slides[index] ?? slides.at(-1), slides[index] ? "left" : "right");
    this.drop = { before, chapter };
  }

  mark(element, side) {
    const box = element.getBoundingClientRect();
    const page = this.root.getBoundingClientRect();
    this.line ??= this.root.appendChild(Object.assign(document.createElement("div"), { className: "strip-drop" }));
    this.line.style.left = `${box[side] - page.left + this.root.scrollLeft - (side === "left" ? 5 : -3)}px`;
    this.line.style.top = `${box.top - page.top + this.root.scrollTop}px`;
  }

  leaveDrag() {
    const { drop } = this;
    this.drop = null;
    this.line?.remove();
    this.line = null;
    this.root.classList.remove("is-dragging");
    return drop;
  }

  move(slides, { before, chapter }) {
    if (slides.includes(before)) {
      const order = this.store.shown.order.map(([id]) => id);
      before = order.slice(order.indexOf(before)).find((id) => !slides.includes(id)) ?? null;
    }
    this.store.edit({ do: "move-slides", slides, before, chapter });
    this.contact.notice.announce(slides.length === 1 ? "Slide moved" : `${slides.length} slides moved`);
  }

  /** Moves what is selected by one place. */
  step(by) {
    const order = this.store.shown.order.map(([id]) => id);
    const slides = this.chosen;
    if (!slides.length) return;
    const at = by < 0 ? order.indexOf(slides[0]) - 1 : order.indexOf(slides.at(-1)) + 1;
    if (at < 0 || at >= order.length) return;
    this.move(slides, { before: by < 0 ? order[at] : (order[at + 1] ?? null), chapter: "" });
  }
}

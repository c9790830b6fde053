// The timeline: ruler, lanes, playhead, zoom. Lanes draw themselves (lanes_*.js); drags are in timeline_drag.js.

import { el, minutes } from "../../site/dom.js";
import { slideAt } from "../../site/play/evaluate.js";
import { bedLane, clipLane, narrationLane } from "./lanes_sound.js";
import { cueLane, objectLane, slideLane } from "./lanes_slide.js";
import { dragTime } from "./timeline_drag.js";

const NAMES_PX = 124;
const TICKS_MS = [40, 100, 200, 500, 1000, 2000, 5000, 10000, 30000, 60000, 300000];
const TICK_PX = 74;
const MOST_SCALE = 1.2; // px a ms: one frame of 1/30 s is 40 px

export class Timeline {
  constructor(desk) {
    this.desk = desk;
    this.store = desk.store;
    this.root = document.getElementById("timeline");
    this.zoom = "slide";
    this.build();
    for (const name of ["show", "trial", "selection"]) {
      this.store.on(name, () => {
        if (name === "selection" && this.focused !== this.store.focus) this.follow();
        this.redraw();
      });
    }
    desk.stage.onMoved((time) => this.drawHead(time));
    new ResizeObserver(() => {
      if (this.zoom !== "own") this.zoomTo(this.zoom);
      this.redraw();
    }).observe(this.scroll);
    this.zoomTo("slide");
  }

  build() {
    const level = (name, label) => el("button", { "aria-pressed": "false", data: { zoom: name }, onclick: () => this.zoomTo(name) }, label);
    this.levels = el("div.tl-zoom", { role: "group", "aria-label": "Zoom" }, level("show", "Show"), level("chapter", "Chapter"), level("slide", "Slide"));
    this.ruler = el("div.tl-ruler", { title: "Drag to scrub" });
    this.names = el("div.tl-names");
    this.lanes = el("div.tl-lanes");
    this.inner = el("div.tl-inner", {}, this.names, this.lanes);
    this.scroll = el("div.tl-scroll", {}, this.inner);
    this.head = el("div.tl-head");
    this.headGrip = el("div.tl-head-grip");
    this.root.append(this.levels, this.ruler, this.scroll);
    this.scroll.addEventListener("scroll", () => this.redraw());
    this.root.addEventListener("wheel", (event) => this.wheel(event), { passive: false });
    this.ruler.addEventListener("pointerdown", (event) => this.scrub(event));
    this.lanes.addEventListener("pointerdown", (event) => {
      if (event.target.closest("button, .tl-grip, .tl-clip, .tl-build")) return;
      this.scrub(event);
    });
  }

  // ---- time and place

  get width() {
    return Math.max(100, this.scroll.clientWidth - NAMES_PX);
  }

  /** Place of a show time in the lanes, in px. */
  x(time) {
    return time * this.scale;
  }

  /** Show time under the pointer. */
  timeAt(event) {
    const left = this.scroll.getBoundingClientRect().left + NAMES_PX;
    return (event.clientX - left + this.scroll.scrollLeft) / this.scale;
  }

  get visible() {
    const from = this.scroll.scrollLeft / this.scale;
    return [from - 200 / this.scale, from + (this.width + 200) / this.scale];
  }

  zoomTo(name) {
    const { shown, focus } = this.store;
    this.zoom = name;
    let from = 0;
    let length = shown.length || 10000;
    if (name === "chapter") [from, length] = this.chapterSpan();
    if (name === "slide" && focus) {
      const own = this.store.slide.time.length;
      length = own * 2.4;
      from = this.store.start() - own * 0.7;
    }
    this.setScale((this.width * 0.97) / Math.max(400, length));
    this.redraw(true);
    this.scroll.scrollLeft = Math.max(0, this.x(from));
  }

  chapterSpan() {
    const { shown, focus } = this.store;
    const index = this.store.slideIndex(focus);
    const starts = shown.show.chapters.map((chapter) => this.store.slideIndex(chapter.first));
    const first = starts.filter((at) => at <= index).at(-1) ?? 0;
    const next = starts.find((at) => at > index) ?? shown.order.length;
    const from = shown.order[first]?.[1] ?? 0;
    return [from, (shown.order[next]?.[1] ?? shown.length) - from];
  }

  setScale(scale) {
    const least = (this.width * 0.9) / Math.max(1000, this.store.shown.length);
    this.scale = Math.min(MOST_SCALE, Math.max(least, scale));
    for (const button of this.levels.children) button.setAttribute("aria-pressed", String(button.dataset.zoom === this.zoom));
  }

  /** Closer or further, about the playhead or the pointer. */
  zoomBy(factor, time = this.desk.stage.time) {
    const offset = this.x(time) - this.scroll.scrollLeft;
    this.zoom = "own";
    this.setScale(this.scale * factor);
    this.redraw(true);
    this.scroll.scrollLeft = this.x(time) - offset;
  }

  wheel(event) {
    if (event.ctrlKey || event.altKey || event.metaKey) {
      event.preventDefault();
      this.zoomBy(Math.exp(-event.deltaY / 240), this.timeAt(event));
    } else if (event.shiftKey || Math.abs(event.deltaX) > Math.abs(event.deltaY)) {
      event.preventDefault();
      this.scroll.scrollLeft += event.deltaX || event.deltaY;
    }
  }

  /** Brings the slide in focus into view. */
  follow() {
    this.focused = this.store.focus;
    if (!this.store.slide) return;
    if (this.zoom === "slide" && !this.desk.stage.playhead.playing) {
      this.zoomTo("slide");
      return;
    }
    const left = this.x(this.store.start());
    const right = left + this.x(this.store.slide.time.length);
    const view = this.scroll.scrollLeft;
    if (left < view || right > view + this.width) this.scroll.scrollLeft = Math.max(0, left - this.width * 0.15);
  }

  // ---- drawing

  redraw(now = false) {
    if (now) {
      this.draw();
      return;
    }
    if (this.asked) return;
    this.asked = requestAnimationFrame(() => this.draw());
  }

  draw() {
    cancelAnimationFrame(this.asked);
    this.asked = 0;
    const { shown } = this.store;
    this.lanes.style.width = `${this.x(shown.length) + this.width * 0.12}px`;
    const rows = this.rows();
    this.names.replaceChildren(...rows.map((row) => row.name));
    const focus = el("div.tl-focus");
    if (this.store.slide) Object.assign(focus.style, { left: `${this.x(this.store.start())}px`, width: `${this.x(this.store.slide.time.length)}px` });
    this.lanes.replaceChildren(focus, ...rows.map((row) => row.lane), this.head);
    for (const row of rows) row.drawn?.();
    this.drawRuler();
    this.drawHead(this.desk.stage.time);
  }

  rows() {
    const { store } = this;
    const rows = [this.row("Slides", 62, slideLane(this)), this.row("Cues", 24, cueLane(this))];
    const { slide } = store;
    for (const thing of slide ? this.laneObjects() : []) {
      const media = thing.kind === "clip" || thing.kind === "sound";
      const lane = media ? clipLane(this, thing) : objectLane(this, thing);
      rows.push(this.row(slide.names[thing.id], media ? 32 : 26, lane, thing.id));
    }
    if (shownHasVoice(store.shown)) rows.push(this.row("Narration", 38, narrationLane(this)));
    for (const bed of store.shown.beds) {
      const asset = store.state.assets[bed.asset];
      rows.push(this.row(`Bed: ${asset?.name.replace(/\.[^.]+$/, "") ?? "missing"}`, 40, bedLane(this, bed)));
    }
    return rows;
  }

  /** The objects of the slide in focus: those with builds first, in the order of their builds. */
  laneObjects() {
    const { doc } = this.store.slide;
    const first = new Map();
    doc.running_order.forEach((step, place) => first.has(step.object) || first.set(step.object, place));
    const rank = (thing) => first.get(thing.id) ?? 1000 + doc.objects.length - doc.objects.indexOf(thing);
    return [...doc.objects].sort((a, b) => rank(a) - rank(b));
  }

  row(label, height, { content, drawn }, objectId = null) {
    const name = objectId
      ? el("button", { class: this.store.objects.has(objectId) ? "is-selected" : "", title: label, onclick: () => this.selectObject(objectId) }, label)
      : el("span", { title: label }, label);
    const lane = el("div.tl-lane", {}, content);
    lane.style.height = `${height}px`;
    const nameRow = el("div.tl-name", {}, name);
    nameRow.style.height = `${height}px`;
    return { name: nameRow, lane, drawn };
  }

  selectObject(id) {
    this.desk.stage.setFace("arrange");
    this.store.selectObjects([id]);
  }

  drawRuler() {
    const [from, to] = this.visible;
    const each = TICKS_MS.find((ms) => ms * this.scale >= TICK_PX) ?? TICKS_MS.at(-1);
    const ticks = [];
    for (let at = Math.max(0, Math.floor(from / each) * each); at <= to; at += each) {
      const tick = el("div.tl-tick", {}, each < 1000 ? `${minutes(at)}.${String(Math.round(at % 1000)).padStart(3, "0").replace(/0+$/, "") || "0"}` : minutes(at));
      tick.style.left = `${this.x(at) - this.scroll.scrollLeft}px`;
      ticks.push(tick);
      for (let n = 1; n < 5; n++) {
        const small = el("div.tl-tick.is-small");
        small.style.left = `${this.x(at + (each * n) / 5) - this.scroll.scrollLeft}px`;
        ticks.push(small);
      }
    }
    this.ruler.replaceChildren(...ticks, this.headGrip);
  }

  drawHead(time) {
    const x = this.x(time);
    const { playing } = this.desk.stage.playhead;
    const view = this.scroll.scrollLeft;
    if (playing && (x > view + this.width - 20 || x < view)) this.scroll.scrollLeft = Math.max(0, x - this.width * 0.1);
    this.head.style.left = `${x}px`;
    this.headGrip.style.left = `${x - this.scroll.scrollLeft}px`;
    this.headGrip.hidden = x < this.scroll.scrollLeft;
  }

  // ---- gestures

  scrub(event) {
    if (event.button !== 0) return;
    event.preventDefault();
    document.activeElement?.blur();
    const { stage } = this.desk;
    const to = (e) => stage.scrub(this.timeAt(e));
    const wasPlaying = stage.playhead.playing;
    to(event);
    const end = () => {
      document.removeEventListener("pointermove", to);
      if (!wasPlaying) stage.draw();
    };
    document.addEventListener("pointermove", to);
    document.addEventListener("pointerup", end, { once: true });
  }

  /** Starts a drag in time; see timeline_drag.js. */
  drag(event, options) {
    dragTime(this, event, options);
  }

  /** Instants that a drag snaps to: slide starts, cues, ends of builds of the slide in focus, the playhead. */
  snaps() {
    const { shown } = this.store;
    const found = [this.desk.stage.time, shown.length];
    const [from, to] = this.visible;
    for (const [id, start, length] of shown.order) {
      if (start + length < from || start > to) continue;
      found.push(start);
      for (const group of shown.slides[id].time.groups) {
        if (group.cue) found.push(start + group.start);
        if (id === this.store.focus) for (const step of group.steps) found.push(start + step.start, start + step.end);
      }
    }
    return found;
  }

  /** Slides that can be seen: [id, start, length, slide payload, number]. */
  slidesInView() {
    const { shown } = this.store;
    const [from, to] = this.visible;
    const rows = [];
    for (let i = shown.order.length ? slideAt(shown.order, from) : 0; i < shown.order.length; i++) {
      const [id, start, length] = shown.order[i];
      if (start > to) break;
      rows.push({ id, start, length, slide: shown.slides[id], number: i + 1 });
    }
    return rows;
  }
}

function shownHasVoice(shown) {
  return Object.values(shown.slides).some((slide) => slide.doc.narration);
}

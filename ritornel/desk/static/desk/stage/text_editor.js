// Writing in a text where it stands, at the size it has, turned as it is. A line in the editor is a paragraph of the text.

import { fontFamily } from "../../play/families.js";
import { newId } from "../../parts/state/ids.js";
import { Draft } from "../writing/draft.js";
import { inkOn } from "../../parts/ink.js";
import { RichEditor } from "../writing/rich.js";
import { wordsOf } from "../../parts/words.js";
import { freePlace } from "../../parts/geometry/free_place.js";
import { contains } from "../../parts/geometry/geometry.js";

const NEW_SIZE = 40;
const LEAST_WIDTH = 160;
const LEAST_SIZE = 14;
const PADDING = 12; // between words and the sides of their shape
const SLANTED = 0.15; // so much of a side is kept free in a form whose sides do not run along its box
const STRAIGHT = ["rectangle", "bubble"];

/** Opens an empty text at a point, else in the upper part of the slide or where there is room. It becomes an object with its first letter. */
export function writeNewText(desk, at = null) {
  const { store } = desk;
  const { show } = store.shown;
  const { text } = store.vocabulary.defaults;
  const look = show.letters ? { ...text, ...show.letters, role: "body" } : { ...text, size: NEW_SIZE };
  const height = look.size * look.line_height;
  const width = show.width / 2;
  const box = { x: (show.width - width) / 2, y: show.height / 5, width, height }; // what is written after it has room below
  const place = at ? { x: Math.round(at.x), y: Math.round(at.y - height / 2), width: Math.max(LEAST_WIDTH, Math.min(width, show.width - at.x)) } : freePlace(box, store.slide.document.objects, show);
  write(desk, {
    ...look, id: newId("object"), kind: "text", ...box, ...place, grows: true, paragraphs: [], colour: inkOn(store.slide.background),
  }, false);
}

/** What can be written in of what is selected: a text, a shape, or the one text of a group; null if nothing can. */
export function writable(store) {
  const things = [...store.objects].map((id) => store.object(id)).filter(Boolean);
  const [one, ...others] = things.length > 1 ? things.filter((thing) => thing.kind === "text") : things;
  if (!one || others.length || !["text", "shape"].includes(one.kind)) return null;
  return things.length === 1 || things.every((thing) => thing.group && thing.group === one.group) ? one : null;
}

/** Opens the text in a shape, or an empty one in its middle, in a group with it. */
export function writeInShape(desk, shape) {
  const middle = (thing) => ({ x: thing.x + thing.width / 2, y: thing.y + thing.height / 2 });
  const there = shape.group && desk.store.slide.document.objects.find((one) => one.kind === "text" && one.group === shape.group && contains(shape, middle(one)));
  if (there) return editText(desk, there.id);
  const { text } = desk.store.vocabulary.defaults;
  const straight = STRAIGHT.includes(shape.form);
  const [across, down] = ["width", "height"].map((side) => (straight ? Math.min(PADDING, shape[side] / 8) : shape[side] * SLANTED));
  const box = { x: shape.x + across, y: shape.y + down, width: shape.width - 2 * across, height: shape.height - 2 * down, rotation: shape.rotation };
  const size = Math.max(LEAST_SIZE, Math.min(NEW_SIZE, Math.round(box.height * 0.4)));
  const ground = shape.fill === "none" || shape.gradient ? desk.store.slide.background : shape.fill;
  const thing = { ...text, id: newId("object"), kind: "text", ...box, size, align: "centre", valign: "middle", paragraphs: [], colour: inkOn(ground) };
  return write(desk, thing, false, shape.id);
}

/** Opens the editor over a text of the slide in focus. Escape or a click elsewhere ends it. */
export function editText(desk, id) {
  const thing = desk.store.object(id);
  if (thing?.kind === "text") write(desk, thing, true);
}

function write(desk, thing, all, within = "") {
  const { store } = desk;
  desk.stage.writing?.end();
  desk.stage.writing = new Writing(desk, thing, store.focus, within);
  if (all) desk.stage.writing.editor.selectAll();
}

/** What is sent of a new text: the ink of one with a role follows its ground. */
function withoutInk({ colour, ...thing }) {
  return thing.role ? thing : { ...thing, colour };
}

class Writing {
  constructor(desk, thing, slide, within) {
    Object.assign(this, { desk, store: desk.store, thing, slide, within, isNew: !desk.store.object(thing.id) });
    this.draft = new Draft(this.store, (before, paragraphs) => this.command(before, paragraphs));
    this.over = document.getElementById("stage-over");
    this.root = document.createElement("div");
    this.root.className = "text-editor";
    this.root.dataset.prompt = "Write here";
    this.place();
    desk.stage.withhold(thing.id);
    this.over.append(this.root);
    this.over.classList.add("is-written-in");
    this.editor = new RichEditor(this.root, thing.paragraphs, {
      label: "Text",
      base: () => this.thing,
      keys: { Escape: () => (this.end(), true), "Alt-Enter": () => (this.end(), writeNewText(desk), true), "Mod-Enter": () => (document.querySelector("#book-sheet .face-button")?.focus(), true) },
      changed: (paragraphs) => this.written(paragraphs),
      selected: () => this.store.changed(),
      left: () => this.isLeft(),
    });
    this.written(thing.paragraphs, false);
    const leaving = [this.store.on("changed", () => this.follow()), this.store.on("focus", () => this.end())];
    this.leave = () => leaving.forEach((leave) => leave());
    this.watcher = new ResizeObserver(() => this.place());
    this.watcher.observe(desk.stage.frame);
    this.editor.focus();
  }

  get there() {
    return this.store.shown.slides[this.slide]?.document.objects.find((o) => o.id === this.thing.id) ?? null;
  }

  command(before, paragraphs) {
    const thing = before.slides[this.slide]?.document.objects.find((o) => o.id === this.thing.id);
    if (thing) return { do: "write-text", slide: this.slide, object: thing.id, paragraphs, was: wordsOf(thing.paragraphs).split("\n") };
    return wordsOf(paragraphs).trim() ? { do: "add-object", slide: this.slide, object: { ...withoutInk(this.thing), paragraphs }, within: this.within } : null;
  }

  written(paragraphs, changed = true) {
    this.root.classList.toggle("is-empty", !wordsOf(paragraphs) && paragraphs.every((p) => (p.marker ?? "none") === "none"));
    if (changed) this.draft.write(paragraphs);
  }

  /** Writing goes on while the sheet beside it is used. */
  isLeft() {
    const beside = document.activeElement?.closest("#book-sheet, .menu, dialog");
    if (!this.ended && !beside && !this.editor.view.hasFocus()) this.end();
  }

  /** Sets how the selected letters or lines look; all of the text where none are. */
  style(values) {
    if (this.ended) return;
    this.editor.style(values);
    this.editor.focus();
  }

  /** What was written elsewhere goes in; a text that was taken away elsewhere ends the writing. */
  follow() {
    const { there } = this;
    if (there) {
      this.thing = there;
      if (!this.seen && there.group) this.desk.arranging.openGroup(there);
      else if (!this.seen) this.store.select("objects", [there.id]);
      this.seen = true;
      this.editor.adopt(there.paragraphs);
      this.place();
    } else if (this.seen && this.editor.text) {
      this.end();
    }
  }

  place() {
    const { thing, root } = this;
    const { scale, corner } = this.desk.arranging;
    const sides = { top: "flex-start", middle: "center", bottom: "flex-end" };
    Object.assign(root.style, {
      left: `${thing.x * scale + corner.x}px`,
      top: `${thing.y * scale + corner.y}px`,
      width: `${thing.width}px`,
      minHeight: `${thing.height}px`,
      transform: `scale(${scale}) translate(${thing.width / 2}px, ${thing.height / 2}px) rotate(${thing.rotation}deg) translate(${-thing.width / 2}px, ${-thing.height / 2}px)`,
      fontFamily: fontFamily(thing.font),
      fontSize: `${thing.size}px`,
      fontWeight: thing.weight,
      fontStyle: thing.italic ? "italic" : "normal",
      lineHeight: thing.line_height,
      textAlign: thing.align === "centre" ? "center" : thing.align,
      justifyContent: sides[thing.valign],
      color: thing.colour === "none" ? "transparent" : thing.colour,
      webkitTextStroke: thing.outline === "none" ? "" : `${thing.outline_width}px ${thing.outline}`,
    });
    root.style.setProperty("--size", `${thing.size}px`);
    root.style.setProperty("--gap", `calc(${thing.gap} * var(--size))`);
  }

  /** Sends what was written. A text that is left empty is taken away, but for one that the style has a place for. */
  end() {
    if (this.ended) return;
    this.ended = true;
    const empty = !this.editor.text.trim();
    const { there } = this;
    this.leave();
    this.watcher.disconnect();
    if (empty && there && (this.isNew || !this.thing.role)) this.remove();
    else this.draft.send();
    this.editor.destroy();
    this.root.remove();
    this.over.classList.remove("is-written-in");
    this.desk.stage.withhold(null);
    this.desk.stage.writing = null;
    if (!empty && this.store.focus === this.slide) this.store.select("objects", [this.thing.id]);
  }

  remove() {
    this.draft.send();
    this.store.edit({ do: "delete-objects", slide: this.slide, objects: [this.thing.id] });
  }
}

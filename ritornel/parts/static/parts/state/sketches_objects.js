// Sketches of commands on objects.

import { inkOn } from "../ink.js";
import { mergedWords } from "./merging.js";
import { withSlide } from "./states.js";
import { drawnBetween } from "../geometry/line_ends.js";
import { wordsOf } from "../words.js";

const COPY_OFFSET = 24;
const OF_A_TEXT = ["font", "weight", "italic", "size", "colour", "valign", "line_height", "outline", "outline_width"];
const BOX = ["x", "y", "width", "height", "rotation", "opacity"];

export const OBJECT_SKETCHES = {
  "add-object": (state, { slide, object, within = "" }, defaults) =>
    withSlide(state, slide, (s) => {
      if (!object.id) return s;
      const outer = s.document.objects.find((o) => o.id === within);
      const group = outer ? outer.group || object.id : "";
      const around = outer ? withValues(s, { [within]: { group } }) : s;
      const ink = object.role && !object.colour ? { colour: inkOn(s.background) } : {}; // the answer has what can be read there
      return withObject(around, { ...defaults[object.kind], lineage: object.id, ...ink, ...object, ...(outer ? { group } : {}) }, { behind: outer?.id });
    }),

  "set-objects": (state, { slide, values }, defaults) =>
    withSlide(state, slide, (s) => {
      const kinds = new Map(s.document.objects.map((o) => [o.id, o.kind]));
      const whole = (id, set) => Object.fromEntries(Object.entries(set).map(([name, value]) => [name, value ?? defaults[kinds.get(id)]?.[name] ?? value]));
      return withValues(s, Object.fromEntries(Object.entries(values).map(([id, set]) => [id, whole(id, set)])));
    }),

  "write-text": (state, { slide, object, paragraphs, was }) =>
    withSlide(state, slide, (s) => {
      const thing = s.document.objects.find((o) => o.id === object);
      if (!thing) return s;
      const mine = wordsOf(paragraphs);
      const merged = mergedWords((was ?? []).join("\n"), mine, wordsOf(thing.paragraphs));
      const lines = merged.split("\n").map((text, n) => ({ ...thing.paragraphs[n], runs: [], text }));
      return withValues(s, { [object]: { paragraphs: merged === mine ? paragraphs : lines } });
    }),

  "style-texts": (state, { slide, objects, values }) =>
    withSlide(state, slide, (s) => {
      const whole = Object.fromEntries(Object.entries(values).filter(([name, value]) => OF_A_TEXT.includes(name) && value !== null));
      const plain = s.document.objects.filter((o) => objects.includes(o.id) && o.kind === "text" && o.paragraphs.every((p) => !p.runs?.length));
      return withValues(s, Object.fromEntries(plain.map((o) => [o.id, whole])));
    }),

  "delete-objects": (state, { slide, objects }) => withSlide(state, slide, (s) => withoutObjects(s, new Set(objects))),

  "duplicate-objects": (state, { slide, objects, ids, by = [COPY_OFFSET, COPY_OFFSET] }) =>
    withSlide(state, slide, (s) => {
      return withCopies(s, s.document.objects.filter((o) => objects.includes(o.id)), ids, by);
    }),

  "paste-objects": (state, { slide, objects, ids }, defaults) =>
    withSlide(state, slide, (s) => {
      const whole = objects.map((thing) => ({ ...defaults[thing.kind], lineage: thing.id, ...thing }));
      const there = new Set(s.document.objects.map((o) => `${o.lineage} ${o.x} ${o.y}`));
      const aside = whole.some((o) => there.has(`${o.lineage} ${o.x} ${o.y}`)) ? COPY_OFFSET : 0;
      return withCopies(s, whole, ids, [aside, aside]);
    }),

  "draw-path": (state, { slide, points, closed = false, id, values }, defaults) =>
    withSlide(state, slide, (s) => {
      const [xs, ys] = [points.map(([x]) => x), points.map(([, y]) => y)];
      const [x, y] = [Math.min(...xs), Math.min(...ys)];
      const [width, height] = [Math.max(1, Math.max(...xs) - x), Math.max(1, Math.max(...ys) - y)];
      const thing = { ...defaults.shape, kind: "shape", id, lineage: id, form: "path", path: undefined, x, y, width, height, fill: undefined, line_width: 4, ...values };
      const way = points.map(([px, py]) => `${px - x},${py - y}`).join(" ");
      const svg = `<svg width="${width}" height="${height}" overflow="visible"><poly${closed ? "gon" : "line"} points="${way}" fill="none" stroke="${thing.line}" stroke-width="${thing.line_width}"/></svg>`;
      return withObject(s, thing, { node: { kind: "shape", svg }, name: "" });
    }),

  "group-objects": (state, { slide, objects, group = "" }) =>
    withSlide(state, slide, (s) => {
      const members = s.document.objects.filter((o) => objects.includes(o.id));
      if (members.length < 2) return s;
      const nearest = s.document.objects.indexOf(members.at(-1));
      const rest = (from, to) => s.document.objects.slice(from, to).filter((o) => !members.includes(o));
      const together = [...rest(0, nearest), ...members.map((o) => ({ ...o, group })), ...rest(nearest + 1)];
      const places = new Map(together.map((o, n) => [o.id, n]));
      const nodes = s.nodes.toSorted((one, other) => (places.get(one.object) ?? -1) - (places.get(other.object) ?? -1));
      return { ...s, document: { ...s.document, objects: together }, nodes };
    }),

  "ungroup-objects": (state, { slide, objects }) =>
    withSlide(state, slide, (s) => withValues(s, Object.fromEntries(objects.map((id) => [id, { group: "" }])))),

  restack: (state, { slide, objects, to = null, before = "" }) =>
    withSlide(state, slide, (s) => {
      if (to === "nearer" || to === "further") return s;
      const sorted = (things, id) => {
        const moved = things.filter((thing) => objects.includes(id(thing)));
        const rest = things.filter((thing) => !objects.includes(id(thing)));
        const found = rest.findIndex((thing) => id(thing) === before);
        const at = to === "back" ? 0 : to === "front" || found < 0 ? rest.length : found;
        return [...rest.slice(0, at), ...moved, ...rest.slice(at)];
      };
      return { ...s, document: { ...s.document, objects: sorted(s.document.objects, (o) => o.id) }, nodes: sorted(s.nodes, (n) => n.object) };
    }),
};

/** The slide with a thing on it, in front of all, or of the one that it is `behind`; `node` is its drawing if there is one. */
function withObject(slide, thing, { node = null, name = nameOf(thing), behind = null } = {}) {
  const seen = ["picture", "clip"].includes(thing.kind) ? { asset: thing.asset } : {};
  const shown = node ?? { alt: thing.alt || thing.name || undefined, kind: thing.kind, ...seen, sketch: thing };
  const placed = { ...shown, key: thing.id, object: thing.id, ...Object.fromEntries(BOX.map((field) => [field, thing[field]])) };
  return {
    ...slide,
    document: { ...slide.document, objects: placedAfter(slide.document.objects, thing, (o) => o.id === behind) },
    nodes: placedAfter(slide.nodes, placed, (n) => n.object === behind),
    names: name ? { ...slide.names, [thing.id]: name } : slide.names,
  };
}

function placedAfter(things, thing, isBefore) {
  const at = things.findLastIndex(isBefore);
  return at < 0 ? [...things, thing] : things.toSpliced(at + 1, 0, thing);
}

/** The slide with copies of things, at places `by` away; one that stands on it already lends its drawing. */
function withCopies(slide, things, ids, by) {
  return things.reduce((made, thing, n) => {
    if (!ids?.[n]) return made;
    const copy = { ...thing, id: ids[n], x: thing.x + by[0], y: thing.y + by[1], group: thing.group ? undefined : thing.group };
    const drawn = slide.nodes.find((one) => one.object === thing.id);
    const node = drawn && { ...drawn, x: copy.x, y: copy.y, parts: drawn.parts?.map((p, i) => ({ ...p, key: `${copy.id}/${i}` })) };
    return withObject(made, copy, { node, name: slide.names[thing.id] });
  }, slide);
}

function nameOf(thing) {
  const words = wordsOf(thing.paragraphs).trim().split("\n")[0];
  return thing.name || words || { text: "Empty text", shape: capital(thing.form ?? ""), line: "Line" }[thing.kind];
}

function capital(word) {
  return word.charAt(0).toUpperCase() + word.slice(1);
}

function withValues(slide, values) {
  const objects = slide.document.objects.map((o) => (values[o.id] ? { ...o, ...values[o.id] } : o));
  const found = (things, id) => things.find((o) => o.id === id);
  const nodes = slide.nodes.map((node) => (values[node.object] ? withBox(node, values[node.object], found(objects, node.object), found(slide.document.objects, node.object)) : node));
  return { ...slide, document: { ...slide.document, objects }, nodes };
}

/** A node in another box; its picture is stretched to it, and a text shows its new words, until the answer comes. */
function withBox(shown, values, thing, before) {
  const node = values.hidden === undefined ? shown : { ...shown, hidden: values.hidden };
  if (thing?.kind === "line" && node.svg) return { ...node, opacity: thing.opacity, stretched: true, ...drawnBetween(node, before, thing) };
  const box = Object.fromEntries(BOX.filter((field) => values[field] !== undefined).map((field) => [field, values[field]]));
  const changed = { ...node, ...box };
  if (values.paragraphs) return { ...changed, parts: undefined, sketch: thing };
  return node.sketch ? { ...changed, sketch: thing } : changed;
}

function withoutObjects(slide, gone) {
  const kept = (things, id) => things.filter((thing) => !gone.has(id(thing)));
  return {
    ...slide,
    document: {
      ...slide.document,
      objects: kept(slide.document.objects, (o) => o.id),
      running_order: slide.document.running_order.filter((step) => !gone.has(step.object)),
    },
    nodes: kept(slide.nodes, (n) => n.object),
  };
}

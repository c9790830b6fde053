// Paragraphs with their runs as a document of ProseMirror, and back. Places of runs count characters (code points), those
// of ProseMirror UTF-16 units.

import { fontFamily } from "../../play/families.js";
import { Schema } from "../../site/vendor/prosemirror.js";

const LOOKS = {
  font: (value) => `font-family: ${fontFamily(value)}`,
  weight: (value) => `font-weight: ${value}`,
  italic: (value) => `font-style: ${value ? "italic" : "normal"}`,
  underline: (value) => `text-decoration: ${value ? "underline" : "none"}`,
  size: (value) => `font-size: ${value}px`,
  colour: (value) => `color: ${value}`,
  link: () => "text-decoration: underline",
};

/** In what a run can differ from its text. */
export const RUN_FIELDS = Object.keys(LOOKS);

/** What a paragraph can say of itself, and what it says where it says nothing. */
export const LINE_DEFAULTS = { align: null, marker: "none", level: 0, space_before: null };

const marks = Object.fromEntries(RUN_FIELDS.map((field) => [field, {
  attrs: { value: {} },
  inclusive: field !== "link",
  toDOM: (mark) => ["span", { style: LOOKS[field](mark.attrs.value), "data-run": JSON.stringify({ [field]: mark.attrs.value }) }, 0],
  parseDOM: [{ tag: "span[data-run]", consuming: false, getAttrs: (element) => ownValue(element, field) }],
}]));

export const RICH = new Schema({
  nodes: {
    doc: { content: "line+" },
    line: {
      content: "text*",
      attrs: Object.fromEntries(Object.entries(LINE_DEFAULTS).map(([name, value]) => [name, { default: value }])),
      toDOM: ({ attrs }) => ["div", { style: lineStyle(attrs), "data-marker": attrs.marker, "data-level": attrs.level, dir: "auto" }, 0],
      parseDOM: [{ tag: "div[data-marker]", getAttrs: ({ dataset }) => ({ marker: dataset.marker, level: Number(dataset.level) || 0 }) }, { tag: "div" }, { tag: "p" }, { tag: "li" }],
    },
    text: {},
  },
  marks,
});

/** What was copied here keeps its look; what comes from elsewhere has none. */
function ownValue(element, field) {
  try {
    const { [field]: value } = JSON.parse(element.dataset.run);
    return value === undefined ? false : { value };
  } catch {
    return false;
  }
}

function lineStyle({ align, level, marker, space_before: before }) {
  const deep = level + (marker === "none" ? 0 : 1);
  const styles = [`--deep: ${deep}`];
  if (align) styles.push(`text-align: ${align === "centre" ? "center" : align}`);
  if (before !== null) styles.push(`--before: calc(${before} * var(--size))`);
  return styles.join("; ");
}

/** A document of a text's paragraphs; at least one line. */
export function documentOf(paragraphs) {
  const lines = paragraphs.map((paragraph) => RICH.node("line", attrsOf(paragraph), piecesOf(paragraph)));
  return RICH.node("doc", null, lines.length ? lines : [RICH.node("line")]);
}

function attrsOf(paragraph) {
  return Object.fromEntries(Object.keys(LINE_DEFAULTS).map((name) => [name, paragraph[name] ?? LINE_DEFAULTS[name]]));
}

function piecesOf({ text = "", runs = [] }) {
  const letters = [...text];
  const pieces = [];
  let reached = 0;
  const add = (end, run) => {
    const words = letters.slice(reached, end).join("");
    if (words) pieces.push(RICH.text(words, marksOf(run)));
    reached = Math.max(reached, end);
  };
  for (const run of runs) {
    add(run.start, {});
    add(run.end, run);
  }
  add(letters.length, {});
  return pieces;
}

function marksOf(run) {
  return RUN_FIELDS.filter((field) => run[field] !== undefined && run[field] !== null && run[field] !== "").map((field) => RICH.marks[field].create({ value: run[field] }));
}

/** The paragraphs that a document says, with defaults left out. */
export function paragraphsOf(doc) {
  const paragraphs = [];
  doc.forEach((line) => {
    const runs = [];
    let at = 0;
    line.forEach((piece) => {
      const end = at + [...piece.text].length;
      if (piece.marks.length) runs.push({ start: at, end, ...Object.fromEntries(piece.marks.map((mark) => [mark.type.name, mark.attrs.value])) });
      at = end;
    });
    const own = Object.entries(line.attrs).filter(([name, value]) => value !== LINE_DEFAULTS[name]);
    paragraphs.push({ text: line.textContent, ...(runs.length ? { runs } : {}), ...Object.fromEntries(own) });
  });
  return paragraphs;
}

/** The place in a document for an offset in its words. */
export function placeAt(doc, offset) {
  let place = 1;
  for (let n = 0; n < doc.childCount; n++) {
    const { size } = doc.child(n).content;
    if (offset <= size) return place + offset;
    offset -= size + 1;
    place += size + 2;
  }
  return doc.content.size - 1;
}

/** The offset in a document's words of a place in it. */
export function offsetAt(doc, place) {
  return doc.textBetween(0, Math.min(place, doc.content.size), "\n").length;
}

// The script as a document: one passage for each cue, and one before the first; a cue's mark is an atom among the words.
//
// The document always has the passages that the engine finds in its text (passages.js, core/time/script.py): whatever is
// typed, pasted or dragged, it is put in order again, and the caret stays between the same letters.

import { Fragment, Schema } from "../../site/vendor/prosemirror.js";
import { passagesOf } from "./passages.js";

export const SCRIPT = new Schema({
  nodes: {
    doc: { content: "passage+" },
    passage: {
      content: "(text | mark)*",
      whitespace: "pre",
      attrs: { cue: { default: 0 } },
      toDOM: () => ["div", { class: "passage" }, 0],
      parseDOM: [{ tag: "div.passage", preserveWhitespace: "full" }],
    },
    mark: {
      group: "inline",
      inline: true,
      atom: true,
      selectable: true,
      attrs: { cue: {} },
      leafText: (node) => `[${node.attrs.cue}]`,
      toDOM: (node) => ["span", { class: "cue-disc", "data-mark": node.attrs.cue, title: `Cue ${node.attrs.cue}: drag it to the words that call for it` }, String(node.attrs.cue)],
      parseDOM: [{ tag: "span[data-mark]", getAttrs: (element) => ({ cue: Number(element.dataset.mark) }) }],
    },
    text: { group: "inline" },
  },
});

const MARK = /\[([0-9]{1,9})\]/g;

/** Words with marks in them as nodes: "One [1] two" is a text, a mark, a text. */
export function inline(words) {
  const nodes = [];
  let taken = 0;
  for (const match of words.matchAll(MARK)) {
    if (match.index > taken) nodes.push(SCRIPT.text(words.slice(taken, match.index)));
    nodes.push(SCRIPT.node("mark", { cue: Number(match[1]) }));
    taken = match.index + match[0].length;
  }
  if (taken < words.length) nodes.push(SCRIPT.text(words.slice(taken)));
  return Fragment.from(nodes);
}

/** A script as a document for a slide with so many cues. */
export function documentOf(script, cues) {
  const passages = passagesOf(script, cues).map(({ text, marked }, cue) => {
    const head = marked && cue ? Fragment.from(SCRIPT.node("mark", { cue })) : Fragment.empty;
    return SCRIPT.node("passage", { cue }, head.append(inline(text)));
  });
  return SCRIPT.node("doc", null, passages);
}

/** The script that a document holds, as it is kept. */
export function scriptIn(doc) {
  const pieces = [];
  doc.forEach((passage) => {
    const { cue } = passage.attrs;
    const own = passage.firstChild?.type.name === "mark" && passage.firstChild.attrs.cue === cue && cue;
    const words = wordsOf(passage).slice(own ? `[${cue}]`.length : 0).trim();
    const stray = !own && holdsMark(doc, cue);
    if (cue && (own || (words && !stray))) pieces.push(words ? `[${cue}] ${words}` : `[${cue}]`);
    else if (words) pieces.push(words);
  });
  return pieces.join(" ");
}

function wordsOf(passage) {
  return passage.textBetween(0, passage.content.size, null, (leaf) => `[${leaf.attrs.cue}]`);
}

function holdsMark(doc, cue) {
  return marksIn(doc).some((mark) => mark.cue === cue);
}

/** The marks of a document with their places: [{cue, at}]. */
export function marksIn(doc) {
  const found = [];
  doc.descendants((node, at) => {
    if (node.type.name === "mark") found.push({ cue: node.attrs.cue, at });
  });
  return found;
}

/**
 * A document with its passages where its marks are, or null if they are there already. `unmarked` are cues that lost their
 * mark just now: their words go to the cue before. Letters and marks are counted through, passages aside, by
 * `countedAt` and `placeOf`, so that places can be found again.
 */
export function inOrder(doc, cues, unmarked = new Set()) {
  const items = [];
  doc.forEach((passage) => passage.forEach((node) => items.push({ node, passage })));
  const bounds = boundsOf(doc, items, cues, unmarked);
  const passages = Array.from({ length: cues + 1 }, (_, cue) => SCRIPT.node("passage", { cue }, cut(items, bounds[cue], bounds[cue + 1])));
  const ordered = SCRIPT.node("doc", null, passages);
  return ordered.eq(doc) ? null : ordered;
}

/** Where each passage begins, counted through: at its mark; without one, where it was if that is possible. */
function boundsOf(doc, items, cues, unmarked) {
  const first = new Map();
  const begins = new Map();
  let count = 0;
  doc.forEach((passage) => {
    begins.set(passage.attrs.cue, count);
    count += passage.content.size;
  });
  let at = 0;
  for (const { node } of items) {
    if (node.type.name === "mark" && node.attrs.cue >= 1 && node.attrs.cue <= cues && !first.has(node.attrs.cue)) first.set(node.attrs.cue, at);
    at += node.nodeSize;
  }
  const bounds = Array(cues + 2).fill(count);
  for (let cue = cues; cue >= 1; cue--) bounds[cue] = first.get(cue) ?? (unmarked.has(cue) ? bounds[cue + 1] : keptPlace(begins, cue, bounds[cue + 1], first));
  bounds[0] = 0;
  for (let cue = 1; cue <= cues; cue++) {
    const ownMark = cue > 1 && first.get(cue - 1) === bounds[cue - 1] ? 1 : 0;
    bounds[cue] = Math.max(bounds[cue - 1] + ownMark, bounds[cue]);
  }
  return bounds;
}

/** A cue without a mark stands just before the next that has one; what is typed in its own passage stays there. */
function keptPlace(begins, cue, next, first) {
  const own = begins.get(cue);
  if (own === undefined || own > next) return next;
  const reached = [...first.entries()].filter(([other]) => other < cue).map(([, at]) => at + 1);
  return Math.max(own, ...reached, 0);
}

/** The letters and marks between two counts; words that come from two passages stay words apart. */
function cut(items, from, to) {
  const nodes = [];
  let at = 0;
  let last = null;
  for (const { node, passage } of items) {
    const end = at + node.nodeSize;
    if (end > from && at < to) {
      const part = node.isText ? node.cut(Math.max(0, from - at), Math.min(node.nodeSize, to - at)) : node;
      if (last && last.passage !== passage && last.part.isText && part.isText && /\S$/.test(last.part.text) && /^\S/.test(part.text)) nodes.push(SCRIPT.text(" "));
      nodes.push(part);
      last = { passage, part };
    }
    at = end;
  }
  return Fragment.from(nodes);
}

/** How many letters and marks lie before a place in a document. */
export function countedAt(doc, place) {
  let count = 0;
  let begin = 0;
  for (let n = 0; n < doc.childCount; n++) {
    const { nodeSize, content } = doc.child(n);
    if (place <= begin + nodeSize - 1) return count + Math.max(0, place - begin - 1);
    count += content.size;
    begin += nodeSize;
  }
  return count;
}

/** The place in a document after so many letters and marks: in the last passage that it can be in, or in the first. */
export function placeOf(doc, count, first = false) {
  let begin = 0;
  let found = 1;
  for (let n = 0; n < doc.childCount; n++) {
    const { nodeSize, content } = doc.child(n);
    if (count < 0) break;
    if (count <= content.size) found = begin + 1 + count;
    if (first && count <= content.size) break;
    count -= content.size;
    begin += nodeSize;
  }
  return found;
}

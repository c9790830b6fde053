// The editor of the script: ProseMirror over the passages of the slide, with the builds of each cue under its words.

import { follow } from "../../site/gesture.js";
import { baseKeymap, EditorState, EditorView, keymap, Plugin, Slice, TextSelection } from "../../site/vendor/prosemirror.js";
import { change } from "../../parts/state/merging.js";
import { keptMarks } from "./kept_marks.js";
import { countedAt, documentOf, inline, inOrder, marksIn, placeOf, SCRIPT, scriptIn } from "./script_document.js";

const TYPED_MARK = /\[([0-9]{1,4})\]/;

/** `changed(script)` is called at every change that is made here; `passage(cue)` makes what stands around a passage. */
export class ScriptEditor {
  constructor(root, { changed, passage, left, selected, split }) {
    this.cues = 0;
    const keys = {
      "Mod-Enter": (state, dispatch) => (dispatch && split(this.placeInScript), true),
      Enter: (state, dispatch) => (dispatch?.(state.tr.insertText("\n")), true),
      Escape: () => (this.view.dom.blur(), true),
      Backspace: deleteMark("nodeBefore"),
      Delete: deleteMark("nodeAfter"),
    };
    this.plugins = [keymap(keys), keymap(baseKeymap), new Plugin({ appendTransaction: (made, before, state) => this.putInOrder(made, before, state) })];
    this.view = new EditorView(root, {
      state: this.stateOf(documentOf("", 0)),
      attributes: { role: "textbox", "aria-multiline": "true", "aria-label": "Script", spellcheck: "true" },
      nodeViews: { passage: (node) => passage(node) },
      handlePaste: (view, event) => this.paste(event.clipboardData.getData("text/plain")),
      clipboardTextSerializer: (slice) => slice.content.textBetween(0, slice.content.size, "\n", (leaf) => `[${leaf.attrs.cue}]`),
      handleDOMEvents: { pointerdown: (view, event) => this.press(event), blur: () => (left(), false) },
      dispatchTransaction: (transaction) => {
        this.view.updateState(this.view.state.apply(transaction));
        if (transaction.docChanged && !transaction.getMeta("adopted")) changed(this.script);
        if ((transaction.selectionSet || transaction.docChanged) && !transaction.getMeta("adopted")) selected();
      },
    });
  }

  get script() {
    return scriptIn(this.view.state.doc);
  }

  /** Where the caret is in the script as it is kept, in characters. */
  get placeInScript() {
    const { doc, selection } = this.view.state;
    const { tr } = this.view.state;
    return scriptIn(tr.delete(selection.head, doc.content.size - 1).doc).length;
  }

  /** Whether anything is said. */
  get hasWords() {
    return Boolean(this.view.state.doc.textContent.trim());
  }

  get hasFocus() {
    return this.view.hasFocus();
  }

  stateOf(doc) {
    return EditorState.create({ doc, plugins: this.plugins });
  }

  /** Begins another script, on another slide. */
  begin(script, cues) {
    this.cues = cues;
    this.view.updateState(this.stateOf(documentOf(script, cues)));
  }

  /** Takes over a script that is not what was written here, and leaves the caret between the same letters. */
  adopt(script, cues) {
    if (this.view.composing || (cues === this.cues && script === this.script)) return;
    this.cues = cues;
    const { doc, tr, selection } = this.view.state;
    const next = documentOf(script, cues);
    if (next.eq(doc)) return;
    const place = between(doc, next);
    const replaced = tr.replaceWith(0, doc.content.size, next.content).setMeta("adopted", true);
    replaced.setSelection(TextSelection.between(replaced.doc.resolve(place(selection.anchor)), replaced.doc.resolve(place(selection.head))));
    this.view.dispatch(replaced);
  }

  focus() {
    this.view.focus();
  }

  /** After every change: marks that were typed become marks, and the passages are where the marks are. */
  putInOrder(made, before, state) {
    if (!made.some((one) => one.docChanged) || made.some((one) => one.getMeta("adopted"))) return null;
    const tr = state.tr;
    const typed = typedMark(tr.doc);
    if (typed) {
      without(tr, typed.cue);
      const { from, to } = typedMark(tr.doc);
      tr.replaceWith(from, to, SCRIPT.node("mark", { cue: typed.cue }));
    }
    restoreMarks(before.doc, tr);
    const there = new Set(marksIn(tr.doc).map((mark) => mark.cue));
    const unmarked = new Set(marksIn(before.doc).map((mark) => mark.cue).filter((cue) => !there.has(cue)));
    const ordered = inOrder(tr.doc, this.cues, unmarked);
    if (ordered) {
      const place = between(tr.doc, ordered)(tr.selection.head);
      tr.replaceWith(0, tr.doc.content.size, ordered.content);
      tr.setSelection(TextSelection.near(tr.doc.resolve(place)));
    }
    return tr.docChanged ? tr : null;
  }

  paste(text) {
    const { tr } = this.view.state;
    for (const { cue } of marksOf(text)) without(tr, cue);
    this.view.dispatch(tr.replaceSelection(new Slice(inline(text), 0, 0)).scrollIntoView());
    return true;
  }

  /** The words that are selected: {word, words, at}, the number of the first in the script, marks aside; null for none. */
  get selectedWords() {
    const { doc, selection } = this.view.state;
    if (selection.empty || selection.node) return null;
    const plain = (from, to) => doc.textBetween(from, to, " ", () => " ");
    const words = plain(selection.from, selection.to).trim();
    if (!words) return null;
    const before = plain(0, selection.from);
    const inside = /\S$/.test(before) && /^\S/.test(plain(selection.from, selection.to)) ? 1 : 0;
    return { word: before.split(/\s+/).filter(Boolean).length - inside, words, at: this.view.coordsAtPos(selection.to) };
  }

  /** The disc of a cue is dragged to the words that call for it. */
  press(event) {
    const disc = event.target.closest?.("[data-mark]");
    if (!disc) return false;
    event.preventDefault();
    const cue = Number(disc.dataset.mark);
    let place = null;
    follow(event, {
      scrolls: this.view.dom.closest(".book-page"),
      move: ({ x, y }) => {
        place = this.wordAt(x, y);
        if (place) this.view.dispatch(this.view.state.tr.setSelection(TextSelection.create(this.view.state.doc, place.from, place.to)));
      },
      end: () => place && this.mark(cue, place.from),
    });
    return true;
  }

  /** Puts the mark of a cue before a place in the document. */
  mark(cue, place) {
    const { tr } = this.view.state;
    without(tr, cue);
    tr.insert(tr.mapping.map(place), SCRIPT.node("mark", { cue }));
    this.view.dispatch(tr);
  }

  /** The word at a point of the page, or the place where there is none. */
  wordAt(x, y) {
    const found = this.view.posAtCoords({ left: x, top: y });
    if (!found) return null;
    const { doc } = this.view.state;
    const place = doc.resolve(found.pos);
    if (place.parent.type.name !== "passage") return null;
    const text = place.parent.textBetween(0, place.parent.content.size, null, " ");
    let from = place.parentOffset;
    while (from > 0 && /\S/.test(text[from - 1])) from--;
    let to = from;
    while (to < text.length && /\S/.test(text[to])) to++;
    return { from: place.start() + from, to: place.start() + to };
  }
}

/** Puts marks back that went with words written anew; one that was deleted by itself was asked for. */
function restoreMarks(before, tr) {
  const there = new Set(marksIn(tr.doc).map((mark) => mark.cue));
  const lost = marksIn(before).filter((mark) => !there.has(mark.cue));
  if (!lost.length || wordsIn(before) === wordsIn(tr.doc)) return;
  const counted = lost.map(({ cue, at }) => ({ cue, at: countedAt(before, at) }));
  const kept = keptMarks(linear(before), linear(tr.doc), counted);
  const caret = countedAt(tr.doc, tr.selection.head);
  for (const { cue, at } of kept.toReversed()) tr.insert(placeOf(tr.doc, at), SCRIPT.node("mark", { cue }));
  const passed = kept.filter(({ at }) => at < caret).length;
  tr.setSelection(TextSelection.near(tr.doc.resolve(placeOf(tr.doc, caret + passed, true)), -1));
}

function wordsIn(doc) {
  return doc.textBetween(0, doc.content.size, " ", () => "");
}

/** Deletes the mark beside the caret, if there is one: a browser would take its look over to the words. */
function deleteMark(side) {
  return (state, dispatch) => {
    const { empty, $from } = state.selection;
    if (!empty || $from[side]?.type.name !== "mark") return false;
    const from = side === "nodeBefore" ? $from.pos - 1 : $from.pos;
    dispatch?.(state.tr.delete(from, from + 1));
    return true;
  };
}

/** Where places of one document are in another: between the same letters. */
function between(doc, next) {
  const { start, end, text } = change(linear(doc), linear(next));
  const moved = (count) => (count <= start ? count : count >= end ? count + text.length - (end - start) : start + text.length);
  const ends = (at) => doc.resolve(at).parentOffset > 0; // what is written on goes on where it stands
  return (at) => Math.min(placeOf(next, moved(countedAt(doc, at)), ends(at)), next.content.size - 1);
}

/** A document as one text, each mark one letter of its own. */
function linear(doc) {
  return doc.textBetween(0, doc.content.size, null, (leaf) => String.fromCharCode(0xe000 + (leaf.attrs.cue % 0x1000)));
}

function marksOf(text) {
  return [...text.matchAll(new RegExp(TYPED_MARK, "g"))].map((match) => ({ cue: Number(match[1]) }));
}

/** The first mark that was typed as text: its cue and place. */
function typedMark(doc) {
  let found = null;
  doc.descendants((node, at) => {
    const match = !found && node.isText ? node.text.match(TYPED_MARK) : null;
    if (match) found = { cue: Number(match[1]), from: at + match.index, to: at + match.index + match[0].length };
  });
  return found;
}

/** Takes the marks of a cue out of a transaction's document. */
function without(tr, cue) {
  for (const { at } of marksIn(tr.doc).filter((mark) => mark.cue === cue).reverse()) tr.delete(at, at + 1);
}

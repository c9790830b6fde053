// The editor of a text on the stage, by ProseMirror: runs and lists; what is pasted from elsewhere comes as words.

import { baseKeymap, EditorState, EditorView, keymap, splitBlockAs, TextSelection } from "../../site/vendor/prosemirror.js";
import { change } from "../../parts/state/merging.js";
import { documentOf, offsetAt, paragraphsOf, placeAt, RICH, RUN_FIELDS } from "./rich_document.js";
import { wordsOf } from "../../parts/words.js";

const DEEPEST = 5;
const LIST_SIGN = /^(?:([-*•–])|[0-9]{1,3}[.)])$/;

/** What was pasted, without styles and scripts of elsewhere (what our own editor copies says all in data), its line breaks as lines. */
function unstyled(pasted) {
  const words = pasted.replace(/<(script|style)\b.*?<\/\1\s*>/gis, "").replace(/<br[^>]*>/gi, "</p><p>");
  return words.replace(/<[^>]+>/g, (tag) => tag.replace(/\s(?!data-)[\w:-]+\s*=\s*("[^"]*"|'[^']*'|[^\s>]+)/g, ""));
}

/**
 * An editor of a text's paragraphs in `root`. `base()` gives the text's own style. `changed(paragraphs)` is called at
 * every change that is made in it, `selected()` when its selection is another, `left()` when the focus has left it.
 */
export class RichEditor {
  constructor(root, paragraphs, { label, base, changed, selected, left, keys = {} }) {
    this.base = base;
    const own = {
      Enter: (state, dispatch) => this.leaveList(state, dispatch) || anotherLine(state, dispatch),
      Backspace: (state, dispatch) => this.atStart(state) && this.leaveList(state, dispatch, false),
      Tab: () => this.deepen(1),
      "Shift-Tab": () => this.deepen(-1),
      "Mod-b": () => this.toggle("weight", 600, 400),
      "Mod-i": () => this.toggle("italic", true, false),
      "Mod-u": () => this.toggle("underline", true, false),
    };
    this.view = new EditorView(root, {
      state: EditorState.create({ doc: documentOf(paragraphs), plugins: [keymap(keys), keymap(own), keymap(baseKeymap)] }),
      attributes: { role: "textbox", "aria-multiline": "true", "aria-label": label, spellcheck: "true" },
      clipboardTextParser: (pasted) => lines(pasted),
      transformPastedHTML: unstyled,
      handleTextInput: (view, from, to, text) => text === " " && this.beginList(from),
      handleDOMEvents: { blur: () => (setTimeout(left), false) },
      dispatchTransaction: (transaction) => {
        this.view.updateState(this.view.state.apply(transaction));
        if (transaction.docChanged && !transaction.getMeta("adopted")) changed(this.paragraphs);
        if (transaction.docChanged || transaction.selectionSet || transaction.storedMarksSet) selected();
      },
    });
  }

  get paragraphs() {
    return paragraphsOf(this.view.state.doc);
  }

  get text() {
    return wordsOf(this.paragraphs);
  }

  get hasSelection() {
    return !this.view.state.selection.empty;
  }

  /** Puts in what was written or set elsewhere, and leaves the caret between the same letters. */
  adopt(paragraphs) {
    const next = documentOf(paragraphs);
    const { doc, tr, selection } = this.view.state;
    if (this.view.composing || next.eq(doc)) return;
    const { start, end, text } = change(this.text, wordsOf(paragraphs));
    const moved = (place) => {
      const offset = offsetAt(doc, place);
      const by = offset <= start ? 0 : offset >= end ? text.length - (end - start) : start + text.length - offset;
      return placeAt(next, offset + by);
    };
    const [anchor, head] = [moved(selection.anchor), moved(selection.head)];
    tr.replaceWith(0, doc.content.size, next.content).setMeta("adopted", true);
    this.view.dispatch(tr.setSelection(TextSelection.create(tr.doc, anchor, head)));
  }

  // ---- looks

  /** How what is selected looks: its first letter's style, its first line's. */
  get look() {
    const { doc, selection, storedMarks } = this.view.state;
    const { $from, empty } = selection;
    const marks = (empty && storedMarks) || (empty ? $from.marks() : (doc.nodeAt($from.pos)?.marks ?? $from.marks()));
    const run = Object.fromEntries(marks.map((mark) => [mark.type.name, mark.attrs.value]));
    const line = $from.parent.attrs;
    return { ...this.base(), underline: false, link: "", ...run, ...line, align: line.align ?? this.base().align };
  }

  /** Sets values of runs on the letters that are selected (or that will be written), those of paragraphs on their lines. */
  style(values) {
    const { state } = this.view;
    const { from, to, empty } = state.selection;
    const { tr } = state;
    const base = this.base();
    for (const [field, value] of Object.entries(values)) {
      if (!RUN_FIELDS.includes(field)) {
        this.onLines(tr, (attrs) => ({ ...attrs, [field]: value }));
        continue;
      }
      const type = RICH.marks[field];
      const stays = value === null || value === "" || value === (base[field] ?? false);
      if (empty && stays) tr.removeStoredMark(type);
      else if (empty) tr.addStoredMark(type.create({ value }));
      else if (stays) tr.removeMark(from, to, type);
      else tr.addMark(from, to, type.create({ value }));
    }
    this.view.dispatch(tr);
    return true;
  }

  toggle(field, on, off) {
    const has = this.look[field] ?? off;
    return this.style({ [field]: has === on ? off : on });
  }

  onLines(tr, attrs) {
    const { from, to } = tr.selection;
    tr.doc.nodesBetween(from, to, (node, at) => {
      if (node.type.name === "line") tr.setNodeMarkup(at, null, attrs(node.attrs));
    });
  }

  deepen(by) {
    const { tr } = this.view.state;
    this.onLines(tr, (attrs) => ({ ...attrs, level: Math.min(DEEPEST, Math.max(0, attrs.level + by)) }));
    this.view.dispatch(tr);
    return true;
  }

  // ---- lists

  /** A line that was begun with a sign or a number and a space is one of a list. */
  beginList(from) {
    const { state } = this.view;
    const line = state.doc.resolve(from);
    const before = line.parent.textBetween(0, line.parentOffset);
    const sign = before.match(LIST_SIGN);
    if (!sign || line.parent.attrs.marker !== "none") return false;
    const tr = state.tr.delete(from - before.length, from);
    this.onLines(tr, (attrs) => ({ ...attrs, marker: sign[1] ? "bullet" : "number" }));
    this.view.dispatch(tr);
    return true;
  }

  atStart({ selection }) {
    return selection.empty && selection.$from.parentOffset === 0;
  }

  /** An empty line of a list becomes one of no list; so does any by Backspace at its start. */
  leaveList(state, dispatch, onlyEmpty = true) {
    const { parent } = state.selection.$from;
    if (parent.attrs.marker === "none" || (onlyEmpty && parent.content.size)) return false;
    const { tr } = state;
    this.onLines(tr, (attrs) => ({ ...attrs, marker: "none" }));
    dispatch?.(tr);
    return true;
  }

  selectAll() {
    const { doc, tr } = this.view.state;
    this.view.dispatch(tr.setSelection(TextSelection.create(doc, 1, doc.content.size - 1)));
  }

  focus() {
    this.view.focus();
  }

  destroy() {
    this.view.destroy();
  }
}

const anotherLine = splitBlockAs((node) => ({ type: node.type, attrs: node.attrs }));

function lines(text) {
  const doc = documentOf(text.split(/\r?\n/).map((line) => ({ text: line })));
  return doc.slice(1, doc.content.size - 1);
}

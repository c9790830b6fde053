// Editors of plain text, by ProseMirror: what is pasted comes as words, what arrives from elsewhere goes in around the caret.

import { baseKeymap, EditorState, EditorView, keymap, Schema, TextSelection } from "../../../site/vendor/prosemirror.js";
import { change } from "../state/merging.js";

const LINES = new Schema({
  nodes: {
    doc: { content: "line+" },
    line: { content: "text*", toDOM: () => ["div", 0], parseDOM: [{ tag: "div" }, { tag: "p" }] },
    text: {},
  },
});

function linesOf(text) {
  return LINES.node("doc", null, text.split("\n").map((line) => LINES.node("line", null, line ? LINES.text(line) : null)));
}

/** The text in a document of lines. */
function written(doc) {
  const lines = [];
  doc.forEach((line) => lines.push(line.textContent));
  return lines.join("\n");
}

/** The place in a document of lines for an offset in its text. */
function placeAt(doc, offset) {
  let place = 1;
  for (let n = 0; n < doc.childCount; n++) {
    const size = doc.child(n).content.size;
    if (offset <= size) return place + offset;
    offset -= size + 1;
    place += size + 2;
  }
  return doc.content.size - 1;
}

/** An editor of lines in `root`. `changed(text)` is called at every change that is made in it; `left()` when it is left. */
export class LineEditor {
  constructor(root, text, { label, changed, left, keys = {} }) {
    this.changed = changed;
    this.view = new EditorView(root, {
      state: EditorState.create({ doc: linesOf(text), plugins: [keymap(keys), keymap(baseKeymap)] }),
      attributes: { role: "textbox", "aria-multiline": "true", "aria-label": label, spellcheck: "true" },
      clipboardTextParser: (pasted) => linesOf(pasted).slice(1, linesOf(pasted).content.size - 1),
      transformPastedHTML: (pasted) => pasted.replace(/<br[^>]*>/gi, "\n"),
      handleDOMEvents: { blur: () => (setTimeout(left), false) },
      dispatchTransaction: (transaction) => {
        this.view.updateState(this.view.state.apply(transaction));
        if (transaction.docChanged && !transaction.getMeta("adopted")) changed(this.text);
      },
    });
  }

  get text() {
    return written(this.view.state.doc);
  }

  /** Puts in what was written elsewhere, and leaves the caret where it is. */
  adopt(text) {
    if (text === this.text || this.view.composing) return;
    const { doc } = this.view.state;
    const { start, end, text: put } = change(this.text, text);
    const slice = linesOf(put).slice(1, linesOf(put).content.size - 1);
    this.view.dispatch(this.view.state.tr.replace(placeAt(doc, start), placeAt(doc, end), slice).setMeta("adopted", true));
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

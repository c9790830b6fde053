// What the editors use of ProseMirror, bundled by `npm run vendor` into static/site/vendor/prosemirror.js.
export { baseKeymap, splitBlockAs } from "prosemirror-commands";
export { keymap } from "prosemirror-keymap";
export { Fragment, Schema, Slice } from "prosemirror-model";
export { EditorState, NodeSelection, Plugin, TextSelection } from "prosemirror-state";
export { EditorView } from "prosemirror-view";

// The list of keys.

import { html } from "../../site/vendor/lit.js";
import { footButtons, openDialog } from "../../parts/dialogs.js";
import { writtenKey } from "./acting.js";

const MORE = [
  ["Arrows", "move what is selected (Shift: by ten; Ctrl: resize it); else the playhead by a frame (Shift: a second)"],
  ["Ctrl C, X, V", "copy, cut and put in objects with their builds; pictures and words from elsewhere too"],
  ["Ctrl", "while dragging an object: a copy of it"],
  ["Tab", "to the next thing; on the timeline arrows move a build, a cue, a slide's end or a trim (Shift: a second; Ctrl: its length)"],
  ["Ctrl B, I, U", "while writing on the stage: bold, italic, underlined; Tab: the line's level; Ctrl Enter: to how the letters look, Esc back"],
  ["Alt ↑ ↓", "in the prompt book: a build into another place, a cue's mark to other words"],
  ["Alt", "while dragging: without snapping"],
  ["Esc", "while dragging: leave all as it was"],
];

export function openHelp(acts) {
  const rows = acts.map((act) => [act.keys.map(writtenKey).join(", "), act.help ?? act.name.toLowerCase()]);
  return openDialog("Keys", (dialog) => html`
    <h2 class="page-title">Keys</h2>
    <div class="keys-list">${rows.map(([key, words]) => html`<kbd>${key}</kbd><span>${words}</span>`)}</div>
    <div class="keys-list is-long">${MORE.map(([key, words]) => html`<kbd>${key}</kbd><span>${words}</span>`)}</div>
    ${footButtons(html`<button class="act-main" @click=${() => dialog.close()}>Close</button>`)}`, { width: "760px" });
}

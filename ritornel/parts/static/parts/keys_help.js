// The list of keys: grouped by what one is doing, and searched by typing. Every page has one, under the same key.

import { html, nothing } from "../site/vendor/lit.js";
import { footButtons, openDialog } from "./dialogs.js";

/** Opens the list. `groups` are [title, rows], rows [key, words]. */
export function openKeys(groups) {
  let words = "";
  const find = (dialog, value) => ((words = value.toLowerCase()), dialog.update());
  const shown = (rows, title) => rows.filter((row) => words.split(/\s+/).every((word) => `${row.join(" ")} ${title}`.toLowerCase().includes(word)));
  const opened = openDialog("Keys", (dialog) => {
    const found = groups.map(([title, rows]) => [title, shown(rows, title)]).filter(([, rows]) => rows.length);
    return html`
    <h2 class="page-title">Keys</h2>
    <label class="soft block mt-2">Find <input class="field w-52" type="search" @input=${(event) => find(dialog, event.target.value)}></label>
    <div class="keys-groups" tabindex="0" role="group" aria-label="Keys"><div class="keys-columns">${found.map(([title, rows]) => html`<section><h3>${title}</h3>
      <div class="keys-list">${rows.map(([key, said]) => html`<kbd>${key}</kbd><span>${said}</span>`)}</div></section>`)}
      ${found.length ? nothing : html`<p class="py-3">No key does “${words}”.</p>`}</div></div>
    ${footButtons(html`<button class="act-main" @click=${() => dialog.close()}>Close</button>`)}`;
  }, { width: "860px" });
  document.querySelector("dialog[aria-label=Keys] input")?.focus();
  return opened;
}

/** Opens the list by its key on a page whose keys are `groups`. */
export function listenForHelp(groups) {
  document.addEventListener("keydown", (event) => {
    if (event.key !== "?" || event.ctrlKey || event.metaKey || event.defaultPrevented || event.target.closest?.("input, textarea, select, dialog, [contenteditable=true]")) return;
    event.preventDefault();
    openKeys([...groups, ["Everywhere", EVERYWHERE]]);
  });
}

const EVERYWHERE = [
  ["Tab, Shift Tab", "to the next thing, to the one before"],
  ["Enter, Space", "press what has the focus"],
  ["Esc", "close what is open, leave what is dragged as it was"],
  ["?", "this list"],
];

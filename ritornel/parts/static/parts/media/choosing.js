// Choosing an asset: one that is in the library, or a file to take in.

import { html, nothing, repeat } from "../../site/vendor/lit.js";
import { minutes } from "../../site/times.js";
import { ask } from "../../site/sending.js";
import { footButtons, openDialog } from "../dialogs.js";
import { accepted } from "./kinds.js";
import { uploadFiles } from "./uploading.js";

const FEW = 9;
const MOST_SHOWN = 60;

/** Asks for an asset of one kind. Resolves to it, or null. */
export async function chooseAsset(desk, kind) {
  const chosen = await openChoice(desk, kind);
  return chosen?.file ? takeIn(desk, kind, chosen.file) : chosen;
}

/** Resolves to an asset, to {file} to be taken in, or to null. It is there at once: the next key is already for it. */
function openChoice(desk, kind) {
  let there = null; // until the library has answered
  let words = "";
  const byFile = async (dialog, cancelled = () => {}) => {
    const file = await chooseFile(desk, kind);
    if (file) dialog.close({ file });
    else cancelled();
  };
  const look = async (dialog) => {
    const { status, data } = await ask("/library/assets");
    if (!dialog.element.isConnected) return;
    if (status !== 200) {
      dialog.close();
      desk.notice.say(status === 401 ? "You are not signed in any more; sign in again, then choose." : "The library cannot be reached just now; try again.");
      return;
    }
    there = data.assets.filter((asset) => asset.kind === kind);
    dialog.update();
    if (document.activeElement?.matches("dialog .act-main")) dialog.element.querySelector("input, .choose-grid button")?.focus();
    if (!there.length) byFile(dialog, dialog.close);
  };
  const find = (dialog, event) => {
    words = event.target.value;
    dialog.update();
  };
  let asked = false;
  return openDialog(`Choose a ${kind}`, (dialog) => {
    if (!asked) look(dialog);
    asked = true;
    const found = (there ?? []).filter((asset) => says(asset, words));
    const none = there?.length ? `Nothing with “${words}” is in the library.` : there ? `There is no ${kind} in the library yet.` : "Looking into the library…";
    return html`
    <h2 class="page-title">Choose a ${kind}</h2>
    ${there?.length > FEW ? html`<label class="soft block mt-2">Find <input class="field" type="search" @input=${(event) => find(dialog, event)}></label>` : nothing}
    <div class="choose-grid">${repeat(found.slice(0, MOST_SHOWN), (asset) => asset.id, (asset) => tile(asset, () => dialog.close(asset)))}</div>
    ${found.length > MOST_SHOWN ? html`<p class="soft">The newest ${MOST_SHOWN} of ${found.length}: say above what you look for.</p>` : nothing}
    ${found.length ? nothing : html`<p class="py-4">${none}</p>`}
    ${footButtons(html`<button class="act-main" @click=${() => byFile(dialog)}>Take in a file…</button>`, html`<button class="act" @click=${() => dialog.close()}>Leave</button>`)}`;
  }, { width: "640px" });
}

function says({ name, credit, licence }, words) {
  const said = `${name} ${credit} ${licence}`.toLowerCase();
  return words.toLowerCase().split(/\s+/).every((word) => said.includes(word));
}

function tile(asset, run) {
  const picture = asset.kind === "picture" ? asset.url : asset.poster;
  const length = asset.length ? minutes(asset.length) : `${asset.width} × ${asset.height}`;
  return html`<button title=${asset.licence || asset.name} @click=${run}>${picture ? html`<img src=${picture} alt="" loading="lazy">` : nothing}<span>${asset.name}</span><span class="soft">${length}</span></button>`;
}

function chooseFile({ files }, kind) {
  return new Promise((resolve) => {
    const input = Object.assign(document.createElement("input"), { type: "file", accept: accepted(kind, files) });
    input.addEventListener("change", () => resolve(input.files[0] ?? null));
    input.addEventListener("cancel", () => resolve(null));
    input.click();
  });
}

async function takeIn(desk, kind, file) {
  const [asset] = await uploadFiles(desk, [file]);
  if (!asset || asset.kind === kind) return asset ?? null;
  desk.notice.say(`${asset.name} is a ${asset.kind}, and a ${kind} was wanted; it is in the library now.`);
  return null;
}

// Choosing an asset: one that is in the library, or a file to take in.

import { html, nothing } from "../../../site/vendor/lit.js";
import { minutes } from "../../../site/times.js";
import { ask } from "../../../site/sending.js";
import { footButtons, openDialog } from "../dialogs.js";
import { uploadFiles } from "./uploading.js";

/** What a picture can be. */
export const PICTURES = "image/png,image/jpeg,image/webp,image/avif,image/gif,image/svg+xml,.heic,.heif";

const ACCEPTS = {
  picture: PICTURES,
  clip: "video/webm,video/mp4,video/ogg,.mov,.m4v,.ogv",
  sound: "audio/*,.opus,.flac,.m4a",
};

/** Asks for an asset of one kind. Resolves to it, or null. */
export async function chooseAsset(desk, kind) {
  const { status, data } = await ask("/library/assets");
  if (status !== 200) {
    desk.notice.say(status === 401 ? "You are not signed in any more; sign in again, then choose." : "The library cannot be reached just now; try again.");
    return null;
  }
  const there = data.assets.filter((asset) => asset.kind === kind);
  const chosen = there.length ? await openChoice(kind, there) : { file: await chooseFile(kind) };
  if (!chosen || chosen.file === null) return null;
  return chosen.file ? takeIn(desk, kind, chosen.file) : chosen;
}

/** Resolves to an asset, to {file} to be taken in, or to null. */
function openChoice(kind, there) {
  const byFile = async (dialog) => {
    const file = await chooseFile(kind);
    if (file) dialog.close({ file });
  };
  return openDialog(`Choose a ${kind}`, (dialog) => html`
    <h2 class="page-title">Choose a ${kind}</h2>
    <div class="choose-grid">${there.map((asset) => tile(asset, () => dialog.close(asset)))}</div>
    ${footButtons(html`<button class="act-main" @click=${() => byFile(dialog)}>Take in a file…</button>`, html`<button class="act" @click=${() => dialog.close()}>Leave</button>`)}`, { width: "640px" });
}

function tile(asset, run) {
  const picture = asset.kind === "picture" ? asset.url : asset.poster;
  const length = asset.length ? minutes(asset.length) : `${asset.width} × ${asset.height}`;
  return html`<button title=${asset.licence || asset.name} @click=${run}>${picture ? html`<img src=${picture} alt="" loading="lazy">` : nothing}<span>${asset.name}</span><span class="soft">${length}</span></button>`;
}

function chooseFile(kind) {
  return new Promise((resolve) => {
    const input = Object.assign(document.createElement("input"), { type: "file", accept: ACCEPTS[kind] });
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

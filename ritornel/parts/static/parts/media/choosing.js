// Choosing an asset: one that is in the library, one that the collection outside has, or a file to take in. Sounds are heard.

import { html, nothing, repeat } from "../../site/vendor/lit.js";
import { minutes } from "../../site/times.js";
import { ask } from "../../site/sending.js";
import { footButtons, openDialog } from "../dialogs.js";
import { accepted } from "./kinds.js";
import { OutsideFound } from "./outside_found.js";
import { uploadFiles } from "./uploading.js";

const MOST_SHOWN = 60;

/** Asks for an asset of one kind. Resolves to it, or null. */
export async function chooseAsset(desk, kind) {
  const chosen = await openChoice(desk, kind);
  return chosen?.file ? takeIn(desk, kind, chosen.file) : chosen;
}

/** Resolves to an asset, to {file} to be taken in, or to null. It is there at once: the next key is already for it. */
function openChoice(desk, kind) {
  const choice = new Choice(desk, kind);
  const chosen = openDialog(`Choose a ${kind}`, (dialog) => choice.template(dialog), { width: "680px" });
  return chosen.finally(() => choice.end());
}

class Choice {
  constructor(desk, kind) {
    Object.assign(this, { desk, kind, there: null, words: "", dialog: null }); // `there` until the library has answered
    this.outside = new OutsideFound(kind, () => this.dialog.element.isConnected && this.dialog.update());
  }

  template(dialog) {
    if (!this.dialog) this.begin(dialog);
    const { kind, there, words, outside } = this;
    const found = (there ?? []).filter((asset) => says(asset, words));
    const none = there?.length ? `Nothing with “${words}” is in the library.` : there ? `There is no ${kind} in the library yet.` : "Looking into the library…";
    return html`
    <h2 class="page-title">Choose a ${kind}</h2>
    <label class="soft block mt-2">Find here and outside <input class="field w-64" type="search" @input=${(event) => this.find(event.target.value)} @keydown=${(event) => this.key(event)}></label>
    <div class="choose-all">
    <div class="choose-grid">${repeat(found.slice(0, MOST_SHOWN), (asset) => asset.id, (asset) => tile(asset, () => dialog.close(asset)))}</div>
    ${found.length > MOST_SHOWN ? html`<p class="soft">The newest ${MOST_SHOWN} of ${found.length}: say above what you look for.</p>` : nothing}
    ${found.length ? nothing : html`<p class="py-2">${none}</p>`}
    ${outside.items.length || outside.state ? html`<h3 class="mt-2">Outside <span class="soft" role="status">${outside.state}</span></h3>` : nothing}
    <div class="choose-grid">${repeat(outside.items, (item) => item.id, (item) => outsideTile(item, outside, () => this.take(item)))}</div>
    </div>
    ${footButtons(html`<button class="act-main" @click=${() => this.byFile()}>Take in a file…</button>`, html`<button class="act" @click=${() => dialog.close()}>Leave</button>`)}`;
  }

  begin(dialog) {
    this.dialog = dialog;
    queueMicrotask(() => dialog.element.querySelector("input")?.focus());
    this.look();
  }

  /** Looks into the library. */
  async look() {
    const { dialog, desk } = this;
    const { status, data } = await ask("/library/assets");
    if (!dialog.element.isConnected) return;
    if (status !== 200) {
      dialog.close();
      desk.notice.say(status === 401 ? "You are not signed in any more; sign in again, then choose." : "The library cannot be reached just now; try again.");
      return;
    }
    this.there = data.assets.filter((asset) => asset.kind === this.kind);
    dialog.update();
    if (this.entered) this.takeFirst();
    else if (!this.there.length && !this.words) this.byFile(); // there is nothing to choose from but a file, or what is outside
  }

  /** Enter takes the first thing found; pressed before the library has answered, as soon as it has. */
  key(event) {
    if (event.key !== "Enter") return;
    event.preventDefault();
    if (this.there) this.takeFirst();
    else this.entered = true;
  }

  takeFirst() {
    this.dialog.element.querySelector(".choose-grid .choose-one")?.click();
  }

  find(words) {
    this.words = words;
    this.outside.lookFor(words);
    this.dialog.update();
  }

  async take(item) {
    const asset = await this.outside.fetch(item);
    if (asset && this.dialog.element.isConnected) this.dialog.close(asset);
  }

  async byFile() {
    const file = await chooseFile(this.desk, this.kind);
    if (file) this.dialog.close({ file });
  }

  end() {
    this.outside.stop();
    hear(null);
  }
}

function says({ name, credit, licence }, words) {
  const said = `${name} ${credit} ${licence}`.toLowerCase();
  return words.toLowerCase().split(/\s+/).every((word) => said.includes(word));
}

function tile(asset, run) {
  const picture = asset.kind === "picture" ? asset.url : asset.poster;
  const length = asset.length ? minutes(asset.length) : `${asset.width} × ${asset.height}`;
  const listen = asset.kind === "sound" ? hearButton(asset.name, asset.url) : nothing;
  return html`<div class="choose-tile"><button class="choose-one" title=${asset.licence || asset.name} @click=${run}>${picture ? html`<img src=${picture} alt="" loading="lazy">` : nothing}<span>${asset.name}</span><span class="soft">${length}</span></button>${listen}</div>`;
}

function hearButton(name, address) {
  return html`<button class="act choose-hear" aria-label=${`Hear ${name}`} @click=${(event) => hear(address, event.currentTarget)}>Hear</button>`;
}

function outsideTile(item, outside, run) {
  const coming = outside.coming?.item === item ? outside.coming : null;
  const facts = coming ? `coming… ${Math.round(100 * coming.share)} %` : `${item.author}, ${item.licence}`;
  return html`<div class="choose-tile"><button class="choose-one" title=${`${item.title}: ${item.author}, ${item.licence}`} ?disabled=${Boolean(outside.coming)} @click=${run}><img src=${item.preview} alt="" loading="lazy"><span>${item.title}</span><span class="soft">${facts}</span></button>${item.heard ? hearButton(item.title, item.heard) : nothing}</div>`;
}

let heard = null;

/** Plays a sound until it is asked again, or another is heard. */
function hear(address, button = null) {
  const again = heard?.address === address;
  if (heard) {
    heard.sound.pause();
    if (heard.button) heard.button.textContent = "Hear";
  }
  heard = null;
  if (!address || again) return;
  const sound = new Audio(address);
  heard = { address, sound, button };
  button.textContent = "Stop";
  sound.addEventListener("ended", () => (button.textContent = "Hear"));
  sound.play().catch(() => {}); // stopped before it began
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

// Files into the library, in pieces that can be resumed; and choosing an asset that is there.

import { csrf, el, minutes, send } from "../../site/dom.js";

const ACCEPTS = {
  picture: "image/png,image/jpeg,image/webp,image/gif",
  clip: "video/webm,video/mp4,video/ogg,.mov,.m4v,.ogv",
  sound: "audio/*,.opus,.flac,.m4a",
};
const TRIES = 5;

/** Takes files in, one after another, saying how far it is. Returns the assets of those that were accepted. */
export async function uploadFiles(desk, files) {
  const assets = [];
  const refused = [];
  let words = null;
  for (const [number, file] of files.entries()) {
    const told = (share) => {
      const text = `Taking in ${file.name}: ${Math.round(share * 100)} %${files.length > 1 ? `, ${number + 1} of ${files.length}` : ""}`;
      words ??= desk.notice.say(text, { stays: 0 });
      words.textContent = text;
    };
    try {
      assets.push(await upload(file, told));
    } catch (error) {
      refused.push(error.message);
    }
  }
  desk.notice.clear();
  if (refused.length) desk.notice.say(`Not taken in: ${refused.join("; ")}`, { stays: 0 });
  return assets;
}

/** Sends one file in numbered pieces; what had arrived before a cut is not sent again. */
async function upload(file, told) {
  const memory = `upload/${file.name}/${file.size}/${file.lastModified}`;
  let state = await resumed(memory);
  if (!state) {
    const answer = await send("/library/uploads", { name: file.name, size: file.size });
    if (answer.status !== 200) throw new Error(answer.data.error ?? `${file.name} could not be sent`);
    state = answer.data;
    localStorage.setItem(memory, state.upload);
  }
  const arrived = new Set(state.arrived);
  const missing = [...Array(state.pieces).keys()].filter((n) => !arrived.has(n));
  if (!missing.length) missing.push(state.pieces - 1);
  for (const [sent, number] of missing.entries()) {
    told((arrived.size + sent) / state.pieces);
    const answer = await sendPiece(state, number, file);
    if (answer.asset) {
      localStorage.removeItem(memory);
      return answer.asset;
    }
    if (answer.error) {
      localStorage.removeItem(memory);
      throw new Error(answer.error);
    }
  }
  throw new Error(`${file.name} did not arrive whole; choose it again to go on where it stopped`);
}

async function resumed(memory) {
  const id = localStorage.getItem(memory);
  if (!id) return null;
  const response = await fetch(`/library/uploads/${id}/0`);
  if (response.ok) return response.json();
  localStorage.removeItem(memory);
  return null;
}

async function sendPiece(state, number, file) {
  const piece = file.slice(number * state.piece_bytes, (number + 1) * state.piece_bytes);
  for (let attempt = 1; ; attempt++) {
    try {
      const response = await fetch(`/library/uploads/${state.upload}/${number}`, {
        method: "PUT", headers: { "X-CSRFToken": csrf() }, body: piece,
      });
      return await response.json();
    } catch (error) {
      if (attempt >= TRIES) throw new Error(`${file.name}: the line was cut; choose it again to go on where it stopped`);
      await new Promise((resolve) => setTimeout(resolve, 500 * attempt));
    }
  }
}

/** Asks for an asset of one kind: one that is in the library, or a file to take in. Resolves to it, or null. */
export async function chooseAsset(desk, kind) {
  const { assets } = await (await fetch("/library/assets")).json();
  const there = assets.filter((asset) => asset.kind === kind);
  if (!there.length) return chooseFile(desk, kind);
  return new Promise((resolve) => {
    const dialog = el("dialog", { "aria-label": `Choose a ${kind}` });
    const done = (asset) => {
      dialog.close();
      resolve(asset);
    };
    const grid = el("div.choose-grid", {}, there.map((asset) => tile(asset, () => done(asset))));
    const fresh = el("button.act-main", { onclick: async () => {
      const asset = await chooseFile(desk, kind);
      if (asset) done(asset);
    } }, "Take in a file…");
    const none = el("button.act.ml-4", { onclick: () => done(null) }, "Leave");
    dialog.append(el("h2.page-title", {}, `Choose a ${kind}`), grid, el("div", {}, fresh, none));
    dialog.addEventListener("close", () => {
      dialog.remove();
      resolve(null);
    });
    document.body.append(dialog);
    dialog.style.width = "640px";
    dialog.showModal();
  });
}

function tile(asset, run) {
  const picture = asset.kind === "picture" ? asset.url : asset.poster;
  const length = asset.length ? minutes(asset.length) : `${asset.width} × ${asset.height}`;
  return el("button", { onclick: run, title: asset.licence || asset.name },
    picture ? el("img", { src: picture, alt: "" }) : null,
    el("span", {}, asset.name), el("span.soft", {}, length));
}

function chooseFile(desk, kind) {
  return new Promise((resolve) => {
    const input = el("input", { type: "file", accept: ACCEPTS[kind] });
    input.addEventListener("change", async () => {
      const [asset] = await uploadFiles(desk, [...input.files]);
      if (asset && asset.kind !== kind) {
        desk.notice.say(`${asset.name} is a ${asset.kind}, and a ${kind} was wanted; it is in the library now.`);
        resolve(null);
        return;
      }
      resolve(asset ?? null);
    });
    input.addEventListener("cancel", () => resolve(null));
    input.click();
  });
}

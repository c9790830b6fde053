// Files into the library, in pieces that can be resumed.

import { csrf, send } from "../../../site/sending.js";

const TRIES = 5;

/** Takes files in, one after another, saying how far it is. Returns the assets of those that were accepted. */
export async function uploadFiles(desk, files) {
  const assets = [];
  const refused = [];
  let said = false;
  for (const [number, file] of files.entries()) {
    const told = (share) => {
      const text = `Taking in ${file.name}: ${Math.round(share * 100)} %${files.length > 1 ? `, ${number + 1} of ${files.length}` : ""}`;
      if (said) desk.notice.change(text);
      else desk.notice.say(text, { stays: 0 });
      said = true;
    };
    try {
      assets.push(await upload(file, told));
    } catch (error) {
      refused.push(error.message);
    }
  }
  if (said) desk.notice.clear();
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
  const missing = [...Array(state.pieces ?? 0).keys()].filter((n) => !arrived.has(n));
  for (const [sent, number] of missing.entries()) {
    told((arrived.size + sent) / state.pieces);
    state = await sendPiece(state, number, file);
    if (state.asset || state.error) break;
  }
  if (!state.error && !state.asset) told(1);
  state = await lookedThrough(state, file);
  localStorage.removeItem(memory);
  if (state.error) throw new Error(state.error);
  return state.asset;
}

/** Asks until the server has looked the file through: its asset, or why it is refused. */
async function lookedThrough(state, file) {
  let cuts = 0;
  while (!state.asset && !state.error) {
    try {
      const response = await fetch(`/library/uploads/${state.upload}/0`);
      state = await response.json();
      if (!state.looking && !state.asset && !state.error) break;
    } catch {
      if (++cuts > TRIES) break;
      await new Promise((resolve) => setTimeout(resolve, 500 * cuts));
    }
  }
  if (state.asset || state.error) return state;
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
      if (response.status >= 500) throw new Error(`answered ${response.status}`);
      return { ...state, ...(await response.json()) };
    } catch (error) {
      if (attempt >= TRIES) throw new Error(`${file.name}: the line was cut; choose it again to go on where it stopped`);
      await new Promise((resolve) => setTimeout(resolve, 500 * attempt));
    }
  }
}

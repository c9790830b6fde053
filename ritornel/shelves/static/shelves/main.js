// The library's page: whose things are and what they are called, put in another's place, deleted, taken in, fetched.

import { chooseAsset } from "../parts/media/choosing.js";
import { listenForFiles } from "../parts/media/dropped.js";
import { uploadFiles } from "../parts/media/uploading.js";
import { Notice } from "../parts/notice.js";
import { drawPeaks } from "../parts/media/peaks.js";
import { pageData } from "../site/dom.js";
import { send } from "../site/sending.js";
import { Outside } from "./outside.js";

const notice = new Notice();
const files = pageData("files");
const holdings = document.getElementById("holdings");
const SEND_AGAIN_MS = 1500;
const NO_LINE = "There is no line to the server just now; try again.";
const WAITING = "There is no line to the server just now; what you wrote is kept as soon as there is.";
const GONE = "this is not in the library any more; it was deleted meanwhile";

/** Fetches the list anew, as it is now, and puts it in the place of the one that is shown. */
async function refresh() {
  const answer = await fetch(location.href).catch(() => null);
  if (!answer?.ok) return;
  const page = new DOMParser().parseFromString(await answer.text(), "text/html");
  const fresh = page.getElementById("holdings");
  if (!fresh || holdings.querySelector("input:focus")) return; // whoever writes goes on writing
  holdings.replaceChildren(...fresh.childNodes);
  page.querySelectorAll("nav[aria-label=Kinds] a").forEach((link, n) => {
    const here = document.querySelectorAll("nav[aria-label=Kinds] a")[n];
    if (here) here.textContent = link.textContent;
  });
  drawSounds();
}

// ---- waveforms, as they come into sight

const inSight = new IntersectionObserver((entries) => {
  for (const { isIntersecting, target } of entries) {
    if (!isIntersecting) continue;
    inSight.unobserve(target);
    const { peaks, length } = target.dataset;
    drawPeaks(target, { id: peaks, peaks }, 0, Number(length), { alpha: 1 });
  }
});

function drawSounds() {
  for (const canvas of holdings.querySelectorAll("canvas[data-peaks]")) inSight.observe(canvas);
}

// ---- what is written: kept as soon as there is a line, however often it must be sent

const unsent = new Map(); // by asset and field: the input, whose newest words are sent

holdings.addEventListener("change", ({ target }) => {
  const holding = target.closest("[data-asset]");
  if (!holding || !target.name) return;
  unsent.set(`${holding.dataset.asset}/${target.name}`, target);
  sendWritten();
});

let sending = false;

/** Sends what was written, one field after another; one for which there is no line is sent again after a while. */
async function sendWritten() {
  if (sending) return;
  sending = true;
  let cut = false;
  while (unsent.size && !cut) {
    const [key, field] = unsent.entries().next().value;
    const [asset, name] = key.split("/");
    const written = field.value;
    const { status, data } = await send(`/library/assets/${asset}`, { [name]: written });
    cut = status === 0 || status >= 500;
    if (cut) notice.say(WAITING, { stays: 0 });
    else if (field.value === written) unsent.delete(key);
    if (!cut) tellWritten(field, written, status, data);
  }
  sending = false;
  if (cut) setTimeout(sendWritten, SEND_AGAIN_MS);
}

/** Shows what was kept of a field, or why it was not. */
function tellWritten(field, written, status, data) {
  field.setAttribute("aria-invalid", String(status !== 200));
  if (status !== 200) {
    notice.say(`${sentence(status === 404 ? GONE : data.error)} What you wrote stands there still.`, { stays: 0 });
    return;
  }
  const said = data.asset[field.name];
  if (written.trim() && said !== undefined && field.value === written) field.value = said;
  if (notice.words === WAITING) notice.clear();
  notice.announce("Kept");
}

window.addEventListener("beforeunload", (event) => unsent.size && event.preventDefault());

// ---- what is done

holdings.addEventListener("click", ({ target }) => {
  const act = target.closest("[data-act]")?.dataset.act;
  const holding = target.closest("[data-asset]");
  if (act === "delete") remove(holding);
  if (act === "replace") replace(holding);
});

document.querySelector("main").addEventListener("click", ({ target }) => {
  const unfinished = target.closest("[data-act=forget]") && target.closest("[data-upload]");
  if (unfinished) forget(unfinished);
});

async function forget(unfinished) {
  const { status, data } = await send(`/library/uploads/${unfinished.dataset.upload}`, undefined, "DELETE");
  if (status !== 200 && status !== 404) return notice.say(status ? sentence(data.error) : NO_LINE);
  unfinished.remove();
  notice.say("What had arrived of it is gone.");
}

async function remove(holding) {
  const { asset } = holding.dataset;
  const name = holding.querySelector("[name=name]").value;
  let { status, data } = await send(`/library/assets/${asset}`, undefined, "DELETE");
  if (status === 409) {
    if (!window.confirm(`${sentence(data.error)} There it will be missing. Delete it for good?`)) return;
    ({ status, data } = await send(`/library/assets/${asset}?used=1`, undefined, "DELETE"));
  }
  if (status !== 200 && status !== 404) return notice.say(status ? sentence(data.error) : NO_LINE);
  const next = holding.nextElementSibling ?? holding.previousElementSibling;
  holding.remove();
  next?.querySelector("[data-act=delete]")?.focus();
  notice.say(`“${name}” is deleted.`);
}

async function replace(holding) {
  const { asset, kind } = holding.dataset;
  const name = holding.querySelector("[name=name]").value;
  const other = await chooseAsset({ notice, files }, kind);
  if (!other || other.id === asset) return;
  const { status, data } = await send(`/library/assets/${asset}/replace`, { asset: other.id });
  if (status !== 200) return notice.say(status ? sentence(status === 404 ? GONE : data.error) : NO_LINE);
  notice.say(`“${other.name}” stands now where “${name}” stood: ${data.where}. Ctrl Z on a show's desk takes it back there.`, { stays: 0 });
  await refresh();
}

// ---- what comes in

const button = document.getElementById("take-in");
button.hidden = false;
button.addEventListener("click", () => {
  const input = Object.assign(document.createElement("input"), { type: "file", multiple: true });
  input.addEventListener("change", () => takeIn([...input.files]));
  input.click();
});

async function takeIn(chosen) {
  const taken = await uploadFiles({ notice }, chosen);
  if (taken.length) await refresh();
  if (taken.length) notice.say(taken.length === 1 ? `“${taken[0].name}” is in the library.` : `${taken.length} files are in the library.`);
}

listenForFiles(async (arriving) => {
  const dropped = await arriving;
  if (dropped.length) takeIn(dropped);
});

document.querySelector("#looking select").addEventListener("change", (event) => event.target.form.submit());

function sentence(words) {
  return words ? `${words[0].toUpperCase()}${words.slice(1)}.`.replace(/\.\.$/, ".") : "That did not work; try again.";
}

drawSounds();
new Outside({ notice, arrived: refresh });
document.documentElement.dataset.ready = "";

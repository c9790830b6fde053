// Copy, cut and paste: objects with their builds between slides, shows and windows; pictures, clips and words from elsewhere.

import { newId, newIds } from "../../parts/state/ids.js";
import { inkOn } from "../../parts/ink.js";
import { wordsOf } from "../../parts/words.js";
import { kindOf } from "../../parts/media/kinds.js";
import { exchangeable, exchangeFile, placeFiles } from "./adding.js";

const KIND = "application/x-ritornel-objects+json";
const TEXT_SIZE = 40;

export function listenForClipboard(desk) {
  document.addEventListener("copy", (event) => take(desk, event));
  document.addEventListener("cut", (event) => {
    const { store } = desk;
    if (take(desk, event)) store.edit({ do: "delete-objects", slide: store.focus, objects: [...store.objects] });
  });
  document.addEventListener("paste", (event) => put(desk, event));
}

/** Whether the event belongs to words that someone writes or has marked, not to objects. */
function isOfWords(event) {
  const target = event.target instanceof Element ? event.target : document.body;
  return Boolean(target.closest("input, textarea, select, [contenteditable=true], dialog")) || (event.type !== "paste" && !getSelection().isCollapsed);
}

function take({ store, notice }, event) {
  const objects = (store.slide?.document.objects ?? []).filter((thing) => store.objects.has(thing.id));
  if (isOfWords(event) || !objects.length) return false;
  const steps = store.slide.document.running_order.filter((step) => store.objects.has(step.object));
  event.preventDefault();
  event.clipboardData.setData(KIND, JSON.stringify({ objects, steps }));
  event.clipboardData.setData("text/plain", objects.map((thing) => wordsOf(thing.paragraphs)).filter(Boolean).join("\n"));
  notice.announce(objects.length === 1 ? "Copied" : `${objects.length} objects copied`);
  return true;
}

function put(desk, event) {
  const { store, stage } = desk;
  if (isOfWords(event) || !store.slide) return;
  const { clipboardData: data } = event;
  const copied = data.getData(KIND);
  const files = [...data.files];
  const words = data.getData("text/plain").replace(/\r\n?/g, "\n").trim();
  if (!copied && !files.length && !words) return;
  event.preventDefault();
  stage.setFace("arrange");
  if (copied) putObjects(desk, JSON.parse(copied));
  else if (files.length === 1 && kindOf(files[0], desk.files) === exchangeable(desk)?.kind) exchangeFile(desk, exchangeable(desk), files[0]);
  else if (files.length) placeFiles(desk, files);
  else putWords(desk, words);
}

function putObjects({ store }, { objects, steps }) {
  const ids = newIds("object", objects.length);
  store.edit({ do: "paste-objects", slide: store.focus, objects, steps, ids });
  store.select("objects", ids);
}

function putWords({ store }, words) {
  const { width, height } = store.shown.show;
  const id = newId("object");
  const paragraphs = words.split("\n").map((text) => ({ text }));
  const colour = inkOn(store.slide.background);
  store.edit({ do: "add-object", slide: store.focus, object: { kind: "text", id, x: width / 8, y: height / 4, width: width * 0.75, size: TEXT_SIZE, grows: true, colour, paragraphs } });
  store.select("objects", [id]);
}

// ---- a look, builds

let model = null; // the object whose look or builds are given on

export function takeLook({ store, notice }) {
  const [of] = store.objects;
  model = { of, on: store.focus };
  notice.say(`${store.slide.names[of]}: select others, then give them its look (Shift Y) or its builds (Alt Y).`);
}

export function give({ store, notice }, what) {
  if (!model) return notice.say("First select the object that has the look or the builds, and press Y.");
  return store.edit({ do: what, slide: store.focus, objects: [...store.objects], ...model });
}

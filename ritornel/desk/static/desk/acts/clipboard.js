// Copy, cut and paste: objects with their builds between slides, shows and windows; pictures, clips and words from elsewhere.

import { newId, newIds } from "../../parts/state/ids.js";
import { inkOn } from "../../parts/ink.js";
import { wordsOf } from "../../parts/words.js";
import { kindOf } from "../../parts/media/kinds.js";
import { exchangeable, exchangeFile, placeFiles } from "./adding.js";

const KIND = "application/x-ritornel-objects+json";
const VIEWS = "application/x-ritornel-views+json";
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
  if (isOfWords(event)) return false;
  if (!objects.length) return takeViews(store, notice, event);
  const steps = store.slide.document.running_order.filter((step) => store.objects.has(step.object));
  event.preventDefault();
  event.clipboardData.setData(KIND, JSON.stringify({ objects, steps }));
  event.clipboardData.setData("text/plain", objects.map((thing) => wordsOf(thing.paragraphs)).filter(Boolean).join("\n"));
  notice.announce(objects.length === 1 ? "Copied" : `${objects.length} objects copied`);
  return true;
}

/** The views to which the selected builds go; they are copied, and never cut: that would take their builds away. */
function takeViews(store, notice, event) {
  const { running_order: order, views = [] } = store.slide?.document ?? { running_order: [] };
  const steps = order.filter((step) => step.kind === "view" && store.steps.has(step.id));
  const copied = steps.map((step) => views.find((view) => view.id === step.view)).filter(Boolean);
  if (event.type !== "copy" || !copied.length) return false;
  event.preventDefault();
  event.clipboardData.setData(VIEWS, JSON.stringify({ views: copied, steps }));
  notice.announce(copied.length === 1 ? "View copied" : `${copied.length} views copied`);
  return true;
}

function put(desk, event) {
  const { store, stage } = desk;
  if (isOfWords(event) || !store.slide) return;
  const { clipboardData: data } = event;
  const copied = data.getData(KIND);
  const views = data.getData(VIEWS);
  const files = [...data.files];
  const words = data.getData("text/plain").replace(/\r\n?/g, "\n").trim();
  if (!copied && !views && !files.length && !words) return;
  event.preventDefault();
  stage.setFace("arrange");
  if (copied) putObjects(desk, JSON.parse(copied));
  else if (views) putViews(desk, JSON.parse(views));
  else if (files.length === 1 && kindOf(files[0], desk.files) === exchangeable(desk)?.kind) exchangeFile(desk, exchangeable(desk), files[0]);
  else if (files.length) placeFiles(desk, files);
  else putWords(desk, words);
}

function putObjects({ store }, { objects, steps }) {
  const ids = newIds("object", objects.length);
  store.edit({ do: "paste-objects", slide: store.focus, objects, steps, ids });
  store.select("objects", ids);
}

function putViews({ store, arranging }, { views, steps }) {
  const builds = newIds("build", views.length);
  store.edit({ do: "paste-views", slide: store.focus, views, steps, after: arranging.plane.after(), ids: newIds("view", views.length), builds });
  store.select("steps", builds);
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

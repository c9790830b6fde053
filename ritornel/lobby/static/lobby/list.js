// The list of shows: asking before what cannot be undone, taking in a document; what is dropped becomes shows.

import { listenForFiles } from "../parts/media/dropped.js";
import { handOver } from "../parts/media/handing.js";
import { kindOf } from "../parts/media/kinds.js";
import { bringShows } from "../parts/media/shows_brought.js";
import { Notice } from "../parts/notice.js";
import "../site/confirm.js";
import { pageData } from "../site/dom.js";

document.querySelector("select[data-at-once]")?.addEventListener("change", (event) => event.target.form.requestSubmit());

const notice = new Notice();
const kinds = pageData("files");

const chosen = Object.assign(document.querySelector("#import input[type=file]"), { multiple: true, accept: Object.keys(kinds).join(",") });
chosen.addEventListener("change", () => {
  const files = [...chosen.files];
  if (files.length === 1 && kindOf(files[0], kinds) === "show") chosen.form.submit();
  else take(files, null, "");
});
listenForFiles(take);

/** Documents of ours become shows; of all else one new show is made, on whose desk it goes on as if dropped there. */
async function take(arriving, _, folder) {
  const dropped = await arriving;
  const shows = dropped.filter((file) => kindOf(file, kinds) === "show");
  const others = dropped.filter((file) => kindOf(file, kinds) && !shows.includes(file));
  notice.leave(dropped.filter((file) => !kindOf(file, kinds)).map(({ name }) => `${name} is nothing of which a show can be made`));
  const came = shows.length ? await bringShows({ notice }, shows) : null;
  if (others.length) return begin(others, folder);
  if (came && shows.length === dropped.length && shows.length === 1) location.href = came.address;
  return undefined;
}

/** Makes a show in the style that is chosen, titled as the field says or else as the folder, and goes to its desk. */
async function begin(files, folder) {
  const form = new FormData(document.getElementById("new-show"));
  if (!form.get("title").trim()) form.set("title", folder);
  const answer = await fetch("/shows/new", { method: "POST", body: form }).catch(() => null);
  const show = answer?.ok && answer.url.match(/shows\/([0-9a-f-]{36})/)?.[1];
  if (!show) return notice.say("No show could be made: there is no line to the server just now, or nobody is signed in. Drop it again.", { stays: 0 });
  try {
    await handOver(show, files);
  } catch {
    return notice.say("The new show is made; this browser has no room to hand it the files. Open it and drop them there.", { stays: 0 });
  }
  location.href = answer.url;
  return undefined;
}
document.documentElement.dataset.ready = "";

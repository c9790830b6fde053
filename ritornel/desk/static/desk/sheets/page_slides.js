// Pages of a document into slides: each page a sharp picture, its words as the script if one likes.

import { html } from "../../site/vendor/lit.js";
import { send } from "../../site/sending.js";
import { footButtons, openDialog } from "../../parts/dialogs.js";
import { uploadFiles } from "../../parts/media/uploading.js";
import { newIds } from "../../parts/state/ids.js";
import { check } from "../../parts/fields.js";

/** Takes documents in, asks once, and makes a slide of every page after the slide in focus; pages that cannot be had are named. */
export async function bringDocuments(desk, files) {
  const documents = (await uploadFiles(desk, files)).filter((asset) => asset.kind === "document");
  if (!documents.length) return;
  const count = documents.reduce((sum, one) => sum + one.pages, 0);
  const how = await askHow(count);
  if (!how) return;
  const after = desk.store.focus;
  const { pages, refused } = await pagesOf(desk, documents, count);
  if (pages.length) await makeSlides(desk, pages, after, how);
  if (refused.length) desk.notice.say(`${pages.length} of ${count} pages are slides now.`, { stays: 0 });
  desk.notice.leave(refused);
}

function askHow(count) {
  const how = { said: true };
  return openDialog("Pages into slides", (dialog) => html`<h2 class="page-title">${count === 1 ? "A page into a slide" : `${count} pages into slides`}</h2>
    <p class="mt-3">${check("what is written on each is its script", how.said, (on) => ((how.said = on), dialog.update()))}</p>
    ${footButtons(html`<button class="act-main" @click=${() => dialog.close(how)}>Make slides</button>`, html`<button class="act" @click=${() => dialog.close()}>Leave</button>`)}`, { width: "420px" });
}

/** Every page as a picture, one after another, until it is stopped. */
async function pagesOf({ notice }, documents, count) {
  const pages = [];
  const refused = [];
  let stopped = false;
  for (const { id, name, pages: most } of documents) {
    for (let number = 1; number <= most && !stopped; number++) {
      notice.say(`Drawing ${name}: page ${pages.length + 1} of ${count}`, { stays: 0, act: { label: "Stop", run: () => (stopped = true) } });
      const { status, data } = await send(`/library/media/${id}/pages/${number}`);
      if (status === 200) pages.push(data);
      else refused.push(data.error ?? `page ${number} of ${name} could not be had`);
      if (status === 401 || status === 0) stopped = true;
    }
  }
  notice.clear();
  return { pages, refused };
}

async function makeSlides({ store }, pages, asked, { said }) {
  const ids = newIds("slide", pages.length);
  const scripts = said ? Object.fromEntries(pages.filter((page) => page.words).map((page) => [page.asset.id, page.words])) : {};
  const after = store.shown.briefs[asked] ? asked : store.focus;
  const { done } = await store.edit({ do: "add-picture-slides", assets: pages.map((page) => page.asset.id), after, fit: "whole", background: "#ffffff", scripts, as_given: true, ids });
  if (done) store.focusSlide(ids[0]);
}

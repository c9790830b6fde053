// An outline into slides: headings become slides, lists what stands on them, paragraphs what is said, pictures by their names.

import { send } from "../../site/sending.js";
import { uploadFiles } from "../../parts/media/uploading.js";
import { newIds } from "../../parts/state/ids.js";

/**
 * Makes slides of outlines, one after another, after the slide in focus. Pictures that came with them, and that they name,
 * stand on their slides; returns the pictures that none of them names.
 */
export async function bringOutlines(desk, outlines, pictures) {
  const read = [];
  const refused = [];
  for (const file of outlines) {
    const { status, data } = await send(`/shows/outlined?name=${encodeURIComponent(file.name)}`, file, "POST");
    if (status === 200) read.push(...data.slides);
    else refused.push(data.error ?? `${file.name} could not be sent`);
  }
  const named = new Set(read.flatMap((slide) => slide.pictures ?? []));
  const wanted = pictures.filter((file) => named.has(file.name));
  const assets = wanted.length ? await uploadFiles(desk, wanted) : [];
  const missing = [...named].filter((name) => !assets.some((asset) => asset.name === name));
  if (read.length) await makeSlides(desk, read, new Map(assets.map((asset) => [asset.name, asset.id])));
  const made = read.length ? `${read.length === 1 ? "1 slide" : `${read.length} slides`} made; Ctrl Z takes them back.` : "";
  const lacks = missing.length ? `Not found with it: ${missing.join(", ")}. Their places are kept on the slides: select one and drop its picture on it.` : "";
  desk.notice.say([made, lacks].filter(Boolean).join(" "), { stays: missing.length ? 0 : 7000 });
  desk.notice.leave(refused);
  return pictures.filter((file) => !named.has(file.name));
}

async function makeSlides({ store }, read, known) {
  const slides = read.map(({ pictures = [], ...slide }) => ({ ...slide, pictures: pictures.map((name) => known.get(name)).filter(Boolean), absent: pictures.filter((name) => !known.has(name)) }));
  const ids = newIds("slide", slides.length);
  const { done } = await store.edit({ do: "add-outline", slides, after: store.focus, ids });
  if (done) store.focusSlide(ids[0]);
}

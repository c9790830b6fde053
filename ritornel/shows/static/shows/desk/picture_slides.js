// Pictures into slides: how they fit, how long they hold, how they come in, chosen once for all of them.

import { el, readTime } from "../../site/dom.js";
import { uploadFiles } from "./assets.js";
import { transitionFields } from "./transition_fields.js";

/** Asks once, takes the pictures in, and makes one slide of each after the slide in focus. */
export function openPictureSlides(desk, files) {
  const { store } = desk;
  const pictures = files.filter((file) => file.type.startsWith("image/"));
  if (!pictures.length) {
    desk.notice.say("None of these files is a picture. Slides are made of png, jpg, webp or gif.");
    return;
  }
  const dialog = el("dialog", { "aria-label": "Pictures into slides" });
  const fit = el("select.field", { id: "picture-fit" }, el("option", { value: "whole" }, "whole, with the ground around it"), el("option", { value: "fill" }, "filling the slide, cut at the edges"));
  const hold = el("input.field", { value: "4.0", size: 6, id: "picture-hold" });
  const transition = transitionFields(store.vocabulary, { type: "crossfade", subtype: "", duration: null, colour: "#000000" });
  const wrong = el("p.notice.notice-error", { hidden: true, role: "alert" }, "Write the hold in seconds, such as 4.0, or leave it empty for the show's own.");
  const make = async () => {
    const ms = readTime(hold.value);
    wrong.hidden = ms !== undefined;
    if (ms === undefined) return;
    dialog.close();
    const assets = await uploadFiles(desk, pictures);
    if (!assets.length) return;
    const empty = onlyEmptySlide(store);
    const answer = await store.edit({
      do: "add-picture-slides", assets: assets.map((a) => a.id), after: store.focus, fit: fit.value, hold: ms, transition: transition.value(),
    });
    if (!answer) return;
    const first = answer.order[answer.order.findIndex((row) => row[0] === store.focus) + 1]?.[0];
    if (empty) await store.edit({ do: "delete-slides", slides: [empty] });
    store.focusSlide(first);
  };
  dialog.append(
    el("h2.page-title", {}, pictures.length === 1 ? "A picture into a slide" : `${pictures.length} pictures into slides`),
    el("p.soft.mt-1", {}, "In the order of their file names, one slide each."),
    el("div.sheet-grid.mt-4", {},
      el("label", { for: "picture-fit" }, "Picture"), el("div.wide", {}, fit),
      el("label", { for: "picture-hold" }, "Hold, s"), el("div.wide", {}, hold),
      el("label", {}, "Comes in"), el("div.wide", {}, transition.element)),
    wrong,
    el("div.flex.gap-4.mt-4", {}, el("button.act-main", { onclick: make }, "Make slides"), el("button.act", { onclick: () => dialog.close() }, "Leave")),
  );
  dialog.addEventListener("close", () => dialog.remove());
  dialog.addEventListener("keydown", (event) => event.stopPropagation());
  document.body.append(dialog);
  dialog.style.width = "460px";
  dialog.showModal();
}

/** The one slide of a fresh show, if nothing was done with it yet. */
function onlyEmptySlide(store) {
  const [row, more] = store.state.order;
  if (!row || more) return null;
  const { doc } = store.state.slides[row[0]];
  return doc.objects.length || doc.script || doc.title ? null : row[0];
}

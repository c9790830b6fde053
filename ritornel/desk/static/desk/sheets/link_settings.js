// Where an object, or words, lead: nowhere, to an address, to the next cue, a slide, a chapter.

import { nothing } from "../../site/vendor/lit.js";
import { choice, setting, textField } from "../../parts/fields.js";

const PLACES = /^#(next|slide:|chapter:)/;

/** The choices of a link. `set(link)` gets the new one. */
export function linkSettings({ store, notice }, link, set, { label = "Leads to", words = "" } = {}) {
  const { order, show } = store.shown;
  const places = [
    ["", "nowhere"], ["address", "an address…"], ["#next", "the next cue"],
    ...show.chapters.map(({ id, title }) => [`#chapter:${id}`, `chapter: ${title}`]),
    ...order.map(([id], n) => [`#slide:${id}`, `slide ${n + 1}: ${store.title(id)}`]),
  ];
  const isAddress = Boolean(link) && !PLACES.test(link);
  const toAddress = (text) => {
    if (!text || /^(https?:\/\/|mailto:)\S+$/.test(text)) set(text);
    else if (/^[\w.-]+\.\w{2,}(\/\S*)?$/.test(text)) set(`https://${text}`);
    else notice.say("Write an address that begins with https:, http: or mailto:.");
  };
  return [
    setting(words, choice(label, isAddress ? "address" : link, places, (place) => set(place === "address" ? "https://" : place)), { span: isAddress ? 2 : 4 }),
    isAddress ? setting("", textField("Address", link, toAddress, "https://…"), { span: 2 }) : nothing,
  ];
}

/** Where a link leads, in a few words. */
export function linkWords(store, link) {
  if (link === "#next") return "next cue";
  if (link.startsWith("#slide:")) return store.title(link.slice("#slide:".length));
  if (link.startsWith("#chapter:")) return store.shown.show.chapters.find(({ id }) => `#chapter:${id}` === link)?.title ?? "";
  return link.replace(/^(https?:\/\/|mailto:)/, "");
}

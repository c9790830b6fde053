// Recordings that were not kept, of this browser or another: offered when the show is opened.

import { ask, send } from "../../site/sending.js";
import { seconds } from "../../site/times.js";
import { html, nothing } from "../../site/vendor/lit.js";
import { footButtons, openDialog } from "../../parts/dialogs.js";
import { isHeld, leftHere, Pieces } from "../../parts/recording/pieces.js";
import { keepRecording } from "./recording.js";

const QUIET_S = 10; // one whose last piece is no older may be going on somewhere

/** Sends on what pages that are gone have left in this browser, then offers what was not kept. */
export async function offerLeftOver(desk) {
  const { store } = desk;
  const here = await leftHere(store.shown.show.id);
  for (const about of here) await new Pieces(about).takeUp();
  const own = new Set(here.map((about) => about.id));
  const { status, data } = await ask(`${store.address}recordings`);
  if (status !== 200) return;
  const left = [];
  for (const one of data.recordings) if (own.has(one.id) || (one.quiet >= QUIET_S && !(await isHeld(one.id)))) left.push(one);
  if (!left.length) return;
  const count = left.length === 1 ? `A recording of ${left[0].number ? `slide ${left[0].number}` : "a slide that is gone"} (${seconds(left[0].length)} s) was` : `${left.length} recordings were`;
  desk.notice.say(`${count} not kept.`, { stays: 0, act: { label: left.length === 1 ? "See it" : "See them", run: () => show(desk, left) } });
}

function show(desk, left) {
  const { store } = desk;
  desk.notice.clear();
  let rows = left;
  let told = "";
  let heard = null;
  const audio = new Audio();
  return openDialog("Recordings that were not kept", (dialog) => {
    const without = (one) => {
      rows = rows.filter((other) => other !== one);
      if (rows.length) dialog.update();
      else dialog.close();
    };
    const keep = async (one, whole = false) => {
      told = "It is being kept…";
      dialog.update();
      told = await keepRecording(store, one.id, { whole });
      dialog.update();
      if (told) return;
      store.focusSlide(one.slide);
      without(one);
    };
    const listen = (one) => {
      audio.pause();
      heard = heard === one ? null : one;
      if (heard) Object.assign(audio, { src: `${store.address}recordings/${one.id}/sound`, onended: () => listen(one) }).play();
      dialog.update();
    };
    const forget = async (one) => {
      await send(`${store.address}recordings/${one.id}`, undefined, "DELETE");
      without(one);
    };
    return html`<h2 class="page-title">${rows.length === 1 ? "A recording that was not kept" : `${rows.length} recordings that were not kept`}</h2>
      <ul class="found-list">${rows.map((one) => html`<li class="found left-over"><span><b>${one.number ? `${one.number} ${one.title}` : "of a slide that is gone"}</b> <span class="soft">${seconds(one.length)} s, ${new Date(one.begun).toLocaleString([], { dateStyle: "medium", timeStyle: "short" })}${one.over ? ", a passage of it" : ""}</span></span>
        <span class="left-over-acts"><button class="act" aria-pressed=${String(heard === one)} @click=${() => listen(one)}>${heard === one ? "Quiet" : "Listen"}</button>${one.number ? html`<button class="act-quiet" @click=${() => keep(one)}>Keep it</button>` : nothing}${one.number && one.over ? html`<button class="act" @click=${() => keep(one, true)}>For the whole slide</button>` : nothing}<button class="act" @click=${() => forget(one)}>Forget it</button></span></li>`)}</ul>
      <p class="soft" role="status">${told}</p>
      ${footButtons(html`<button class="act" autofocus @click=${() => dialog.close()}>Later</button>`)}`;
  }, { width: "680px", store }).finally(() => audio.pause());
}

// House styles: each shown by slides of this very show; a click sets the show in it. Below, what was set by hand and stays.

import { footButtons, openDialog } from "../../parts/dialogs.js";
import { byKey } from "../../parts/arrows.js";
import { html, nothing, ref } from "../../site/vendor/lit.js";
import { send } from "../../site/sending.js";
import { Stage } from "../../play/stage.js";

export async function openStyles(desk) {
  const { store } = desk;
  let told = null;
  let trouble = "";
  let asked = null;

  /** Asks for the styles as the show is now; an answer that was overtaken is passed over. */
  const ask = async (dialog) => {
    const mine = (asked = {});
    const commands = store.journal.entries.map((entry) => entry.command).filter((one) => typeof one === "object");
    const { status, data } = await send(`${store.address}styles`, { slides: store.focus ? [store.focus] : [], commands });
    if (asked !== mine) return;
    trouble = status === 200 ? "" : (data.error ?? "the server cannot be reached; close this, and open it again");
    const first = status === 200 && !told;
    if (status === 200) told = data;
    dialog.update();
    if (first) (dialog.element.querySelector(".is-chosen .style-choice") ?? dialog.element.querySelector(".style-choice")).focus({ preventScroll: true });
  };

  const choose = async (dialog, style) => {
    await store.edit({ do: "set-style", style });
    await ask(dialog);
    const stays = told?.by_hand.length ?? 0;
    desk.notice.announce(`Set in ${labelOf(told, style)}${stays ? `; ${stays} set by hand stay as they are` : ""}`);
  };
  const follow = async (dialog, { slide, object }) => {
    await store.edit({ do: "follow-style", slide, objects: [object] });
    ask(dialog);
  };
  const keep = async (dialog) => {
    const name = dialog.element.querySelector("#style-name").value.trim();
    if (!name) return dialog.element.querySelector("#style-name").focus();
    await store.edit({ do: "keep-style", name });
    ask(dialog);
  };
  const forget = async (dialog, name) => {
    await store.edit({ do: "forget-style", name });
    ask(dialog);
  };

  const tile = (dialog, style) => {
    const now = store.shown.show.style === style.name;
    return html`<div class="style-row ${now ? "is-chosen" : ""}">
      <button class="style-choice" data-style=${style.name} aria-pressed=${String(now)} @click=${() => choose(dialog, style.name)} @keydown=${walk}>
        <span class="style-words"><b>${style.label}</b><span class="soft">${style.voice}</span></span>
        <span class="style-slides">${style.slides.map((slide) => html`<i ${ref((root) => root && draw(root, slide, told, store))}></i>`)}</span>
      </button>
      ${style.own && !now ? html`<button class="act" @click=${() => forget(dialog, style.name)}>Take it out of the show</button>` : nothing}
    </div>`;
  };
  const handRow = (dialog, one) => html`<li class="found"><span>${one.object ? `“${one.name}” on “${one.title}”: its ${one.fields.join(", ")}` : `The ground of “${one.title}”`}</span>
    <span class="found-acts"><button class="act" @click=${() => follow(dialog, one)}>Follow the style</button><button class="act" @click=${() => { dialog.close(); store.focusSlide(one.slide); if (one.object) store.select("objects", [one.object]); }}>Go there</button></span></li>`;

  const template = (dialog) => html`<h2 class="page-title">House style</h2>
    <p class="soft mt-1">Your own slides in each style. Content and times stay; what was set by hand stays as it is.</p>
    ${trouble ? html`<p class="notice mt-3" role="alert">${trouble}</p>` : nothing}
    ${told ? html`<div class="style-list">${told.styles.map((style) => tile(dialog, style))}</div>` : html`<p class="mt-6 soft">The styles are being drawn…</p>`}
    ${told?.by_hand.length ? html`<h3 class="mt-4">Set by hand</h3><ul class="found-list">${told.by_hand.map((one) => handRow(dialog, one))}</ul>` : nothing}
    ${footButtons(html`<button class="act-main" @click=${() => dialog.close()}>Close</button>`,
      html`<label class="soft ml-auto">keep this look as <input class="field" id="style-name" maxlength="80" placeholder="a name"></label>`, html`<button class="act" @click=${() => keep(dialog)}>Keep the style</button>`)}`;
  return openDialog("House style", (dialog) => {
    if (!asked) ask(dialog);
    return template(dialog);
  }, { width: "1060px" });
}

function labelOf(told, name) {
  return told?.styles.find((style) => style.name === name)?.label ?? name;
}

/** Arrow keys go from style to style. */
function walk(event) {
  if (!event.key.startsWith("Arrow")) return;
  const choices = [...event.currentTarget.closest(".style-list").querySelectorAll(".style-choice")];
  const next = byKey(choices, event.currentTarget, event.key);
  if (!next) return;
  event.preventDefault();
  next.focus();
}

/** Draws a slide small, once for what it is. */
function draw(root, slide, { width, height }, store) {
  if (root.slide === slide) return;
  root.slide = slide;
  root.stage?.watcher.disconnect();
  root.replaceChildren();
  const play = { width, height, order: [["one", 0, 1]], slides: { one: { ...slide, score: { targets: [], length: 1, transition: { duration: 0 } } } }, assets: store.play.assets };
  root.stage = new Stage(root.appendChild(document.createElement("div")), play);
  root.stage.arrange("one");
}

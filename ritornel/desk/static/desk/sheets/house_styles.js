// House styles: each shown by slides of this very show; a click sets the show in it. Below, what was set by hand and stays.

import { footButtons, openDialog } from "../../parts/dialogs.js";
import { byKey } from "../../parts/arrows.js";
import { html, nothing, ref } from "../../site/vendor/lit.js";
import { send } from "../../site/sending.js";
import { Stage } from "../../play/stage.js";

export function openStyles(desk) {
  const styles = new Styles(desk);
  return openDialog("House style", (dialog) => styles.template(dialog), { width: "1060px" });
}

/** What the dialog shows, and what is done in it. */
class Styles {
  constructor(desk) {
    Object.assign(this, { desk, store: desk.store, told: null, trouble: "", asked: null });
  }

  template(dialog) {
    if (!this.asked) this.ask(dialog);
    const { told, trouble } = this;
    return html`<h2 class="page-title">House style</h2>
    <p class="soft mt-1">Your own slides in each style. Content and times stay; what was set by hand stays as it is.</p>
    ${trouble ? html`<p class="notice mt-3" role="alert">${trouble}</p>` : nothing}
    ${told ? html`<div class="style-list">${told.styles.map((style) => this.tile(dialog, style))}</div>` : html`<p class="mt-6 soft">The styles are being drawn…</p>`}
    ${told?.troubles.length ? html`<h3 class="mt-4">What the style cannot help</h3><ul class="found-list">${told.troubles.map((one) => this.troubleRow(dialog, one))}</ul>` : nothing}
    ${told?.by_hand.length ? html`<h3 class="mt-4">Set by hand</h3><ul class="found-list">${told.by_hand.map((one) => this.handRow(dialog, one))}</ul>` : nothing}
    ${footButtons(html`<button class="act-main" @click=${() => dialog.close()}>Close</button>`,
      html`<label class="soft ml-auto">keep this look as <input class="field" id="style-name" maxlength="80" placeholder="a name"></label>`, html`<button class="act" @click=${() => this.keep(dialog)}>Keep the style</button>`)}`;
  }

  tile(dialog, style) {
    const { store, told } = this;
    const now = store.shown.show.style === style.name;
    return html`<div class="style-row ${now ? "is-chosen" : ""}">
      <button class="style-choice" data-style=${style.name} aria-pressed=${String(now)} @click=${() => this.choose(dialog, style.name)} @keydown=${walk}>
        <span class="style-words"><b>${style.label}</b><span class="soft">${style.voice}</span>${style.troubles.length ? html`<span class="style-trouble">It cannot help: ${style.troubles[0].words}${style.troubles.length > 1 ? `, and ${style.troubles.length - 1} more` : ""}.</span>` : nothing}</span>
        <span class="style-slides">${style.slides.map((slide) => html`<i ${ref((root) => root && draw(root, slide, told, store))}></i>`)}</span>
      </button>
      ${style.own && !now ? html`<button class="act" @click=${() => this.edit(dialog, { do: "forget-style", name: style.name })}>Take it out of the show</button>` : nothing}
    </div>`;
  }

  troubleRow(dialog, one) {
    return html`<li class="found"><span>${one.words}</span><span class="found-acts"><button class="act" @click=${() => this.goTo(dialog, one)}>Go there</button></span></li>`;
  }

  goTo(dialog, one) {
    dialog.close();
    this.store.focusSlide(one.slide);
    if (one.object) this.store.select("objects", [one.object]);
  }

  handRow(dialog, one) {
    const follow = () => this.edit(dialog, { do: "follow-style", slide: one.slide, objects: [one.object] });
    return html`<li class="found"><span>${one.object ? `“${one.name}” on “${one.title}”: its ${one.fields.join(", ")}` : `The ground of “${one.title}”`}</span>
    <span class="found-acts"><button class="act" @click=${follow}>Follow the style</button><button class="act" @click=${() => this.goTo(dialog, one)}>Go there</button></span></li>`;
  }

  /** Asks for the styles as the show is now; an answer that was overtaken is passed over. */
  async ask(dialog) {
    const { store } = this;
    const mine = (this.asked = {});
    const commands = store.journal.entries.map((entry) => entry.command).filter((one) => typeof one === "object");
    const { status, data } = await send(`${store.address}styles`, { slides: store.focus ? [store.focus] : [], commands });
    if (this.asked !== mine) return;
    this.trouble = status === 200 ? "" : (data.error ?? "the server cannot be reached; close this, and open it again");
    const first = status === 200 && !this.told;
    if (status === 200) this.told = data;
    dialog.update();
    if (first) (dialog.element.querySelector(".is-chosen .style-choice") ?? dialog.element.querySelector(".style-choice")).focus({ preventScroll: true });
  }

  async edit(dialog, command) {
    await this.store.edit(command);
    await this.ask(dialog);
  }

  async choose(dialog, style) {
    await this.edit(dialog, { do: "set-style", style });
    const stays = this.told?.by_hand.length ?? 0;
    this.desk.notice.announce(`Set in ${labelOf(this.told, style)}${stays ? `; ${stays} set by hand stay as they are` : ""}`);
  }

  async keep(dialog) {
    const field = dialog.element.querySelector("#style-name");
    const name = field.value.trim();
    if (!name) return field.focus();
    await this.edit(dialog, { do: "keep-style", name });
  }
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

// The acts beside the stage: what can be put on the slide, and what can be done with what is selected.

import { html, nothing } from "../../site/vendor/lit.js";
import { Pane } from "../../parts/pane.js";
import { writable } from "../stage/text_editor.js";
import { doAct, lacking, writtenKey } from "./acting.js";
import { ACTS, actById } from "./table.js";

/** A button for an act, with its key under it or in its title. */
export function actButton(desk, id, { className = "act", label = null, told = false, pressed = null } = {}) {
  const act = actById(id);
  const key = writtenKey(act.keys[0]);
  return html`<button class=${className} data-act=${act.id} title="${act.name} (${key})" aria-keyshortcuts=${act.keys[0]}
    aria-pressed=${pressed === null ? nothing : String(pressed)} ?disabled=${act.needs === "slide" && Boolean(lacking(desk, act))}
    @click=${(event) => doAct(desk, act, event)}>${label ?? act.name}${told ? html` <kbd>${key}</kbd>` : nothing}</button>`;
}

const MAKES_ROOM = new Set(["continue", "objects"]); // for what can be done with what is selected

export function railPane(desk) {
  const { store } = desk;
  const some = (where) => ACTS.filter((act) => act.rail === where);
  const selected = () => {
    if (store.objects.size) return writable(store) ? "words" : "objects";
    return store.slides.size ? "slides" : store.steps.size ? "steps" : "";
  };
  const fits = (act, chosen) => {
    if (act.id === "build" || act.id === "place") return chosen === "objects" || chosen === "words";
    if (act.id === "write") return chosen === "words";
    if (act.id === "duplicate") return chosen && chosen !== "steps";
    return Boolean(chosen);
  };
  return new Pane(document.getElementById("acts"), {
    shows: () => [Boolean(store.slide), selected()],
    draw: (_, chosen) => html`
      ${some("slides").filter((act) => !chosen || !MAKES_ROOM.has(act.id)).map((act) => actButton(desk, act.id))}<hr>
      ${some("things").map((act) => actButton(desk, act.id))}
      ${chosen ? html`<hr>${some("selected").filter((act) => fits(act, chosen)).map((act) => actButton(desk, act.id, { told: true }))}` : nothing}`,
  });
}

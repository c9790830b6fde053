// What the desk minds while one works: refusals are said with the words that were refused, a page is not left with
// something unsent, whoever signed in again goes on.

import { sentence } from "./notice.js";
import { wordsOf } from "./words.js";

export function minding(desk) {
  const { store, notice } = desk;
  const remembered = `ritornel/focus/${store.kept.show.id}`;

  store.on("refused", ({ error, command }) => {
    const words = wordsIn(command);
    const act = words ? { label: "Copy what you wrote", run: () => navigator.clipboard?.writeText(words) } : null;
    notice.say(words ? `${sentence(error)} You wrote: “${words}”` : sentence(error), words ? { stays: 0, act } : {});
  });
  sayWhoseStep(store, notice);
  store.on("elsewhere", () => notice.announce("The show was changed in another page"));
  store.on("selected", () => notice.announce(selectionWords(store)));
  store.on("focus", () => sessionStorage.setItem(remembered, store.focus ?? ""));
  const last = sessionStorage.getItem(remembered);
  if (last && store.kept.briefs[last]) store.focusSlide(last);

  new BroadcastChannel("ritornel/signed-in").addEventListener("message", () => store.line.again());
  window.addEventListener("online", () => store.line.again());
  window.addEventListener("focus", () => store.line.state === "signed-out" && store.line.again());
  window.addEventListener("pagehide", () => desk.book.draft.send());
  window.addEventListener("beforeunload", (event) => {
    if (store.line.busy) event.preventDefault();
  });
}

/** A step back or forth over what another page did is said: who presses the keys did not do it here. */
export function sayWhoseStep(store, notice) {
  store.on("stepped", ({ way, label }) => {
    const act = way === "undo" ? { label: "Do it again", run: () => store.redo() } : { label: "Take it back", run: () => store.undo() };
    notice.say(`${way === "undo" ? "Taken back" : "Done again"}: ${label}. That was done in another page.`, { act });
  });
}

/** The words that someone wrote in a command, so that they stay in reach when it is refused. */
function wordsIn(command) {
  if (command?.do === "write-script") return command.script;
  if (command?.do === "write-text") return wordsOf(command.paragraphs);
  if (command?.do === "add-object") return wordsOf(command.object.paragraphs);
  return "";
}

function selectionWords(store) {
  const names = [...store.objects].map((id) => store.slide?.names[id] ?? "");
  if (names.length) return `Selected: ${names.join(", ")}`;
  const steps = [...store.steps].map((id) => store.timed(id)).filter(Boolean);
  if (steps.length) return `Selected: ${steps.map((step) => `${step.name} ${step.verb}`).join(", ")}`;
  if (store.slides.size) return `Selected: ${[...store.slides].map((id) => store.title(id)).join(", ")}`;
  return "Nothing selected";
}

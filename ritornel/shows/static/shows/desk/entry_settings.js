// A build's settings, in place under its entry.

import { el } from "../../site/dom.js";
import { check, choice, numberField, row, textField, timeField } from "./fields.js";

/** The settings of one build; each change is an edit. */
export function drawEntrySettings(desk, timed) {
  const { store } = desk;
  const doc = store.step(timed.id);
  const set = (values) => store.edit({ do: "set-steps", slide: store.focus, steps: [timed.id], values }, { typed: true });
  const effects = Object.entries(store.vocabulary.effects).filter(([, e]) => e.verbs[doc.kind]);
  const effect = store.vocabulary.effects[timed.effect];
  const opensGroup = timed.id === store.timed(timed.id)?.group.steps[0].id;
  const cue = store.timed(timed.id)?.group;
  const timedKind = doc.kind !== "play" && doc.kind !== "pause";
  const cells = [];
  if (effects.length > 1) {
    cells.push(...row("Effect", choice("Effect", timed.effect, effects.map(([n, e]) => [n, e.verbs[doc.kind]]), (name) => set({ effect: name, params: null, duration: null, easing: null })), !timedKind));
  }
  cells.push(...row("Trigger", choice("Trigger", doc.trigger, [["cue", "on cue"], ["alongside", "alongside"], ["following", "following"]], (trigger) => set({ trigger }))));
  cells.push(...row("Delay, s", timeField("Delay", doc.delay, (delay) => set({ delay }))));
  if (timedKind) {
    cells.push(...row("Lasts, s", timeField("Duration", timed.duration, (duration) => set({ duration }))));
    cells.push(...row("Times", numberField("Times", doc.repeat, (repeat) => set({ repeat: Math.round(repeat) }), { least: 1, most: 1000, places: 0 })));
    cells.push(...row("Easing", easingField(store, doc, set)));
  }
  if (opensGroup && cue.cue) {
    cells.push(...row("Wait, s", timeField("Wait before the cue", cue.wait, (wait) => store.edit({ do: "set-wait", slide: store.focus, cue: cue.cue, wait }, { typed: true }), { empty: null, placeholder: "by the clock" })));
  }
  for (const param of effect.params) cells.push(...row(param.label, paramField(param, () => store.step(timed.id)?.params ?? {}, set), true));
  const object = store.object(doc.object);
  if (doc.kind === "play" && object) {
    cells.push(el("div.all", {}, check("wait for its end", object.waited_for, (on) => store.edit({ do: "set-objects", slide: store.focus, values: { [object.id]: { waited_for: on } } }))));
  }
  cells.push(el("div.all", {},
    el("span.soft", {}, effect.help),
    el("button.act", { onclick: () => store.edit({ do: "delete-steps", slide: store.focus, steps: [timed.id] }) }, "Delete build"),
    object ? el("button.act", { onclick: () => store.selectObjects([object.id]) }, "Its object") : null));
  return el("div.settings", {}, cells);
}

function easingField(store, doc, set) {
  const named = store.vocabulary.easings;
  const own = doc.easing && !named.includes(doc.easing);
  const options = [["", "the effect's own"], ...named.map((name) => [name, name]), ["own", "a curve of one's own…"]];
  if (!own) {
    return choice("Easing", doc.easing, options, (name) => set({ easing: name === "own" ? "cubic-bezier(0.2, 0.8, 0.2, 1)" : name || null }));
  }
  return textField("Easing", doc.easing, (easing) => set({ easing: easing || null }), "cubic-bezier(x1, y1, x2, y2)");
}

/** `params()` gives what is set now: other parameters may have been changed since this field was drawn. */
function paramField(param, params, set) {
  const value = params()[param.name] ?? param.default;
  const change = (v) => set({ params: { ...params(), [param.name]: v } });
  if (param.choices.length) return choice(param.label, value, param.choices, change);
  const field = numberField(param.label, value, change, { least: param.least, most: param.most });
  field.style.width = "4em";
  return el("span", {}, field, el("span.soft", {}, ` ${param.unit}`));
}

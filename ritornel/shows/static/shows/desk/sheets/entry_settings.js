// A build's settings, in place under its entry.

import { html, nothing } from "../../../site/vendor/lit.js";
import { check, choice, numberField, row, textField, timeField } from "./fields.js";

const TRIGGERS = [["cue", "on cue"], ["alongside", "alongside"], ["following", "following"]];

/** The settings of one build; each change is an edit. */
export function entrySettings(desk, timed) {
  const { store } = desk;
  const slide = store.focus;
  const step = store.step(timed.id);
  const { group } = store.timed(timed.id);
  const set = (values) => store.edit({ do: "set-steps", slide, steps: [timed.id], values });
  const effects = Object.entries(store.vocabulary.effects).filter(([, e]) => e.verbs[step.kind]);
  const effect = store.vocabulary.effects[timed.effect] ?? { params: [], help: "" };
  const opens = timed.id === group.steps[0].id && group.cue > 0;
  const moves = step.kind !== "play" && step.kind !== "pause";
  const object = store.object(step.object);
  const toWait = (wait) => store.edit({ do: "set-wait", slide, cue: group.cue, wait });
  const toBeWaitedFor = (on) => store.edit({ do: "set-objects", slide, values: { [object.id]: { waited_for: on } } });
  return html`<div class="settings">
    ${effects.length > 1 ? row("Effect", choice("Effect", timed.effect, effects.map(([n, e]) => [n, e.verbs[step.kind]]), (name) => set({ effect: name, params: null, duration: null, easing: null })), !moves) : nothing}
    ${row("Trigger", choice("Trigger", step.trigger, TRIGGERS, (trigger) => set({ trigger })))}
    ${row("Delay, s", timeField("Delay", step.delay, (delay) => set({ delay })))}
    ${moves ? row("Lasts, s", timeField("Duration", step.duration ?? timed.duration, (duration) => set({ duration }))) : nothing}
    ${moves ? row("Times", numberField("Times", step.repeat, (repeat) => set({ repeat: Math.round(repeat) }), { least: 1, most: 1000, places: 0 })) : nothing}
    ${moves ? row("Easing", easingField(store, step, set)) : nothing}
    ${opens ? row("Wait, s", timeField("Wait before the cue", group.wait, toWait, { empty: null, placeholder: "by the clock" })) : nothing}
    ${effect.params.map((param) => row(param.label, paramField(param, () => store.step(timed.id)?.params ?? {}, set), true))}
    ${step.kind === "play" && object ? html`<div class="all">${check("wait for its end", object.waited_for, toBeWaitedFor)}</div>` : nothing}
    <div class="all"><span class="soft">${effect.help}</span>
      <button class="act" @click=${() => store.edit({ do: "delete-steps", slide, steps: [timed.id] })}>Delete build</button>
      ${object ? html`<button class="act" @click=${() => store.select("objects", [object.id])}>Its object</button>` : nothing}</div>
  </div>`;
}

function easingField(store, step, set) {
  const named = store.vocabulary.easings;
  if (step.easing && !named.includes(step.easing)) {
    return textField("Easing", step.easing, (easing) => set({ easing: easing || null }), "cubic-bezier(x1, y1, x2, y2)");
  }
  const options = [["", "the effect's own"], ...named.map((name) => [name, name]), ["own", "a curve of one's own…"]];
  return choice("Easing", step.easing, options, (name) => set({ easing: name === "own" ? "cubic-bezier(0.2, 0.8, 0.2, 1)" : name || null }));
}

/** `params()` gives what is set now: other parameters may have been changed since this field was drawn. */
function paramField(param, params, set) {
  const value = params()[param.name] ?? param.default;
  const change = (v) => set({ params: { ...params(), [param.name]: v } });
  if (param.choices.length) return choice(param.label, value, param.choices, change);
  return html`<span class="inline-flex is-time">${numberField(param.label, value, change, { least: param.least, most: param.most })}<span class="soft">${param.unit}</span></span>`;
}

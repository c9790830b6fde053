// Sketches of commands on views of a plane.

import { withSlide } from "./states.js";

const STEP = { kind: "view", object: "", part: null };

export const VIEW_SKETCHES = {
  "set-views": (state, { slide, values }) =>
    withViews(state, slide, (views, order) => [views.map((view) => ({ ...view, ...whole(values[view.id]) })), order]),

  "add-views": (state, { slide, views, after = null, ids, builds }, defaults) =>
    withViews(state, slide, (known, order) => {
      if (views.length !== ids?.length || views.length !== builds?.length) return [known, order];
      const made = views.map((view, n) => ({ name: "", turn: 0, ...view, id: ids[n] }));
      const steps = made.map((view, n) => ({ ...defaults.step, ...STEP, id: builds[n], view: view.id, trigger: "cue" }));
      const begun = order.some(({ kind }) => kind === "view") ? [] : [{ ...steps.shift(), trigger: "alongside" }];
      const at = behind([...begun, ...order], after);
      return [[...known, ...made], [...begun, ...order].toSpliced(at, 0, ...steps)];
    }),

  "delete-views": (state, { slide, views }) =>
    withViews(state, slide, (known, order) => [known.filter(({ id }) => !views.includes(id)), order.filter((step) => step.kind !== "view" || !views.includes(step.view))]),

  "move-views": (state, { slide, steps, before = "" }) => withViews(state, slide, (views, order) => [views, moved(order, steps, before) ?? order]),
};

/** A slide that has a plane, with its views and its running order as they will be. */
function withViews(state, slide, change) {
  return withSlide(state, slide, (s) => {
    if (!s.document.plane) return s;
    const [views, order] = change(s.document.views ?? [], s.document.running_order);
    return { ...s, document: { ...s.document, views, running_order: order } };
  });
}

function whole(values = {}) {
  return Object.fromEntries(Object.entries(values).filter(([, value]) => value !== null));
}

/** Where in a running order what comes behind the cue of a build stands: before the next cue. */
function behind(order, id) {
  const at = order.findIndex((step) => step.id === id);
  const next = at < 0 ? -1 : order.findIndex((step, n) => n > at && step.trigger === "cue");
  return next < 0 ? order.length : next;
}

/** Stays at views in another order; null where one follows another in its cue, or a slide begins elsewhere: then the answer tells. */
function moved(order, ids, before) {
  const first = order.findIndex(({ kind }) => kind === "view");
  const views = order.filter(({ kind }) => kind === "view");
  if (first !== 0 || views.slice(1).some(({ trigger }) => trigger !== "cue")) return null;
  const stays = views.map((view, n) => order.slice(order.indexOf(view), views[n + 1] ? order.indexOf(views[n + 1]) : order.length));
  const chosen = stays.filter(([view]) => ids.includes(view.id));
  const rest = stays.filter(([view]) => !ids.includes(view.id));
  const at = before ? rest.findIndex(([view]) => view.id === before) : rest.length;
  if (!chosen.length || at < 0) return null;
  const placed = rest.toSpliced(at, 0, ...chosen);
  return placed.flatMap(([view, ...others], n) => [{ ...view, trigger: n ? "cue" : "alongside", ...(n || view === views[0] ? {} : { delay: 0 }) }, ...others]);
}

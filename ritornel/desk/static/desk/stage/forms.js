// Handles of forms: where each stands, in shares of the object's box, and what a drag of it sets. One entry for each setting.

const clamp = (value, least, most) => Math.min(most, Math.max(least, value));
const share = (value) => clamp(Math.round(value * 1000) / 1000, 0.05, 0.95);

const HANDLES = {
  corner_radius: {
    label: "Corner radius",
    at: (thing) => [Math.min(thing.corner_radius, thing.width / 2, thing.height / 2) / thing.width, 0],
    drag: (thing, dx) => ({ corner_radius: Math.round(clamp(Math.min(thing.corner_radius, thing.width / 2, thing.height / 2) + dx, 0, Math.min(thing.width, thing.height) / 2)) }),
  },
  tail: {
    label: "Tail",
    at: (thing) => thing.tail,
    drag: (thing, dx, dy) => ({ tail: [clamp(thing.tail[0] + dx / thing.width, -10, 10), clamp(thing.tail[1] + dy / thing.height, -10, 10)] }),
  },
  inner: {
    label: "Depth",
    at: (thing) => (thing.form === "arrow" ? [1 - thing.inner, 0] : [0.5 + thing.inner / 2, 0.5]),
    drag: (thing, dx) => ({ inner: share(thing.inner + (thing.form === "arrow" ? -dx / thing.width : (2 * dx) / thing.width)) }),
  },
};

/** The handles of an object: [{name, label, at: [x, y] in shares}]. */
export function formHandles(thing, forms) {
  if (thing.kind !== "shape") return [];
  return forms[thing.form].settings.filter((name) => HANDLES[name]).map((name) => ({ name, label: HANDLES[name].label, at: HANDLES[name].at(thing) }));
}

/** What a drag of a form's handle by dx, dy, along the object's own sides, sets. */
export function formDragged(thing, name, dx, dy) {
  return HANDLES[name].drag(thing, dx, dy);
}

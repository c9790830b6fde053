// Values of a sentence's settings: in the unit that people read, and as the document has them.

/** A number of the document in its unit: 800 is 0.8 s. */
export function inUnit({ per = 1 }, value) {
  return value / per;
}

/** The values that set a number, a colour or a curve; `given` is what has the field now. */
export function asDocument({ field, within, per = 1 }, value, given) {
  const set = typeof value === "number" ? clean(value * per, per) : value;
  if (within === "params") return { params: { [field]: set } }; // the others stay as they are
  return within ? { [within]: { ...given[within], [field]: set } } : { [field]: set };
}

function clean(value, per) {
  return per === 1 ? Math.round(value * 1000) / 1000 : Math.round(value);
}

/** A number as the sentence says it. */
export function written({ unit = "", step }, value) {
  const places = step >= 1 ? 0 : value * 10 === Math.round(value * 10) ? 1 : 2;
  return `${value.toFixed(places)}${unit.startsWith("%") ? "" : " "}${unit}`.trim();
}

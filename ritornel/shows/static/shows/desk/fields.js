// Fields that sheets are made of: each tells its value when it is changed and right, and says so when it is wrong.

import { el, readTime, seconds } from "../../site/dom.js";

/** A time in seconds; `empty` is what an empty field means (null) or undefined if it may not be empty. */
export function timeField(label, ms, changed, { empty, placeholder = "" } = {}) {
  const input = el("input.field", { value: ms === null || ms === undefined ? "" : seconds(ms), "aria-label": label, placeholder, inputmode: "decimal" });
  input.addEventListener("change", () => {
    const read = readTime(input.value);
    const wrong = read === undefined || (read === null && empty === undefined);
    mark(input, wrong, "Write a time in seconds, such as 2.5, or minutes and seconds, such as 1:02.5");
    if (!wrong) changed(read);
  });
  return input;
}

export function numberField(label, value, changed, { least = -100000, most = 100000, places = 1 } = {}) {
  const input = el("input.field", { value: String(Number(value.toFixed(places))), "aria-label": label, inputmode: "decimal" });
  input.addEventListener("change", () => {
    const number = Number(input.value.replace(",", "."));
    const wrong = input.value.trim() === "" || Number.isNaN(number) || number < least || number > most;
    mark(input, wrong, `Write a number from ${least} to ${most}`);
    if (!wrong) changed(number);
  });
  return input;
}

export function textField(label, value, changed, placeholder = "") {
  const input = el("input.field", { value, "aria-label": label, placeholder, maxlength: 300 });
  input.addEventListener("change", () => changed(input.value.trim()));
  return input;
}

export function choice(label, value, options, changed) {
  return el("select.field", { "aria-label": label, onchange: (event) => changed(event.target.value) },
    options.map(([name, words]) => el("option", { value: name, selected: name === value }, words)));
}

export function check(words, on, changed) {
  const box = el("input", { type: "checkbox", checked: on });
  box.addEventListener("change", () => changed(box.checked));
  return el("label.inline-flex.gap-1.items-baseline", {}, box, words);
}

export function colourField(label, value, changed, canBeNone = false) {
  const picker = el("input", { type: "color", value: value === "none" ? "#ffffff" : value, "aria-label": label });
  picker.addEventListener("change", () => changed(picker.value));
  if (!canBeNone) return picker;
  const none = check("none", value === "none", (on) => changed(on ? "none" : picker.value));
  return el("span.inline-flex.gap-2.items-center", {}, picker, none);
}

/** A label and its field, for a sheet's grid. */
export function row(label, field, wide = false) {
  return [el("label", {}, label), wide ? el("div.wide", {}, field) : el("div", {}, field)];
}

function mark(input, wrong, words) {
  input.classList.toggle("field-wrong", wrong);
  input.title = wrong ? words : "";
  input.setAttribute("aria-invalid", String(wrong));
}

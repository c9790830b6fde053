// Fields that sheets are made of: each tells its value when it is changed and right, and says so when it is wrong.

import { html, nothing } from "../site/vendor/lit.js";
import { readNumber } from "../site/numbers.js";
import { readTime, seconds } from "../site/times.js";
import { fieldValue } from "./pane.js";

function field(label, shown, read, changed, { wrong = "", placeholder = "", mode = "text", most = 300, id = "" } = {}) {
  const commit = (event) => {
    const input = event.target;
    const value = read(input.value);
    input.classList.toggle("field-wrong", value === undefined);
    input.title = value === undefined ? wrong : "";
    input.setAttribute("aria-invalid", String(value === undefined));
    if (value !== undefined) changed(value);
  };
  return html`<input class="field" id=${id} aria-label=${label} placeholder=${placeholder} inputmode=${mode} maxlength=${most} @change=${commit} ${fieldValue(shown)}>`;
}

/** A time in seconds; `empty` is what an empty field means (null) or undefined if it may not be empty. */
export function timeField(label, ms, changed, { empty, placeholder = "", id = "" } = {}) {
  const read = (text) => {
    const time = readTime(text);
    return time === null ? empty : time;
  };
  const wrong = "Write a time in seconds, such as 2.5, or minutes and seconds, such as 1:02.5";
  return field(label, ms === null || ms === undefined ? "" : seconds(ms), read, changed, { wrong, placeholder, mode: "decimal", id });
}

/** A number, or sums of numbers; with `whole`, also shares of it. Where there is none, `none` stands in its place. It is written times `factor`. */
export function numberField(label, value, changed, { least = -100000, most = 100000, places = 1, factor = 1, whole = null, none = "various" } = {}) {
  const read = (text) => {
    const number = readNumber(text, whole);
    return number < least || number > most ? undefined : number;
  };
  const shares = whole === null ? "" : ", or a share of the slide, such as 50% or 1/3";
  const shown = value === null ? "" : String(Number((value * factor).toFixed(places)));
  return field(label, shown, read, (number) => changed(number / factor), { wrong: `Write a number from ${least} to ${most}${shares}`, placeholder: value === null ? none : "", mode: "decimal" });
}

export function textField(label, value, changed, placeholder = "") {
  return field(label, value, (text) => text.trim(), changed, { placeholder });
}

export function choice(label, value, options, changed, id = "") {
  return html`<select class="field" id=${id} aria-label=${label} @change=${(event) => changed(event.target.value)}>
    ${value === null ? html`<option value="" selected disabled>various</option>` : ""}${options.map(([name, words]) => html`<option value=${name} .selected=${name === value}>${words}</option>`)}
  </select>`;
}

/** Something that is so or not; null: of some. */
export function check(words, on, changed) {
  return html`<label class="check"><input type="checkbox" .indeterminate=${on === null} .checked=${Boolean(on)} @change=${(event) => changed(event.target.checked)}>${words}</label>`;
}

const NOBODY_CHOOSES = "#7f7e80"; // of colours that differ: any other one is a change

/** A colour; null: they differ. */
export function colourField(label, value, changed, canBeNone = false) {
  const none = value === "none";
  const shown = none ? "#ffffff" : (value ?? NOBODY_CHOOSES);
  const state = none ? "is-none" : value === null ? "is-various" : "";
  const picker = html`<input type="color" class=${state} list="colours" aria-label=${value === null ? `${label}, various` : label} title=${value === null ? "various" : ""} .value=${shown} @change=${(event) => changed(event.target.value)}>`;
  if (!canBeNone) return picker;
  return html`<span class="colour-field">${picker}${check("none", value === null ? null : none, (on) => changed(on ? "none" : shown))}</span>`;
}

/** A row of a sheet: its label stands in the margin, its settings in four columns. */
export function row(label, ...settings) {
  return html`<div class="sheet-row" role="group" aria-label=${label}><span class="row-label">${label}</span><div class="row-settings">${settings}</div></div>`;
}

/** A field, the words before it and its unit after it; `span` columns of a row. */
export function setting(words, field, { unit = "", span = 1 } = {}) {
  return html`<span class="setting" data-span=${span}>${words ? html`<span class="soft">${words}</span>` : nothing}${field}${unit ? html`<span class="soft">${unit}</span>` : nothing}</span>`;
}

/** What takes a whole row: buttons, a remark. */
export function across(content) {
  return html`<div class="act-row" data-span="4">${content}</div>`;
}

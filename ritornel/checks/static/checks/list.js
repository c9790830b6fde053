// The list of what was found, in groups, and what was set aside below it.

import { html, nothing } from "../site/vendor/lit.js";
import { Pane } from "../parts/pane.js";
import { sentence } from "../parts/words.js";
import { nameOf, WEIGHTS } from "./findings.js";

const WORDS = Object.fromEntries(WEIGHTS);
const SET_ASIDE = { name: "", title: "Set aside" };

export function listPane(check) {
  const { store, findings, closely } = check;
  const pane = new Pane(document.getElementById("list"), {
    shows: () => [store.shown.findings, store.shown.aside, closely.told, closely.looked, findings.open.length, store.shown.order, findings.by, findings.current && nameOf(findings.current)],
    draw: () => {
      const { groups, aside, current } = findings;
      const here = current && nameOf(current);
      return html`${summary(check)}
        ${groups.map((group) => groupOf(check, group, group.rows, here))}
        ${aside.length ? groupOf(check, SET_ASIDE, aside.map(([finding]) => finding), here, new Map(aside.map(([finding, why]) => [nameOf(finding), why]))) : nothing}`;
    },
  });
  const update = pane.update.bind(pane);
  pane.update = () => {
    if (update()) document.querySelector(".check-row[aria-current=true]")?.scrollIntoView({ block: "nearest" });
  };
  return pane;
}

/** How much there is of each weight, and what is still being looked at. */
function summary({ findings, rules, closely }) {
  const counts = WEIGHTS.map(([weight, words]) => [findings.open.filter((one) => rules[one.rule].weight === weight).length, words]).filter(([count]) => count);
  const looking = [
    closely.told ? "" : "looking closely…",
    closely.waiting ? `looking closely at ${closely.waiting === 1 ? "one more slide" : `${closely.waiting} more slides`}…` : "",
    closely.listening ? "listening to the mix…" : "",
    findings.more ? `${findings.more} more are not listed: mend some of these first` : "",
    closely.spelling ? "" : "spelling is not looked at: there is no dictionary of the show’s language",
  ].filter(Boolean);
  return html`<p class="check-summary" role="status" id="summary">${counts.length ? counts.map(([count, words], n) => html`${n ? ", " : ""}<b>${count}</b> ${words}`) : closely.waiting || closely.listening || !closely.told ? "Nothing is found so far" : "Nothing is wrong that can be found"}.
    ${looking.length ? html`<span class="soft">${sentence(looking.join("; ")).replace("….", "…")}</span>` : nothing}</p>`;
}

function groupOf(check, { name, title, number }, rows, here, reasons = null) {
  return html`<section class="check-group ${reasons ? "is-aside" : ""}">
    <h2 class="check-title" id="group-${name}">${number ? html`<b>${number}</b> ` : nothing}${title}</h2>
    <ul class="check-rows" aria-labelledby="group-${name}">${rows.map((row) => rowOf(check, row, here, reasons?.get(nameOf(row))))}</ul>
  </section>`;
}

function rowOf({ findings, rules, store }, finding, here, reason) {
  const { weight } = rules[finding.rule];
  const name = nameOf(finding);
  const words = findings.by === "slide" || reason !== undefined ? finding.message : finding.message.replace(/^slide \d+: /, "");
  const slide = findings.by === "slide" && reason === undefined ? nothing : html`<em>slide ${store.slideIndex(finding.slide) + 1}</em>`;
  return html`<li><button class="check-row is-${weight}" aria-current=${String(name === here)} @click=${() => findings.choose(finding)}>
    <span class="check-weight">${WORDS[weight]}</span>
    <span class="check-words">${sentence(words.replace(/^slide \d+: /, ""))} ${reason ? html`<i class="soft">Left: ${reason}</i>` : nothing}</span>${slide}</button></li>`;
}

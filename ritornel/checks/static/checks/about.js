// The finding that is looked at: why it matters, what its mend would make of the slide, and what can be done about it.

import { html, nothing, ref } from "../site/vendor/lit.js";
import { minutes } from "../site/times.js";
import { Pane } from "../parts/pane.js";
import { sentence } from "../parts/words.js";
import { learnable, nameOf } from "./findings.js";

export function aboutPane(check) {
  const { store, findings, trials } = check;
  return new Pane(document.getElementById("about"), {
    shows: () => {
      const { current, reason, asking } = findings;
      return [current && nameOf(current), current?.mend?.words, reason, asking, current?.mend && reason === null ? trials.of(current) : null, findings.alike.length, store.kept.revision];
    },
    draw: (name, words, reason, asking, trial, alike) => (name ? about(check, findings.current, { reason, asking, trial, alike }) : html`<p class="soft">Every slide was looked at: how long it stands, what is said, what is seen of it and what is heard.</p>`),
  });
}

function about(check, finding, { reason, asking, trial, alike }) {
  const { findings, rules } = check;
  const { title, why } = rules[finding.rule];
  return html`<h2 class="check-kind">${title}</h2>
    <p>${sentence(finding.message)}</p>
    <p class="soft">${why}</p>
    ${finding.mend && reason === null && !asking ? mended(finding, trial) : nothing}
    ${reason !== null ? html`<p>Set aside: <i>${reason || "no reason was given"}</i></p>` : nothing}
    ${asking ? asked(findings) : acts(findings, finding, reason, alike)}`;
}

function acts(findings, finding, reason, alike) {
  const word = learnable(finding);
  return html`<div class="check-acts">
    ${finding.mend && reason === null ? html`<button class="act-main" id="mend" @click=${() => findings.mend()}>${finding.mend.words} <kbd>M</kbd></button>` : nothing}
    ${alike > 1 && finding.mend && reason === null ? html`<button class="act-quiet" id="mend-alike" @click=${() => findings.mendAlike()}>Mend all ${alike} of this kind <kbd>A</kbd></button>` : nothing}
    ${word && reason === null ? html`<button class="act-quiet" id="learn" @click=${() => findings.learn()}>It is a word <kbd>W</kbd></button>` : nothing}
    <a class="act-quiet" id="go" href=${findings.way}>Go there <kbd>Enter</kbd></a>
    ${reason === null ? html`<button class="act-quiet" id="leave" @click=${() => findings.leave()}>Leave it <kbd>L</kbd></button>` : html`<button class="act-quiet" id="take-up" @click=${() => findings.takeUp()}>Look at it again <kbd>U</kbd></button>`}
  </div>`;
}

const focused = (field) => field && queueMicrotask(() => field.focus()); // by then it stands in the page

/** Why it is left as it is: Enter sets it aside. */
function asked(findings) {
  const done = (event) => {
    event.preventDefault();
    findings.leave(event.target.elements.reason.value.trim());
  };
  const given = (event) => {
    if (event.key !== "Escape") return;
    event.stopPropagation();
    findings.choose(findings.current);
  };
  return html`<form class="check-reason" @submit=${done} @keydown=${given}>
    <label for="reason">Why it stays as it is</label>
    <input class="field" id="reason" name="reason" maxlength="500" autocomplete="off" ${ref(focused)}>
    <div class="check-acts"><button class="act-main">Leave it</button><button class="act-quiet" type="button" @click=${() => findings.choose(findings.current)}>Not now</button></div>
  </form>`;
}

/** The slide as it is and as it would be, and what that does to its length. */
function mended(finding, trial) {
  if (!trial) return html`<div class="check-pictures" aria-busy="true"><figure><span class="check-blank"></span><figcaption>as it is</figcaption></figure><figure><span class="check-blank"></span><figcaption>mended</figcaption></figure></div>`;
  if (trial.error) return html`<p class="text-over">${sentence(trial.error)}</p>`;
  const { before, after, lengths } = trial;
  const looksAlike = before && after && before.picture === after.picture;
  const longer = lengths[1] - lengths[0];
  const picture = (standing, words) => html`<figure><img src=${standing.picture} alt=${`The slide ${words}`}><figcaption>${words}, ${minutes(standing.length)}</figcaption></figure>`;
  return html`<div class="check-pictures">${before ? picture(before, "as it is") : nothing}${after && !looksAlike ? picture(after, "mended") : nothing}</div>
    <p class="soft" id="would">${after ? (looksAlike ? "Mended it looks the same" : "") : "Mended, the slide is gone"}${longer ? `${after && !looksAlike ? "The" : "; the"} show lasts ${(Math.abs(longer) / 1000).toFixed(1)} s ${longer > 0 ? "longer" : "less"}` : ""}${after && !looksAlike && !longer ? "" : "."}</p>`;
}

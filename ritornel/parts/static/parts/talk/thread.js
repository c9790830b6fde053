// A comment with its answers, and where one answers: plain words in any writing, addresses in them as links.

import { html, nothing, repeat } from "../../site/vendor/lit.js";
import { sentence } from "../words.js";

const ADDRESS = /(https?:\/\/[^\s<>"')\]]+)/;

/** Words as they were written; addresses are links, and nothing else is anything but letters. */
export function plain(words) {
  return words.split(ADDRESS).map((part, n) => (n % 2 ? html`<a class="underline" href=${part} rel="noopener nofollow" target="_blank">${part}</a>` : part));
}

/** When it was said: the hour today, else the day. */
export function when(made) {
  const at = new Date(made);
  const today = at.toDateString() === new Date().toDateString();
  return at.toLocaleString([], today ? { hour: "2-digit", minute: "2-digit", hour12: false } : { day: "numeric", month: "short" });
}

/** A thread: `state` holds which of one's own words are being changed. */
export function thread(talk, comment, state, update) {
  return html`<article class="talk-thread ${comment.settled ? "is-settled" : ""}" data-comment=${comment.id}>
    ${repeat([comment, ...comment.answers], (one) => one.id, (one) => said(talk, one, state, update))}
    ${comment.settled ? html`<p class="soft">Settled by ${comment.settled}.</p>` : nothing}
    ${writing(talk, { draft: comment.id, label: "Answer", act: "Answer", run: () => talk.say(comment.id, { under: comment.id }) })}
    <div class="talk-acts">
      ${comment.own || talk.data.edits ? html`<button class="act" data-act="settle" @click=${() => talk.act(comment, comment.settled ? "unsettle" : "settle")}>${comment.settled ? "Take it up again" : "Settle"}</button>` : nothing}
      ${trouble(talk)}
    </div>
  </article>`;
}

export function trouble(talk) {
  return talk.error ? html`<span class="text-over" role="alert">${sentence(talk.error)}</span>` : talk.sending ? html`<span class="soft" role="status">on its way…</span>` : nothing;
}

function said(talk, one, state, update) {
  const change = () => {
    state.changing = state.changing === one.id ? null : one.id;
    talk.drafts.set(`edit ${one.id}`, one.words);
    update();
  };
  const keep = async () => {
    if (await talk.act(one, "edit", talk.drafts.get(`edit ${one.id}`))) state.changing = null;
    update();
  };
  return html`<div class="talk-said">
    <p class="talk-who"><b>${one.name}</b> <span class="soft">${when(one.made)}${one.edited ? ", changed" : ""}</span>
      ${one.young && !one.deleted ? html`<button class="act" @click=${change}>Change</button>` : nothing}
      ${one.deletes && !one.deleted ? html`<button class="act" data-act="delete" @click=${() => talk.act(one, "delete")}>Delete</button>` : nothing}</p>
    ${state.changing === one.id ? writing(talk, { draft: `edit ${one.id}`, label: "Say it otherwise", act: "Keep", run: keep }) : html`<p class="talk-words" dir="auto">${one.deleted ? html`<i class="soft">taken back</i>` : plain(one.words)}</p>`}
  </div>`;
}

/** A field to write in; Ctrl Enter sends it, and what is not sent stays. */
export function writing(talk, { draft, label, act, run, focus = false }) {
  const keys = (event) => {
    if (event.key !== "Enter" || !(event.ctrlKey || event.metaKey)) return;
    event.preventDefault();
    run();
  };
  return html`<form class="talk-form" @submit=${(event) => (event.preventDefault(), run())}>
    <textarea class="field" rows="2" maxlength="2000" dir="auto" aria-label=${label} placeholder=${`${label}; @name calls somebody`} ?autofocus=${focus}
      .value=${talk.drafts.get(draft)} @keydown=${keys} @input=${(event) => talk.drafts.set(draft, event.target.value)}></textarea>
    <button class="act-quiet" ?disabled=${talk.sending}>${act} <kbd>Ctrl Enter</kbd></button>
  </form>`;
}

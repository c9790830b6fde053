// The header: title, live length against its target, whether all is kept, undo and redo.

import { html, nothing } from "../site/vendor/lit.js";
import { minutes, readTime } from "../site/times.js";
import { actButton } from "./acts/rail.js";
import { fieldValue, Pane } from "../parts/pane.js";
import { wordsIn } from "../parts/state/unsent.js";
import { openShowSheet } from "./sheets/show_sheet.js";

export function headerPane(desk, addresses) {
  const { store } = desk;
  const { line, journal } = store;
  const target = (event) => {
    const ms = readTime(event.target.value);
    event.target.setAttribute("aria-invalid", String(ms === undefined));
    if (ms === undefined) desk.notice.say("Write the length aimed at as minutes and seconds, such as 5:00.");
    else store.edit({ do: "set-show", values: { target: ms } });
  };
  const rename = (event) => {
    const title = event.target.value.trim();
    if (title) store.edit({ do: "set-show", values: { title } });
    else event.target.value = store.shown.show.title;
  };
  const pane = new Pane(document.getElementById("head"), {
    shows: () => [store.shown.show, store.shown.length, store.shown.found + desk.closely.found.length, store.kept, line.state, line.busy, journal.trouble, store.presence?.shown, store.presence?.followed, store.shown.order, desk.remarks.open],
    draw: (show, length, found, ...others) => {
      const said = others.at(-1);
      const over = show.target !== null && length > show.target;
      return html`
        <a class="word-mark pr-3 border-r border-rule" href=${addresses.list}>Ritornel</a>
        <h1 class="sr-only">${show.title}</h1>
        <input class="desk-title" id="title" maxlength="300" aria-label="Title of the show" @change=${rename} ${fieldValue(show.title)}>
        <span class="desk-length ${over ? "is-over" : ""}" id="length" data-ms=${length} title="${(length / 1000).toFixed(2)} s">${minutes(length)}</span>
        <label class="soft whitespace-nowrap">of <input class="field desk-target" id="target" placeholder="target" aria-label="Length aimed at" @change=${target} ${fieldValue(show.target === null ? "" : minutes(show.target))}></label>
        ${show.target === null ? nothing : html`<span class="desk-gauge ${over ? "is-over" : ""}" id="gauge" aria-hidden="true"><i .style=${`width:${Math.min(100, (100 * length) / Math.max(1, show.target))}%`}></i></span>`}
        ${keptWords(desk)}
        <span class="flex-1"></span>
        ${othersHere(desk)}
        ${stepButton(desk, "undo", store.kept.undo)}${stepButton(desk, "redo", store.kept.redo)}
        <button class="act" id="show-sheet" @click=${() => openShowSheet(desk)}>Pace and beds</button>
        <a class="act" href=${addresses.contact}>Contact sheet</a>
        <a class="act" href=${addresses.library}>Library</a>
        <a class="act" href=${addresses.people}>People</a>
        ${said ? html`<a class="act" id="said" href=${addresses.comments}>Said<b class="found-count ml-1">${said}</b></a>` : nothing}
        <a class="act" href=${addresses.history}>History</a>
        <a class="act" href=${addresses.lectern}>Rehearse</a>
        <a class="act" href=${addresses.record} @click=${(event) => (event.currentTarget.hash = store.focus ?? "")}>Record</a>
        <a class="act" id="line-check" href=${addresses.check}>Line check${found ? html`<b class="found-count ml-1">${found}</b>` : nothing}</a>
        <a class="act-main" href=${addresses.publish}>Publish</a>`;
    },
  });
  const update = pane.update.bind(pane);
  pane.update = () => {
    if (update()) document.title = `${store.shown.show.title} · Ritornel`;
  };
  return pane;
}

/** Whether what was done is kept; never “kept” while something is not. */
function keptWords({ store }) {
  const { line, journal, kept } = store;
  const again = (label, run) => html`<button class="act" @click=${run}>${label}</button>`;
  const words = (text, wrong, act = nothing) => html`<span class="whitespace-nowrap ${wrong ? "text-over" : "soft"}" id="kept" role="status">${text} ${act}</span>`;
  if (line.state === "signed-out") return words("not kept:", true, again("sign in again", () => signIn(store)));
  if (line.state === "gone") return words("the show is not yours to see any more, or gone", true, html`${again("try again", () => line.again())}${takeWords(journal)}`);
  if (line.state === "barred") return words(`not kept: ${line.why}`, true, takeWords(journal));
  if (line.state === "unreachable") return words(`not kept yet: ${line.why}`, true, again("try now", () => line.again()));
  if (journal.trouble) return words("keeping… (this browser stores nothing)", true);
  if (line.busy) return words("keeping…", false);
  return words(`kept ${new Date(kept.kept).toLocaleTimeString([], { hour: "2-digit", minute: "2-digit", hour12: false })}`, false);
}

/** What was written and cannot be kept: as a text to take along. */
function takeWords(journal) {
  const words = wordsIn(journal.entries.map((entry) => entry.command));
  return words.length ? html` <a class="act" download="not-kept.txt" href=${`data:text/plain;charset=utf-8,${encodeURIComponent(words.join("\n\n"))}`}>take your words</a>` : nothing;
}

/** Signing in again in a small window; when it is done, it says so to every page, and what was not kept is sent. */
function signIn(store) {
  window.open("/sign-in?next=/signed-in", "ritornel-sign-in", "popup,width=420,height=480");
  store.line.again();
}

/** Who else is on the show, by initials, and on which slide; pressed, one follows them. */
function othersHere({ store, remarks }) {
  const { presence } = store;
  if (!presence?.shown.length) return nothing;
  return html`<span class="here-marks" role="group" aria-label="Also here">${presence.shown.map(({ page, name, slide }) => {
    const at = store.slideIndex(slide) + 1;
    const isFollowed = presence.followed === page;
    const words = `${name}${at ? `, on slide ${at}` : ""}: ${isFollowed ? "followed; press to go your own way" : "press to follow"}`;
    return html`<button class="here-mark" aria-pressed=${String(isFollowed)} title=${words} aria-label=${words} @click=${() => presence.follow(isFollowed ? null : page)}><b>${remarks.talk.data?.initials?.[name] ?? name.slice(0, 2)}</b>${at || ""}</button>`;
  })}</span>`;
}

function stepButton(desk, id, what) {
  const whose = what && desk.store.isOthers(what) ? ", done in another page" : "";
  const words = what ? `${id === "undo" ? "Undo" : "Redo"}: ${what.label}${whose}` : `Nothing to ${id}`;
  const possible = what || (id === "undo" && desk.store.line.busy);
  return html`<span title=${words}>${actButton(desk, id, { className: `act ${possible ? "" : "is-idle"}` })}</span>`;
}

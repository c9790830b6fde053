// The page of comments: all that was said about a show in its order, one of them open beside the list; worked by keys.

import { html, nothing, render, repeat } from "../site/vendor/lit.js";
import { pageData } from "../site/dom.js";
import { followTalk, Talk } from "../parts/talk/talk.js";
import { thread, trouble, when, writing } from "../parts/talk/thread.js";
import { listenForKeys } from "./keys.js";

const { addresses, title, ...data } = pageData("page");
const talk = new Talk({ address: addresses.comments, data });
const page = { talk, addresses, here: location.hash.slice(1), settledToo: false, state: {}, about: "", places: new Set() };

/** The comments that are listed: those that are not settled, and the settled if they are wanted. */
Object.defineProperty(page, "rows", { get: () => talk.comments.filter((one) => page.settledToo || !one.settled || one.id === page.here) });
Object.defineProperty(page, "current", { get: () => (page.here === "new" ? null : (talk.find(page.here) ?? page.rows[0] ?? null)) });

page.choose = (id) => {
  Object.assign(page, { here: id, state: {} });
  talk.error = "";
  history.replaceState(null, "", `#${id}`);
  page.update();
  document.querySelector(".talk-row[aria-current=true]")?.scrollIntoView({ block: "nearest" });
};
page.step = (by) => {
  const { rows, current } = page;
  const at = Math.min(Math.max(0, rows.indexOf(current) + by), rows.length - 1);
  if (rows[at]) page.choose(rows[at].id);
};
/** Settles what is open and goes on to what comes after it, or takes up what was settled. */
page.settle = async () => {
  const { rows, current } = page;
  if (!current) return;
  const at = rows.indexOf(current);
  const done = await talk.act(current, current.settled ? "unsettle" : "settle");
  if (!done || current.settled || page.settledToo) return;
  page.here = "";
  const next = page.rows[Math.min(at, page.rows.length - 1)];
  page.choose(next?.id ?? "");
};
page.turn = () => {
  page.settledToo = !page.settledToo;
  page.update();
};
page.write = () => {
  page.choose("new");
  document.querySelector("#about textarea")?.focus();
};

/** Where to look at what a comment is at. */
page.way = ({ stands }) => {
  if (!talk.data.edits || !stands.slide) return addresses.home;
  return `${addresses.home}#${encodeURIComponent(stands.slide)}${stands.object ? `:${encodeURIComponent(stands.object)}` : ""}`;
};

page.update = () => {
  render(head(), document.getElementById("head"));
  render(list(), document.getElementById("list"));
  render(page.here === "new" ? begun() : page.current ? html`<h2 class="talk-at">${page.current.at}</h2>${thread(talk, page.current, page.state, page.update)}` : empty(), document.getElementById("about"));
};

function head() {
  const settled = talk.comments.filter((one) => one.settled).length;
  return html`<a class="word-mark pr-3 border-r border-rule" href=${addresses.list}>Ritornel</a>
    <h1 class="contact-title"><span class="soft font-normal">Said about</span> ${title}</h1>
    <span class="flex-1"></span>
    ${settled ? html`<button class="act" aria-pressed=${String(page.settledToo)} @click=${page.turn}>${page.settledToo ? "Without" : "With"} ${settled} settled</button>` : nothing}
    <a class="act" href=${addresses.csv} download>As a table</a>
    <a class="act text-plum" href=${addresses.home}>To the show</a>
    <button class="act-main" id="say" @click=${page.write}>Say something</button>`;
}

function list() {
  const { rows, current } = page;
  return html`${rows.length ? nothing : html`<p class="talk-empty">${talk.comments.length ? "All is settled." : "Nothing is said yet."}</p>`}
    <ul class="talk-rows">${repeat(rows, (one) => one.id, (one) => html`<li><button class="talk-row ${one.settled ? "is-settled" : ""}" aria-current=${String(one === current)} @click=${() => page.choose(one.id)}>
    <b class="talk-number">${one.number}</b>
    <span class="talk-line"><span class="talk-first" dir="auto">${one.deleted ? "taken back" : one.words.slice(0, 240)}</span>
    <span class="soft">${one.at} · ${one.name}, ${when(one.made)}${one.answers.length ? ` · ${one.answers.length} ${one.answers.length === 1 ? "answer" : "answers"}` : ""}${one.settled ? " · settled" : ""}</span></span></button></li>`)}</ul>
    ${talk.deleted ? html`<p class="talk-undo" role="status">A comment is deleted. <button class="act" id="back" @click=${() => talk.act(talk.deleted, "back")}>Bring it back</button></p>` : nothing}`;
}

/** Where something new is said: about the show or a slide. */
function begun() {
  const say = async () => {
    if (await talk.say("new", { place: page.about ? { slide: page.about } : {} })) page.choose(talk.made);
  };
  return html`<h2 class="talk-at"><label>About <select class="field" id="place" @change=${(event) => (page.about = event.target.value)}>
    <option value="">the show</option>${talk.data.slides.map(({ id, number, title: name }) => html`<option value=${id} ?selected=${id === page.about}>slide ${number}${name ? `, ${name}` : ""}</option>`)}</select></label></h2>
    ${writing(talk, { draft: "new", label: "What is to be said", act: "Say it", run: say })}${trouble(talk)}`;
}

function empty() {
  return html`<p class="soft">Who has a part in this show can say something about it here, and on the desk about a thing, words or an instant.</p>`;
}

talk.on(page.update);
page.update();
listenForKeys(page);
followTalk(talk, addresses.events);
if (!document.hidden) talk.fetch(true);
document.documentElement.dataset.ready = "yes";

/** For the console and the browser tests: the page's parts. */
window.ritornel = page;

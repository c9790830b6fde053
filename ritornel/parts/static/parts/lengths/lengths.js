// How long a show, a chapter or some slides last, in one sentence: fitted to a length, each so long, longer, in proportion, as
// they are read, or changing on the beat. What it would give is told slide by slide before it is kept.

import { html, nothing } from "../../site/vendor/lit.js";
import { ask as getting, send } from "../../site/sending.js";
import { minutes, readTime, seconds } from "../../site/times.js";
import { footButtons, openDialog } from "../dialogs.js";
import { check, choice, numberField, timeField } from "../fields.js";

const MOST_TOLD = 400;
const REACH = { show: "the show", chapter: "this chapter", slides: "these slides" };

/** Opens the sentence for the slides that are chosen; `way` is what it begins with. */
export function openLengths({ store, notice }, chosen, way = "fit") {
  const lengths = new Lengths(store, notice, chosen, way);
  const closed = openDialog("How long it lasts", (dialog) => lengths.template(dialog), { width: "640px" });
  lengths.ask();
  return closed;
}

class Lengths {
  constructor(store, notice, chosen, way) {
    const { shown } = store;
    Object.assign(this, { store, notice, chosen, told: null, wrong: "", take: null });
    this.asked = {
      way,
      reach: chosen.length > 1 || way !== "fit" ? "slides" : "show",
      length: shown.show.target ?? shown.length,
      amount: 3000,
      times: 1.5,
      cps: shown.show.pace.cps,
      gives: new Set(["holds", "waits"]),
      reading: false,
      every: "1",
      bed: "",
      builds: false,
      take: null,
    };
  }

  template(dialog) {
    this.dialog = dialog;
    return html`<h2 class="page-title">How long it lasts</h2>
      ${sentence(this.store, this.asked, this.chosen, (values) => this.set(values))}
      ${outcome(this.store, this.told, this.wrong)}
      ${footButtons(html`<button class="act-main" id="keep-lengths" autofocus ?disabled=${Boolean(this.wrong)} @click=${() => this.keep()}>Keep it</button>`, html`<button class="act" @click=${() => dialog.close()}>Leave it</button>`)}`;
  }

  get command() {
    return commandOf(this.store, this.asked, this.chosen);
  }

  set(values) {
    Object.assign(this.asked, values);
    this.tell(null);
    this.ask();
  }

  tell(told, wrong = "") {
    Object.assign(this, { told, wrong });
    this.dialog?.update();
  }

  /** Asks the server what it would give; only the answer to what is asked last counts. */
  async ask() {
    const { store, asked } = this;
    if (asked.way === "take" && !(await this.hasTake())) return;
    const { command } = this;
    const last = (this.last = JSON.stringify(command));
    const before = store.journal.entries.map((entry) => entry.command).filter((one) => typeof one === "object");
    const { status, data } = await send(`${store.address}try`, { commands: [...before, command], near: [] });
    if (last !== this.last) return;
    if (status === 200) this.tell(data);
    else this.tell(null, data?.error ?? "The server could not be reached: try again.");
  }

  /** Whether there is a take of the show; it is asked for once. */
  async hasTake() {
    const { asked } = this;
    asked.take ??= (await getting(`${this.store.address}takes/last`)).data;
    if (asked.take?.take) return true;
    this.tell(null, asked.take ? "There is no take of this show yet: rehearse it once, and its times can be taken over" : "The server could not be reached: try again");
    return false;
  }

  keep() {
    if (this.wrong) return;
    this.store.edit(this.command);
    this.notice.announce("Kept; Ctrl Z takes it back");
    this.dialog.close();
  }
}

/** The slides that are meant: all (null), those of the chapter, or those that are chosen. */
function slidesOf({ shown, focus }, asked, chosen) {
  const ids = shown.order.map(([id]) => id);
  if (asked.reach === "show") return asked.way === "fit" ? null : ids;
  if (asked.reach === "slides") return chosen;
  const firsts = shown.show.chapters.map((chapter) => ids.indexOf(chapter.first));
  const here = ids.indexOf(chosen[0] ?? focus);
  const from = Math.max(0, ...firsts.filter((first) => first <= here));
  const until = Math.min(ids.length, ...firsts.filter((first) => first > here));
  return ids.slice(from, until);
}

function commandOf(store, asked, chosen) {
  const slides = slidesOf(store, asked, chosen);
  if (asked.way === "fit") return { do: "fit-length", length: asked.length, slides, gives: [...asked.gives], reading: asked.reading };
  if (asked.way === "take") return { do: "apply-take", take: asked.take?.take ?? null, slides };
  if (asked.way === "beat") return { do: "to-beat", slides, every: asked.every === "beat" ? "beat" : "bar", bars: Number(asked.every) || 1, bed: asked.bed, builds: asked.builds };
  const amount = { each: asked.amount, more: asked.amount, times: asked.times, read: asked.cps }[asked.way];
  return { do: "pace-slides", slides, way: asked.way, amount };
}

function sentence(store, asked, chosen, set) {
  const reaches = Object.entries(REACH).filter(([reach]) => reach !== "chapter" || store.shown.show.chapters.length);
  const told = reaches.map(([reach, words]) => [reach, reach === "slides" ? (chosen.length === 1 ? "this slide" : `these ${chosen.length} slides`) : words]);
  const what = choice("What lasts", asked.reach, told, (reach) => set({ reach, length: asked.way === "fit" ? lengthOf(store, { ...asked, reach }, chosen) : asked.length }));
  const way = choice("In which way", asked.way, WAYS, (now) => set({ way: now }), "length-way");
  return html`<p class="sentence">Let ${what} ${way} ${amountOf(store, asked, set)}</p>${asked.way === "fit" ? givesOf(asked, set) : nothing}${asked.way === "beat" ? html`<p class="sentence">${check("Their builds come on beats too", asked.builds, (builds) => set({ builds }))}</p>` : nothing}`;
}

const WAYS = [["fit", "last, in all,"], ["each", "stand, each slide,"], ["more", "stand longer by"], ["times", "stand, in proportion,"], ["read", "stand as long as reading takes, at"], ["beat", "change on"], ["take", "stand as the last take gave them"]];

function amountOf({ shown }, asked, set) {
  if (asked.way === "fit") {
    const beds = shown.show.beds.filter((bed) => shown.assets[bed.asset]);
    const lengths = beds.map((bed) => [String((bed.out ?? shown.assets[bed.asset].length) - bed.in), `as long as ${shown.assets[bed.asset].name}`]);
    const music = lengths.length ? html`, or ${choice("As long as music", "", [["", "as long as some music"], ...lengths], (ms) => ms && set({ length: Number(ms) }))}` : nothing;
    return html`just ${lengthField(asked, set)}${music}.`;
  }
  if (asked.way === "each") return html`${timeField("Seconds each", asked.amount, (amount) => set({ amount }))} s.`;
  if (asked.way === "more") return html`${numberField("Seconds longer", asked.amount, (amount) => set({ amount }), { least: -86_400, most: 86_400, places: 2, factor: 0.001 })} s each.`;
  if (asked.way === "times") return html`${numberField("Times as long", asked.times, (times) => set({ times }), { least: 0, most: 1000, places: 2 })} times as long.`;
  if (asked.way === "read") return html`${numberField("Characters a second", asked.cps, (cps) => set({ cps }), { least: 1, most: 2000 })} characters a second.`;
  if (asked.way === "take") return asked.take?.given ? html`, ${asked.take.given}.` : "";
  const every = [["beat", "a beat"], ["1", "the first of a bar"], ["2", "every second bar"], ["4", "every fourth bar"], ["8", "every eighth bar"]];
  const beds = shown.show.beds.map((bed) => [bed.id, shown.assets[bed.asset]?.name ?? "a sound that is gone"]);
  return html`${choice("On which beats", asked.every, every, (chosen) => set({ every: chosen }))} of ${beds.length > 1 ? choice("Of which music", asked.bed || beds[0][0], beds, (bed) => set({ bed })) : (beds[0]?.[1] ?? "the music")}.`;
}

/** A length as minutes and seconds; Enter keeps what it gives. */
function lengthField(asked, set) {
  const read = (event) => {
    const ms = readTime(event.target.value);
    const isWrong = ms === null || ms === undefined || ms < 0;
    event.target.classList.toggle("field-wrong", isWrong);
    event.target.title = isWrong ? "Write minutes and seconds, such as 3:00, or seconds" : "";
    if (!isWrong) set({ length: ms });
  };
  const enter = (event) => {
    if (event.key !== "Enter") return;
    event.preventDefault(); // the next Enter keeps what is shown then
    read(event);
    document.getElementById("keep-lengths").focus();
  };
  return html`<input class="field" id="fit-length" aria-label="Length" inputmode="decimal" maxlength="20" .value=${asked.length % 1000 ? seconds(asked.length) : minutes(asked.length)} @change=${read} @keydown=${enter}>`;
}

function givesOf(asked, set) {
  const give = (name, words) => check(words, asked.gives.has(name), (on) => {
    const gives = new Set(asked.gives);
    if (on) gives.add(name);
    else gives.delete(name);
    if (gives.size) set({ gives });
    else set({});
  });
  return html`<p class="sentence">What gives way: ${give("holds", "holds")} ${give("waits", "waits before cues")} ${give("pauses", "pauses in voices")} ${check("but nothing too short to be read", asked.reading, (reading) => set({ reading }))}</p>`;
}

function lengthOf(store, asked, chosen) {
  const slides = slidesOf(store, asked, chosen);
  if (asked.reach === "show") return store.shown.show.target ?? store.shown.length;
  return store.shown.order.filter(([id]) => slides.includes(id)).reduce((sum, row) => sum + row[2], 0);
}

/** What it would give, slide by slide, and what would be too short then. */
function outcome({ shown }, told, wrong) {
  if (wrong) return html`<p class="sentence is-wrong" role="status">${sentenceOf(wrong)}</p>`;
  if (!told) return html`<p class="soft" role="status">Looking…</p>`;
  const before = new Map(shown.order.map(([id, , length]) => [id, length]));
  const rows = told.order.map(([id, , length], n) => ({ id, number: n + 1, before: before.get(id), after: length })).filter((one) => one.before !== one.after);
  const fresh = newFindings(shown.findings, told.findings);
  const title = (id) => shown.briefs[id]?.title || "untitled";
  const words = rows.length ? `The show would last ${minutesAndTenths(told.length)}; ${rows.length === 1 ? "1 slide changes" : `${rows.length} slides change`}.` : `Nothing changes: it lasts ${minutesAndTenths(told.length)}.`;
  return html`<p class="sentence" role="status" id="lengths-told">${words}</p>
    ${rows.length ? html`<div class="lengths-rows"><table class="lengths">${rows.slice(0, MOST_TOLD).map(({ id, number, before: was, after }) => html`<tr><td class="soft">${number}</td><td>${title(id)}</td><td class="soft">${seconds(was)} s</td><td>${seconds(after)} s</td></tr>`)}</table></div>` : nothing}
    ${fresh.length ? html`<p class="sentence is-wrong">Too short then: ${fresh.slice(0, 3).map((one) => one.message).join("; ")}${fresh.length > 3 ? `; and ${fresh.length - 3} more` : ""}.</p>` : nothing}`;
}

function newFindings(before, after) {
  const there = new Set(before.map((one) => `${one.rule} ${one.slide}`));
  return after.filter((one) => !there.has(`${one.rule} ${one.slide}`));
}

function minutesAndTenths(ms) {
  return `${minutes(ms - (ms % 1000))}${ms % 1000 ? `.${String(ms % 1000).padStart(3, "0").replace(/0+$/, "")}` : ""}`;
}

function sentenceOf(words) {
  return `${words[0].toUpperCase()}${words.slice(1)}${/[.!?]$/.test(words) ? "" : "."}`;
}

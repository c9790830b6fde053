// What is said about the show, on the desk: small numbers where it stands, on the stage, in the prompt book and over the
// timeline; each opens what was said there.

import { html, nothing, render } from "../../site/vendor/lit.js";
import { footButtons, openDialog } from "../../parts/dialogs.js";
import { Pane } from "../../parts/pane.js";
import { Talk } from "../../parts/talk/talk.js";
import { thread, trouble, writing } from "../../parts/talk/thread.js";
import { placeMeant } from "./place.js";

export class Remarks {
  constructor(desk, address) {
    this.desk = desk;
    this.store = desk.store;
    this.talk = new Talk({ address });
    this.stagePane = new Pane(document.getElementById("stage-talk"), {
      shows: () => [this.here, this.store.slide, desk.arranging.scale, desk.arranging.ready],
      draw: (here, slide, scale, ready) => (ready ? this.onStage(here, slide, scale) : nothing),
    });
    this.bookPane = new Pane(document.getElementById("book-talk"), {
      shows: () => [this.here, this.store.objects.size],
      draw: (here, objects) => {
        const wide = here.filter((one) => !one.stands.end);
        const whose = this.talk.data?.given[this.store.focus];
        const said = wide.length ? html`<span class="soft">Said here</span> ${wide.map((one) => this.mark(one))}` : nothing;
        return (wide.length || whose) && !objects ? html`<div class="talk-marks-line">${whose ? html`<span class="soft">For ${whose}.</span>` : nothing}${said}</div>` : nothing;
      },
    });
    this.talk.on(() => this.store.changed());
    this.store.on("comments", (changed) => changed !== this.talk.data?.changed && this.talk.fetch());
  }

  /** What stands open at the slide in focus; the same list as long as nothing in it has changed. */
  get here() {
    const { data } = this.talk;
    if (this.listed?.data !== data || this.listed.focus !== this.store.focus) {
      const found = this.talk.comments.filter((one) => !one.settled && one.stands.slide === this.store.focus);
      this.listed = { data, focus: this.store.focus, found };
    }
    return this.listed.found;
  }

  /** How many of all are not settled. */
  get open() {
    return this.talk.comments.filter((one) => !one.settled).length;
  }

  /** Those that stand at an instant, of the whole show. */
  get timed() {
    return this.talk.comments.filter((one) => !one.settled && one.stands.instant !== undefined);
  }

  update() {
    this.stagePane.update();
    this.bookPane.update();
    this.inMargin();
    this.overTimeline();
  }

  mark(one, style = "") {
    const words = `${one.name}: ${one.words.slice(0, 120)}`;
    return html`<button class="talk-mark" data-comment=${one.id} title=${words} aria-label=${`Comment ${one.number}, ${one.at}. ${words}`} .style=${style} @pointerdown=${(event) => event.stopPropagation()} @click=${() => this.show(one.id)}>${one.number}</button>`;
  }

  /** Beside the passage of the script in which its words stand. */
  inMargin() {
    const script = this.store.slide?.document.script ?? "";
    const words = this.here.filter((one) => one.stands.end);
    const cueOf = ({ stands }) => Number([...script.slice(0, stands.start).matchAll(/\[(\d+)\]/g)].at(-1)?.[1] ?? 0);
    for (const [cue, view] of this.desk.book.passages) render(words.filter((one) => cueOf(one) === cue).map((one) => this.mark(one)), view.talk);
  }

  /** At the upper right corner of its object; several of one stand beside each other. */
  onStage(here, slide, scale) {
    const taken = new Map();
    return here.filter((one) => one.stands.object).map((one) => {
      const thing = slide.document.objects.find(({ id }) => id === one.stands.object);
      if (!thing) return nothing;
      const nth = taken.get(thing.id) ?? 0;
      taken.set(thing.id, nth + 1);
      return this.mark(one, `left:${((thing.x + thing.width) * scale - 10 - nth * 24).toFixed(1)}px;top:${(thing.y * scale - 10).toFixed(1)}px`);
    });
  }

  /** Over the ruler, where it stands in time. */
  overTimeline() {
    const { timeline } = this.desk;
    const { range } = timeline;
    const seen = this.timed.filter((one) => one.stands.instant >= range[0] && one.stands.instant <= range[1]);
    render(seen.map((one) => this.mark(one, `left:${timeline.x(one.stands.instant).toFixed(1)}px`)), timeline.talk);
  }

  /** Opens what was said, to be answered and settled. */
  show(id) {
    const state = {};
    const dialog = openDialog("What was said", (opened) => {
      const comment = this.talk.find(id);
      return html`<h2 class="talk-at">${comment ? comment.at : "It is deleted."}</h2>${comment ? thread(this.talk, comment, state, opened.update) : nothing}
        ${footButtons(html`<button class="act-main" @click=${() => opened.close()}>Close</button>`, html`<a class="act" href=${`${this.talk.address}#${id}`}>All that was said</a>`)}`;
    }, { width: "520px", store: this.store });
    document.querySelector("dialog[aria-label='What was said'] textarea")?.focus();
    this.talk.fetch(true);
    return dialog;
  }

  /** Says something about what is selected, the words that are, this instant, or the slide. */
  say() {
    const places = placeMeant(this.desk);
    let chosen = 0;
    openDialog("Say something", (opened) => {
      const run = async () => {
        if (await this.talk.say("desk", { place: places[chosen].place })) opened.close();
      };
      return html`<h2 class="talk-at"><label>About <select class="field" @change=${(event) => (chosen = event.target.selectedIndex)}>${places.map(({ words }, n) => html`<option ?selected=${n === chosen}>${words}</option>`)}</select></label></h2>
        ${writing(this.talk, { draft: "desk", label: "What is to be said", act: "Say it", run, focus: true })}
        ${footButtons(html`<button class="act" @click=${() => opened.close()}>Not now</button>`, trouble(this.talk))}`;
    }, { width: "520px", store: this.store });
    document.querySelector("dialog[aria-label='Say something'] textarea")?.focus();
  }
}

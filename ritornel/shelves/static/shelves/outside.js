// What is outside: words are looked for in the collection, an address is fetched; each fetch tells how far it is.

import { html, nothing, render, repeat } from "../site/vendor/lit.js";
import { ask, send } from "../site/sending.js";
import { minutes } from "../site/times.js";

const ASK_AGAIN_MS = 250;
const LONGEST_REST_MS = 4000;

export class Outside {
  /** `arrived` is called when something has come. */
  constructor({ notice, arrived }) {
    Object.assign(this, { notice, arrived, fetches: [], found: null, words: "", page: 1 });
    this.asking = document.getElementById("outside-ask");
    this.input = document.getElementById("outside-words");
    this.coming = document.getElementById("coming");
    this.list = document.getElementById("outside");
    this.asking.hidden = false;
    this.asking.addEventListener("submit", (event) => {
      event.preventDefault();
      const words = this.input.value.trim();
      if (/^[a-z]+:\/\//i.test(words)) this.fetch({ address: words }, words);
      else if (words) this.search(words);
    });
    for (const [name, id] of Object.entries(this.coming.dataset)) if (name.startsWith("fetch")) this.follow({ id, name: "a file", arrived: 0, size: 0 });
  }

  // ---- the collection

  async search(words, page = 1) {
    Object.assign(this, { words, page, found: "looking…" });
    this.draw();
    const { status, data } = await ask(`/library/outside?words=${encodeURIComponent(words)}&page=${page}`);
    if (words !== this.words || page !== this.page) return; // something else is looked for by now
    this.found = status === 200 ? data : { trouble: data.error ?? "there is no line to the server just now" };
    this.draw();
  }

  // ---- fetching

  async fetch(wanted, name) {
    const one = { id: null, name, arrived: 0, size: 0, item: wanted.item };
    this.fetches.push(one);
    this.draw();
    this.told(one, await send("/library/fetches", wanted));
  }

  follow(one) {
    this.fetches.push(one);
    this.draw();
    this.again(one, 0);
  }

  async again(one, rest) {
    await new Promise((resolve) => setTimeout(resolve, rest));
    if (!this.fetches.includes(one)) return;
    this.told(one, await ask(`/library/fetches/${one.id}`), rest);
  }

  told(one, { status, data }, rest = 0) {
    if (!this.fetches.includes(one)) return one.id || !data.fetch ? undefined : this.stopped(data.fetch);
    if (data.fetch) {
      Object.assign(one, { id: data.fetch, name: data.name, arrived: data.arrived, size: data.size, cut: false });
      this.again(one, ASK_AGAIN_MS);
    } else if (one.id && (status === 0 || status >= 500)) {
      one.cut = true; // it goes on by itself once there is a line again
      this.again(one, Math.min(LONGEST_REST_MS, rest + 500));
    } else {
      this.fetches = this.fetches.filter((other) => other !== one);
      if (data.asset) this.notice.say(`“${data.asset.name}” is in the library${data.asset.licence ? `, ${data.asset.licence}` : "; say below whose it is"}.`);
      else this.notice.say(`“${one.name}” was not fetched: ${data.error ?? "there is no line to the server just now"}.`, { stays: 0 });
      if (data.asset) this.arrived();
      if (data.asset && !one.item) this.input.value = "";
    }
    this.draw();
  }

  stop(one) {
    this.fetches = this.fetches.filter((other) => other !== one);
    if (one.id) this.stopped(one.id);
    this.draw();
  }

  stopped(id) {
    send(`/library/fetches/${id}`, undefined, "DELETE");
  }

  // ---- drawing

  draw() {
    render(repeat(this.fetches, (one) => one, (one) => html`<p class="notice mt-3 flex items-baseline gap-4"><span class="min-w-0 truncate">Fetching “${one.name}”</span>
      ${one.size ? html`<progress class="coming-bar" max=${one.size} value=${one.arrived} aria-label="How much has come"></progress><span>${Math.round((100 * one.arrived) / one.size)} %</span>` : html`<span class="soft">${one.arrived ? `${Math.round(one.arrived / 1000)} kB` : "asking…"}</span>`}
      ${one.cut ? html`<span class="text-over">no line; it goes on when there is one</span>` : nothing}
      <button class="act" @click=${() => this.stop(one)}>Stop</button></p>`), this.coming);
    render(this.drawFound(), this.list);
  }

  drawFound() {
    const { found } = this;
    if (!found) return nothing;
    if (typeof found === "string") return html`<p class="soft py-3">${found}</p>`;
    if (found.trouble) return html`<p class="notice notice-error mt-3">${found.trouble[0].toUpperCase()}${found.trouble.slice(1)}. <button class="act" @click=${() => this.search(this.words, this.page)}>Try again</button></p>`;
    const close = () => ((this.found = null), this.draw());
    if (!found.items.length) return html`<p class="py-3">Nothing with “${this.words}” is outside. <button class="act" @click=${close}>Close</button></p>`;
    const first = (this.page - 1) * 12;
    return html`<div class="outside-head"><span>${found.found} outside with “${this.words}”</span>
        ${this.page > 1 ? html`<button class="act" @click=${() => this.search(this.words, this.page - 1)}>Before</button>` : nothing}
        ${first + found.items.length < found.found ? html`<button class="act" @click=${() => this.search(this.words, this.page + 1)}>More</button>` : nothing}
        <span class="flex-1"></span><button class="act" @click=${close}>Close</button></div>
      <ul class="outside-list">${repeat(found.items, (item) => item.id, (item) => this.drawItem(item))}</ul>`;
  }

  drawItem(item) {
    const facts = [item.length ? minutes(item.length) : "", item.width ? `${item.width} × ${item.height}` : "", `${Math.round(item.bytes / 1000)} kB`].filter(Boolean).join(" · ");
    const under = this.fetches.some((one) => one.item === item.id);
    return html`<li><img src=${item.preview} alt="" loading="lazy" width="128" height="72">
      <span class="min-w-0"><b>${item.title}</b><br>${item.author}, ${item.licence}<br><span class="soft">${facts}</span><br>
      <button class="act" ?disabled=${under} aria-label="Take “${item.title}” into the library" @click=${() => this.fetch({ item: item.id }, item.title)}>${under ? "Coming…" : "Take it"}</button></span></li>`;
  }
}

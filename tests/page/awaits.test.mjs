// The store between a server and other pages: at every await another page may commit, and answers may overtake each
// other; what the page has in the end is what the server has.
import assert from "node:assert/strict";
import { test } from "node:test";

globalThis.document = { hidden: false, cookie: "", querySelector: () => null, addEventListener() {} };
const sources = new Set();
globalThis.EventSource = class {
  constructor() {
    sources.add(this);
  }
  addEventListener(name, told) {
    if (name === "message") this.told = told;
  }
  close() {
    sources.delete(this);
  }
};

const { followElsewhere } = await import("../../ritornel/parts/static/parts/state/elsewhere.js");
const { Journal } = await import("../../ritornel/parts/static/parts/state/journal.js");
const { Store } = await import("../../ritornel/parts/static/parts/state/store.js");

/** Numbers from a seed (Lehmer's generator, MINSTD): the same runs every time. */
function chances(seed) {
  let now = seed;
  return (most) => {
    now = (now * 48271) % 2147483647;
    return now % most;
  };
}

/** A server with three slides, whose titles are all there is; every state it ever had is remembered by its revision. */
class Server {
  constructor(chance) {
    this.chance = chance;
    this.states = [{ a: "0", b: "0", c: "0" }];
  }

  get revision() {
    return this.states.length - 1;
  }

  /** Another page sets a title: often back to what it was. */
  commit() {
    const { chance } = this;
    this.states.push({ ...this.states.at(-1), ["abc"[chance(3)]]: String(chance(2)) });
    for (const source of sources) source.told?.({ data: String(this.revision) });
  }

  /** What a page that has `known` is told. */
  told(known) {
    const now = this.states.at(-1);
    const had = this.states[known] ?? {};
    return {
      revision: this.revision, kept: "", undo: null, redo: null, length: 3, beds: [], findings: [],
      show: { chapters: [], beds: [], pace: {} }, order: Object.keys(now).map((id, n) => [id, n, 1, `${id}${now[id]}`]),
      briefs: Object.fromEntries(Object.entries(now).filter(([id, title]) => had[id] !== title).map(([id, title]) => [id, { title }])), slides: {},
    };
  }

  answer(url, { have, commands = [] } = {}) {
    if (url.endsWith("edit")) {
      for (const { command } of commands) this.states.push({ ...this.states.at(-1), [command.slides[0]]: command.values.title });
      return { ...this.told(have), results: commands.map(({ id }) => ({ id, done: true, slides: [] })) };
    }
    if (url.endsWith("revision")) return { revision: this.revision };
    if (!url.includes("slides?")) return { ...this.told(Number(new URL(url, "http://here").searchParams.get("have"))), assets: {} };
    const whole = ([id, title]) => [id, { version: `${id}${title}`, document: { objects: [], running_order: [] } }];
    return { slides: Object.fromEntries(Object.entries(this.states.at(-1)).map(whole)) };
  }
}

/** Answers after some turns, during which anything may happen on the server; an answer is told from when it was made. */
function network(server, chance) {
  const meanwhile = async () => {
    for (let turns = chance(6); turns > 0; turns--) {
      if (!chance(4) && server.states.length < 40) server.commit();
      await new Promise(setImmediate);
    }
  };
  return async (url, { body } = {}) => {
    await meanwhile();
    const data = server.answer(url, body && JSON.parse(body));
    await meanwhile();
    return { status: 200, headers: new Map([["Content-Type", "application/json"]]), json: async () => structuredClone(data) };
  };
}

test("whatever is committed at any await, the page comes to what the server has", async () => {
  for (let seed = 1; seed <= 150; seed++) {
    sources.clear();
    const chance = chances(seed * 7919);
    const server = new Server(chance);
    globalThis.fetch = network(server, chance);
    const shelf = { getItem: () => null, setItem() {}, removeItem() {} };
    const vocabulary = { defaults: { slide: {}, transition: {} } };
    const store = new Store({ address: "/", state: { ...server.told(), assets: {} }, vocabulary, journal: new Journal("s", "p", shelf), all: false });
    let reached = 0;
    store.on("changed", () => {
      assert.ok(store.kept.revision >= reached, `seed ${seed}: back from ${reached} to ${store.kept.revision}`);
      reached = store.kept.revision;
    });
    followElsewhere(store);
    for (let n = 0; n < 12; n++) {
      store.edit({ do: "set-slides", slides: ["abc"[chance(3)]], values: { title: String(chance(2)) } });
      for (let turns = chance(5); turns > 0; turns--) await new Promise(setImmediate);
    }
    for (let n = 0; n < 400 && (store.line.busy || store.kept.revision < server.revision); n++) await new Promise(setImmediate);
    const titles = Object.fromEntries(Object.entries(store.kept.briefs).map(([id, { title }]) => [id, title]));
    assert.deepEqual([store.kept.revision, titles], [server.revision, server.states.at(-1)], `seed ${seed}`);
  }
});

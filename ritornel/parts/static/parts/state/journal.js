// What was done in this page and is not answered yet. It lies in the browser's own store until it is: a reload, a
// crash, a dead server or an ended session lose nothing.

import { newId } from "./ids.js";

const PREFIX = "ritornel/journal";

/** Entries are {id, page, base, command, open}: an open one is still being typed, and is always the last. */
export class Journal {
  constructor(show, page, store = localStorage) {
    Object.assign(this, { show, page, store, entries: [], trouble: false });
    this.key = `${PREFIX}/${show}/${page}`;
    this.entries = read(store, this.key);
    for (const entry of this.entries) entry.open = false;
  }

  add(base, command, { open = false } = {}) {
    this.close();
    const entry = { id: newId("command"), page: this.page, base, command, open };
    this.entries.push(entry);
    this.save();
    return entry;
  }

  /** Puts another command in the place of one that is still open. */
  amend(entry, command) {
    entry.command = command;
    this.save();
  }

  /** What is open is finished: it may be sent. */
  close() {
    for (const entry of this.entries) entry.open = false;
  }

  remove(ids) {
    const gone = new Set(ids);
    this.entries = this.entries.filter((entry) => !gone.has(entry.id));
    this.save();
  }

  /** The next entries that can be sent together: up to an open one, or to one that another page made. */
  sendable(most) {
    const open = this.entries.findIndex((entry) => entry.open);
    const ready = open < 0 ? this.entries : this.entries.slice(0, open);
    const other = ready.findIndex((entry) => entry.page !== ready[0].page);
    return ready.slice(0, Math.min(most, other < 0 ? ready.length : other));
  }

  /** Takes over what pages that are no more have left behind. */
  adopt(entries) {
    this.entries = [...entries.map((entry) => ({ ...entry, open: false })), ...this.entries];
    this.save();
  }

  save() {
    try {
      if (this.entries.length) this.store.setItem(this.key, JSON.stringify(this.entries));
      else this.store.removeItem(this.key);
      this.trouble = false;
    } catch {
      this.trouble = true; // the store is full or switched off: what is not answered lives in this page alone
    }
  }
}

function read(store, key) {
  try {
    const entries = JSON.parse(store.getItem(key) ?? "[]");
    return Array.isArray(entries) ? entries.filter((e) => e?.id && e.page && e.command) : [];
  } catch {
    return [];
  }
}

/**
 * Opens the journal of this page, which keeps its name when it is loaded again, and adopts what pages that are gone have
 * left. A lock tells who is there: it goes with its page, however that ends.
 */
export async function openJournal(show) {
  const memory = `ritornel/page/${show}`;
  let page = sessionStorage.getItem(memory);
  if (!page || !(await hold(page))) {
    page = newId("page");
    await hold(page);
  }
  sessionStorage.setItem(memory, page);
  const journal = new Journal(show, page);
  for (const key of leftBehind(show, page)) {
    const other = key.slice(`${PREFIX}/${show}/`.length);
    if (!navigator.locks || !(await hold(other))) continue;
    journal.adopt(read(localStorage, key));
    localStorage.removeItem(key);
  }
  return journal;
}

function leftBehind(show, page) {
  const keys = Array.from({ length: localStorage.length }, (_, n) => localStorage.key(n));
  return keys.filter((key) => key.startsWith(`${PREFIX}/${show}/`) && !key.endsWith(`/${page}`));
}

/** Holds the lock of a page's name for as long as this page lives; false if another page holds it. */
function hold(page) {
  if (!navigator.locks) return Promise.resolve(true);
  return new Promise((resolve) => {
    navigator.locks.request(`ritornel/page/${page}`, { ifAvailable: true }, (lock) => {
      resolve(Boolean(lock));
      return lock ? new Promise(() => {}) : undefined;
    });
  });
}

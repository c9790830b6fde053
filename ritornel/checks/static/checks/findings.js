// What was found, in the order in which it is shown: grouped, one of them the one that is looked at.

export const WEIGHTS = [
  ["fails", "will fail"],
  ["noticed", "will be noticed"],
  ["better", "could be better"],
];
const MOST_AT_ONCE = 300;
export const GROUPINGS = ["slide", "kind", "weight"];

/** What tells one finding from another: what it is set aside by, and its words. */
export function nameOf({ rule, slide, build, object, message }) {
  return [rule, slide, build, object, message.replace(/^slide \d+: /, "")].join("\n");
}

export class Findings {
  constructor(check) {
    Object.assign(this, { check, by: "slide", here: null, place: 0, asking: null, going: new Map() });
  }

  get open() {
    const { store, closely } = this.check;
    const at = new Map(store.shown.order.map(([id], place) => [id, place]));
    const stays = (one) => !(closely.looked < this.going.get(nameOf(one)));
    return [...store.shown.findings, ...closely.found].filter(stays).sort((a, b) => (at.get(a.slide) ?? 1e9) - (at.get(b.slide) ?? 1e9));
  }

  /** How many were found that are not told: a page is not told of thousands. */
  get more() {
    const { store, closely } = this.check;
    return Math.max(0, store.shown.found - store.shown.findings.length) + closely.more;
  }

  /** [finding, why] of what was set aside. */
  get aside() {
    return [...this.check.store.shown.aside, ...this.check.closely.aside];
  }

  /** [{name, title, rows}], in the order of the show, of the kinds, or of the weights. */
  get groups() {
    const { rules, store } = this.check;
    const keys = { slide: (one) => one.slide, kind: (one) => one.rule, weight: (one) => rules[one.rule].weight };
    const titles = {
      slide: (id) => ({ number: store.slideIndex(id) + 1, title: store.title(id) }),
      kind: (name) => ({ title: rules[name].title }),
      weight: (name) => ({ title: `What ${WEIGHTS.find(([weight]) => weight === name)[1]}` }),
    };
    const found = new Map();
    for (const one of this.open) found.set(keys[this.by](one), [...(found.get(keys[this.by](one)) ?? []), one]);
    const groups = [...found].map(([name, rows]) => ({ name, rows, ...titles[this.by](name) }));
    const order = WEIGHTS.map(([weight]) => weight);
    const heaviest = ({ rows }) => Math.min(...rows.map((one) => order.indexOf(rules[one.rule].weight)));
    return this.by === "slide" ? groups : groups.sort((a, b) => heaviest(a) - heaviest(b));
  }

  get rows() {
    return [...this.groups.flatMap(({ rows }) => rows), ...this.aside.map(([finding]) => finding)];
  }

  /** The finding that is looked at: where it is gone, the one that has come into its place. */
  get current() {
    if (this.asking) return this.asking; // whatever comes and goes meanwhile
    const { rows } = this;
    const at = rows.findIndex((one) => nameOf(one) === this.here);
    if (at >= 0) this.place = at;
    return rows[Math.min(this.place, rows.length - 1)] ?? null;
  }

  get reason() {
    const { current } = this;
    return current && (this.aside.find(([finding]) => nameOf(finding) === nameOf(current))?.[1] ?? null);
  }

  /** Those of the kind of the current one that can be mended. */
  get alike() {
    const { current } = this;
    return this.open.filter((one) => one.rule === current?.rule && one.mend);
  }

  choose(finding) {
    if (!finding) return;
    Object.assign(this, { here: nameOf(finding), asking: null });
    this.check.store.changed();
  }

  step(by) {
    const { rows, current } = this;
    this.choose(rows[Math.max(0, Math.min(rows.length - 1, rows.indexOf(current) + by))]);
  }

  turn(by = GROUPINGS[(GROUPINGS.indexOf(this.by) + 1) % GROUPINGS.length]) {
    const { current } = this;
    this.by = by;
    if (current && !this.asking) this.choose(current);
    else this.check.store.changed();
  }

  mend() {
    const { current } = this;
    if (current?.mend && this.reason === null) this.do(current.mend.command, `${current.mend.words}: done`);
  }

  mendAlike() {
    const alike = this.alike.slice(0, MOST_AT_ONCE);
    const mends = alike.map(({ mend }) => mend.command);
    if (mends.length && this.reason === null) this.do({ do: "mend", mends }, mends.length === 1 ? "One is mended" : `${mends.length} are mended`, alike);
  }

  /** Asks why, in place; with a reason it is set aside. */
  leave(reason) {
    const { current } = this;
    if (!current || this.reason !== null) return;
    this.asking = reason === undefined ? current : null;
    if (reason !== undefined) this.do({ do: "set-findings-aside", findings: [{ ...keyOf(current), reason }] }, "It is left as it is", [current]);
    this.check.store.changed();
  }

  takeUp() {
    const { current } = this;
    if (current && this.reason !== null) this.do({ do: "take-findings-up", findings: [keyOf(current)] }, "It is looked at again", []);
  }

  learn() {
    const word = learnable(this.current);
    if (word) this.do({ do: "learn-words", words: [word] }, `“${word}” is a word of this show`);
  }

  /** Takes the last step back; what had gone by it is there again. */
  undo() {
    this.going.clear();
    this.check.store.undo();
  }

  /** Does an edit about findings, which go at once, and says what it did once it is done. */
  async do(command, words, about = [this.current]) {
    const { store, notice } = this.check;
    const names = about.map(nameOf);
    for (const name of names) this.going.set(name, Infinity);
    store.changed();
    const { done } = await store.edit(command);
    for (const name of names) {
      if (done && this.going.has(name)) this.going.set(name, store.kept.revision);
      else this.going.delete(name);
    }
    store.changed();
    if (done) notice.say(`${words}.`, { act: { label: "Undo", run: () => (this.undo(), notice.clear()) } });
  }

  /** Where on the desk it is. */
  get way() {
    const { current, check } = this;
    if (!current) return check.addresses.desk;
    const thing = current.build || current.object;
    return `${check.addresses.desk}#${encodeURIComponent(current.slide)}${thing ? `:${encodeURIComponent(thing)}` : ""}`;
  }
}

/** The word of a finding about spelling; null of another. */
export function learnable(finding) {
  return finding?.rule === "spelling" ? finding.message.match(/“(.+?)”/)[1] : null;
}

function keyOf({ rule, slide, build, object }) {
  return { kind: rule, slide, build, object };
}

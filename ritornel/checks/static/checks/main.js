// The line check: what was found in the show, why it matters, and what mends it. It shares the desk's store.

import { pageData } from "../site/dom.js";
import { Notice } from "../parts/notice.js";
import { drawOnChange } from "../parts/pane.js";
import { followElsewhere } from "../parts/state/elsewhere.js";
import { openJournal } from "../parts/state/journal.js";
import { Store } from "../parts/state/store.js";
import { Closely } from "../parts/closely.js";
import { aboutPane } from "./about.js";
import { Findings } from "./findings.js";
import { headPane } from "./head.js";
import { listenForKeys } from "./keys.js";
import { listPane } from "./list.js";
import { Trials } from "./trials.js";

const { state, vocabulary, rules, addresses } = pageData("page");
const journal = await openJournal(state.show.id);
const store = new Store({ address: new URL(".", location.href).pathname, state, vocabulary, journal, all: false });
const check = { store, rules, addresses, notice: new Notice() };
check.closely = new Closely(store, addresses.closely);
check.findings = new Findings(check);
check.trials = new Trials(check);
drawOnChange(store, [headPane(check), listPane(check), aboutPane(check)]);
store.on("refused", ({ error }) => check.notice.say(`That could not be done: ${error}.`));
listenForKeys(check);
followElsewhere(store);
store.line.run();
check.closely.look();
document.documentElement.dataset.ready = "yes";

/** For the console and the browser tests: the page's parts. */
window.ritornel = check;

// The contact sheet: all slides at once. It shares the desk's store: what is done here lies in the same journal.

import { pageData } from "../site/dom.js";
import { listenForFiles } from "../parts/media/dropped.js";
import { handOver } from "../parts/media/handing.js";
import { Notice } from "../parts/notice.js";
import { sayWhereBedsWent } from "../parts/bed_moves.js";
import { sayWhoseStep } from "../parts/minding.js";
import { drawOnChange } from "../parts/pane.js";
import { followElsewhere } from "../parts/state/elsewhere.js";
import { openJournal } from "../parts/state/journal.js";
import { Store } from "../parts/state/store.js";
import { footPane } from "./foot.js";
import { headPane } from "./head.js";
import { listenForKeys } from "./keys.js";
import { Sheet } from "./sheet.js";
import { Told } from "./told.js";

/** What sentences show on a desk's stage; here their samples alone show it. */
const WITHOUT_A_STAGE = { stage: { preview() {}, see() {} }, arranging: { drawWays() {} } };

const { state, vocabulary, told, people, addresses } = pageData("page");
const address = new URL(".", location.href).pathname;
const journal = await openJournal(state.show.id);
const store = new Store({ address, state, vocabulary, journal, all: false });
const contact = { store, addresses, notice: new Notice(), ...WITHOUT_A_STAGE };
contact.told = new Told(contact, told, people);
contact.sheet = new Sheet(contact);
drawOnChange(store, [headPane(contact), contact.sheet, footPane(contact)]);
sayWhoseStep(store, contact.notice);
sayWhereBedsWent(contact);
store.on("refused", ({ error }) => contact.notice.say(`That could not be done: ${error}.`));
listenForKeys(contact);
followElsewhere(store);
listenForFiles(async (arriving) => {
  await handOver(state.show.id, await arriving); // the desk asks and takes it in, after the slide that is selected last
  location.href = `${addresses.desk}#${encodeURIComponent(contact.sheet.chosen.at(-1) ?? store.shown.order.at(-1)?.[0] ?? "")}`;
});
store.line.run();
document.documentElement.dataset.ready = "yes";

/** For the console and the browser tests: the page's parts. */
window.ritornel = contact;

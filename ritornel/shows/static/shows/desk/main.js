// The desk: puts its parts together.

import { told } from "../../site/dom.js";
import { ActsRail } from "./acts.js";
import { Arranging } from "./arranging.js";
import { listenForDrops } from "./drops.js";
import { Header } from "./header.js";
import { listenForKeys } from "./keys.js";
import { Notice } from "./notice.js";
import { PromptBook } from "./prompt_book.js";
import { StagePane } from "./stage_pane.js";
import { Store } from "./store.js";
import { Timeline } from "./timeline.js";

const { state, vocabulary } = told("page");
const store = new Store(new URL(".", location.href).pathname, state, vocabulary);
const notice = new Notice(store);
const stage = new StagePane(store);
const desk = { store, stage, notice };
desk.arranging = new Arranging(desk);
desk.header = new Header(desk);
desk.book = new PromptBook(desk);
desk.timeline = new Timeline(desk);
desk.acts = new ActsRail(desk);
listenForKeys(desk);
listenForDrops(desk);

for (const message of document.querySelectorAll("template.told")) notice.say(message.content.textContent);
document.documentElement.dataset.ready = "yes";

/** For the console and the browser tests: the desk's parts. */
window.ritornel = desk;

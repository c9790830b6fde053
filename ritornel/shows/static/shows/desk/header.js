// The header: title, live length against its target, when the show was kept, undo and redo.

import { minutes, readTime } from "../../site/dom.js";
import { openShowSheet } from "./show_sheet.js";

export class Header {
  constructor(desk) {
    this.desk = desk;
    this.store = desk.store;
    for (const id of ["title", "length", "target", "gauge", "kept", "undo", "redo"]) {
      this[id] = document.getElementById(id);
    }
    this.title.addEventListener("change", () => this.setTitle());
    this.target.addEventListener("change", () => this.setTarget());
    this.undo.addEventListener("click", () => this.store.undo());
    this.redo.addEventListener("click", () => this.store.redo());
    document.getElementById("show-sheet").addEventListener("click", () => openShowSheet(desk));
    for (const name of ["show", "trial"]) this.store.on(name, () => this.draw());
    this.store.on("kept", () => this.drawKept());
    this.draw();
  }

  draw() {
    const { shown, state } = this.store;
    const target = shown.show.target;
    this.length.textContent = minutes(shown.length);
    this.length.title = `${(shown.length / 1000).toFixed(2)} s`;
    this.length.dataset.ms = shown.length;
    const over = target !== null && shown.length > target;
    this.length.classList.toggle("is-over", over);
    this.gauge.classList.toggle("is-over", over);
    this.gauge.hidden = target === null;
    this.gauge.firstElementChild.style.width = `${target ? Math.min(100, (100 * shown.length) / target) : 0}%`;
    if (document.activeElement !== this.target) this.target.value = target === null ? "" : minutes(target);
    if (document.activeElement !== this.title) this.title.value = state.show.title;
    this.undo.disabled = !state.undo;
    this.redo.disabled = !state.redo;
    this.undo.title = state.undo ? `Undo: ${state.undo}  (Ctrl Z)` : "Nothing to undo";
    this.redo.title = state.redo ? `Redo: ${state.redo}  (Ctrl Shift Z)` : "Nothing to redo";
    document.title = `${state.show.title} · Ritornel`;
    this.drawKept();
  }

  drawKept() {
    const at = new Date(this.store.state.kept).toLocaleTimeString([], { hour: "2-digit", minute: "2-digit", hour12: false });
    this.kept.textContent = this.store.waiting ? "keeping…" : `kept ${at}`;
  }

  setTitle() {
    const title = this.title.value.trim();
    if (title) this.store.edit({ do: "set-show", values: { title } }, { typed: true });
    else this.draw();
  }

  setTarget() {
    const ms = readTime(this.target.value);
    if (ms === undefined) {
      this.desk.notice.say("Write the length aimed at as minutes and seconds, such as 5:00.");
      return;
    }
    this.store.edit({ do: "set-show", values: { target: ms } }, { typed: true });
  }
}

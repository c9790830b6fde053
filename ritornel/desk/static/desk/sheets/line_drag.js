// A line of a list is dragged to another place in it; a mark shows where it would stand. One that is moved by keys keeps
// the focus: an element that is put elsewhere in its page loses it.

import { follow } from "../../site/gesture.js";

/**
 * Follows a press on a line. `lines()` are all that are there now, `[]` if the list is another meanwhile; `put(above, below)`
 * is called with the lines between which it is let go, `click(event)` if it was not dragged.
 */
export function dragLine(event, { lines, put, click }) {
  const element = event.currentTarget;
  const mark = Object.assign(document.createElement("div"), { className: "drop-line" });
  let place = null;
  const finish = () => {
    mark.remove();
    element.classList.remove("is-dragged");
  };
  follow(event, {
    scrolls: element.closest(".book-page"),
    click: ({ event: last }) => click(last ?? event),
    start: () => element.classList.add("is-dragged"),
    move: ({ y }) => {
      const there = lines();
      place = null;
      if (!there.length) return;
      const below = there.find((one) => one.getBoundingClientRect().top + one.offsetHeight / 2 > y);
      place = [below ? there[there.indexOf(below) - 1] : there.at(-1), below];
      if (below) below.before(mark);
      else there.at(-1).after(mark);
    },
    end: () => {
      finish();
      if (place) put(...place);
    },
    leave: finish,
  });
}

/** Gives the focus back to what a selector finds, once the list has been drawn anew. */
export function focusAgain(selector) {
  requestAnimationFrame(() => requestAnimationFrame(() => document.querySelector(selector)?.focus()));
}

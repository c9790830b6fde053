// What opens beside an act and is gone with the next click elsewhere: menus, and questions that are no dialogs.

/** Opens `element` beside `anchor`; gives what closes it and lets the focus go back to where it was. */
export function openBeside(element, anchor) {
  const cameFrom = document.activeElement;
  const outside = (event) => element.contains(event.target) || close();
  function close() {
    element.remove();
    document.removeEventListener("pointerdown", outside, true);
    if (cameFrom?.isConnected) cameFrom.focus({ preventScroll: true });
  }
  document.body.append(element);
  place(element, anchor);
  setTimeout(() => document.addEventListener("pointerdown", outside, true));
  return close;
}

/** Where a menu of an act opens: beside the button that was clicked, else beside the rail. */
export function anchorOf(event) {
  return event?.type === "click" ? event.currentTarget : document.getElementById("acts");
}

/** Beside the acts, over the prompt book: what is worked on stays in sight. */
function place(element, anchor) {
  const at = anchor.getBoundingClientRect();
  const { offsetWidth, offsetHeight } = element;
  element.style.left = `${Math.max(8, Math.min(at.right + 10, innerWidth - offsetWidth - 8))}px`;
  element.style.top = `${Math.max(8, Math.min(at.top - 40, innerHeight - offsetHeight - 8))}px`;
}

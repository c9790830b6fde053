// How far a show was seen, told once as the page is left: two numbers, nobody's.

import { slideAt } from "../play/evaluate.js";

/** Tells `address` the furthest slide that a player came to, and the one on which it was left. */
export function tellSeen(address, player) {
  let reached = -1;
  let told = false;
  const here = () => slideAt(player.shown.order, player.playhead.time);
  setInterval(() => {
    if (player.playhead.playing) reached = Math.max(reached, here());
  }, 500);
  window.addEventListener("pagehide", () => {
    if (told || reached < 0) return;
    told = true;
    const left = here();
    navigator.sendBeacon(address, new Blob([JSON.stringify({ reached: Math.max(reached, left), left })], { type: "text/plain" }));
  });
}

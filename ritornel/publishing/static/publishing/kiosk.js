// A show on a screen in a hall: it fills it, keeps it awake, goes on and on, and begins again after whatever went wrong.

const AGAIN_AFTER_MS = 3000;
const LOOKS_MS = 5000;
const STANDS_FOR = 4; // looks at which nothing has moved, until the page is loaded again
const CLICKED = ["pointerdown", "keydown"];

/** Keeps a player showing: {playhead, sound, play(), mute()}. */
export function keepShowing(player) {
  document.documentElement.classList.add("is-kiosk");
  keepAwake();
  document.addEventListener("visibilitychange", keepAwake);
  const again = () => setTimeout(() => location.reload(), AGAIN_AFTER_MS);
  window.addEventListener("error", again, { once: true });
  window.addEventListener("unhandledrejection", again, { once: true });
  for (const name of CLICKED) {
    window.addEventListener(name, () => {
      document.documentElement.requestFullscreen?.().catch(() => null);
      if (player.sound.muted) player.mute();
    }, { once: true });
  }
  let stood = 0;
  let last = -1;
  setInterval(() => {
    const { time } = player.playhead;
    stood = time === last ? stood + 1 : 0;
    last = time;
    if (stood === 1) player.play(); // whatever made it rest: nobody is there to press a key
    if (stood >= STANDS_FOR) location.reload();
  }, LOOKS_MS);
}

async function keepAwake() {
  if (document.hidden) return;
  try {
    await navigator.wakeLock?.request("screen");
  } catch {
    // a browser that has none, or a battery that is nearly empty
  }
}

// How large the script is at the lectern: by a key or a button, and so the next time.

const KEY = "lectern/text-size";
const [LEAST, MOST, STEP] = [0.6, 2, 0.1];

/** Sets the size of the script from what was chosen last; `buttons` are larger and smaller, as are + and -. */
export function textSize(script, [larger, smaller]) {
  let size = Number(localStorage.getItem(KEY)) || 1;
  const set = (to) => {
    size = Math.min(MOST, Math.max(LEAST, Math.round(10 * to) / 10));
    script.style.setProperty("--script-size", String(size));
    localStorage.setItem(KEY, String(size));
  };
  set(size);
  larger.addEventListener("click", () => set(size + STEP));
  smaller.addEventListener("click", () => set(size - STEP));
  document.addEventListener("keydown", (event) => {
    if (event.ctrlKey || event.metaKey || event.altKey) return;
    if (event.key === "+" || event.key === "=") set(size + STEP);
    if (event.key === "-") set(size - STEP);
  });
}

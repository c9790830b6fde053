// Keys of the lectern. A number and Enter go to a slide; what is typed of it is told.

const FORGOTTEN_MS = 3000;

/** The keys, as the list of them tells. */
export const KEYS = [
  ["Giving cues", [["Space, →, Enter, Page down", "the next cue, or slide; begin; go on"], ["←, Page up", "take the last cue back"], ["P", "pause, go on"]]],
  ["Going anywhere", [["12 Enter", "to slide 12"], ["Home, End", "to the first, to the last"], ["O, /", "all slides; write part of a title or of a script"], ["U", "a strip of all slides at the foot, or none"], ["V", "back to where you were"]]],
  ["What is seen and heard", [["D, B, .", "the stage dark"], ["L", "the stage light"], ["C", "captions in the stage window, or none"], ["S", "heard here, or not"], ["W", "open the stage window, on the other screen where there is one"], ["F", "fill the screen, or no more"], ["+ -", "a larger, a smaller script"]]],
];

const fillScreen = () => (document.fullscreenElement ? document.exitFullscreen() : document.documentElement.requestFullscreen?.());

/** The handler of keydown for a run; `acts` are its acts by name. */
export function keysOf(run, acts) {
  const keys = {
    " ": acts.give, ArrowRight: acts.give, PageDown: acts.give, Enter: acts.give, ArrowLeft: acts.back, PageUp: acts.back,
    p: acts.pause, w: acts["open-stage"], d: acts.dark, l: acts.light, s: acts.hear, o: acts.overview, c: () => run.turnCaptions(), f: fillScreen,
    "/": acts.find, v: () => run.goBack(), b: acts.dark, ".": acts.dark, MediaTrackNext: acts.give, MediaTrackPrevious: acts.back, MediaPlayPause: acts.pause,
    Home: () => run.goToNumber(1), End: () => run.goToNumber(run.play.planned), u: acts["strip-turn"],
  };
  Object.assign(keys, run.ownKeys);
  let typed = "";
  let forgetting = 0;
  const forget = () => ((typed = ""), clearTimeout(forgetting));
  return (event) => {
    const { key, target } = event;
    if (event.ctrlKey || event.metaKey || event.altKey || target.closest?.("dialog, input, select, textarea")) return; // it is written there
    if (/^[0-9]$/.test(key)) {
      typed = `${typed}${key}`.slice(-4);
      clearTimeout(forgetting);
      forgetting = setTimeout(forget, FORGOTTEN_MS);
      run.say(`To slide ${typed}: Enter${run.looking.plane ? `; to view ${typed}: G` : ""}`);
      return;
    }
    if (key === "Enter" && typed) {
      event.preventDefault();
      const number = Number(typed);
      forget();
      run.goToNumber(number);
      return;
    }
    const count = Number(typed);
    if (typed && key !== "Shift") forget();
    const act = run.inking.keys[key] ?? run.pointing.keys[key] ?? run.looking.keys[key] ?? keys[key];
    const pressed = [" ", "Enter"].includes(key) && target.closest?.("a, button, [data-link]");
    if (!act || pressed) return; // whoever came to a button by keys presses it
    event.preventDefault();
    act(count);
  };
}

/** A button that is clicked does not take the focus, nor does a field keep it: Space goes on to give the cues. */
export function keepFocus(event) {
  if (!event.target.closest?.("button") || event.target.closest("dialog")) return;
  event.preventDefault();
  if (document.activeElement?.matches("input, select, textarea")) document.activeElement.blur();
}

// Tapping along: the voice of the slide plays, a key at each cue sets it there.

const HAND_MS = 120; // a hand is so late
const TAPS = new Set([" ", "Enter", "k", "K"]);

/** Plays the slide from its beginning; each tap sets the next cue, Escape or the slide's end keeps what was tapped. */
export function tapAlong({ store, stage, notice }) {
  const slide = store.focus;
  const voice = store.shown.briefs[slide]?.voice;
  const cues = store.slide.time.groups.length - 1;
  if (!voice || !cues) return notice.say(voice ? "This slide has no cues yet: build something first." : "This slide has no voice yet: drop a sound file for it anywhere.");
  const marks = {};
  const begins = store.start(slide) + voice.start;
  const say = () => notice.say(`Tap Space at cue ${Object.keys(marks).length + 1} of ${cues}; Esc ends it.`, { stays: 0 });
  function end() {
    document.removeEventListener("keydown", key, true);
    clearInterval(watching);
    if (stage.playing) stage.toggle();
    notice.clear();
    if (Object.keys(marks).length) store.edit({ do: "set-marks", slide, marks });
  }
  function key(event) {
    const isTap = TAPS.has(event.key) && !event.repeat;
    if (!isTap && event.key !== "Escape") return;
    event.preventDefault();
    event.stopPropagation();
    if (isTap) marks[Object.keys(marks).length + 1] = Math.max(0, Math.round(stage.time - begins - HAND_MS));
    if (!isTap || Object.keys(marks).length === cues) end();
    else say();
  }
  document.addEventListener("keydown", key, true);
  stage.see(store.start(slide), store.start(slide) + store.length(slide));
  let began = false;
  const watching = setInterval(() => {
    began ||= stage.playing;
    if (began && (!stage.playing || store.focus !== slide)) end();
  }, 100);
  say();
}

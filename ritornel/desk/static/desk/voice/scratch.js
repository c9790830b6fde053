// A scratch voice: slides spoken by a made voice, so that their timing is heard before anybody has spoken.

import { send } from "../../site/sending.js";

/** Lets the slides that are selected be spoken, or the one in focus; what was spoken is one edit. */
export async function speakSlides({ store, notice }) {
  const all = store.slides.size ? [...store.slides] : [store.focus];
  const slides = all.filter((id) => !store.shown.briefs[id].voice || store.shown.briefs[id].voice.scratch);
  if (!slides.length) return notice.say(all.length === 1 ? "This slide has a voice already; take it off first." : "All of these have a voice already.");
  const voices = {};
  let stopped = false;
  for (const [n, slide] of slides.entries()) {
    if (slides.length > 1) notice.say(`Speaking slide ${n + 1} of ${slides.length}`, { stays: 0, act: { label: "Stop", run: () => (stopped = true) } });
    const { status, data } = await send(`${store.address}scratch`, { slide });
    if (status === 200) voices[slide] = data.narration;
    else if (slides.length === 1 || status !== 400) return notice.say(data.error ?? "There is no line to the server just now; try again.");
    if (stopped) break;
  }
  if (!Object.keys(voices).length) return notice.say("None of these slides has a script to be spoken.");
  notice.say(slides.length > 1 ? `${Object.keys(voices).length} slides are spoken by a made voice.` : "Spoken by a made voice: it is not meant for others.");
  return store.edit({ do: "give-voices", voices });
}

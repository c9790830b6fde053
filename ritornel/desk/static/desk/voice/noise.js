// Hum and hiss of a voice: lowered as a new sound, and compared with how it was recorded.

import { send } from "../../site/sending.js";
import { sentence } from "../../parts/words.js";

const AGAIN_MS = 600;

/** Lowers hum and hiss of the slide's voice. */
export async function lowerNoise({ store, notice }) {
  const slide = store.focus;
  if (!store.slide.document.narration) return notice.say("This slide has no voice yet: record it, or drop a sound file for it anywhere.");
  notice.say("Lowering hum and hiss…", { stays: 0 });
  for (;;) {
    const { status, data } = await send(`${store.address}cleaned`, { slide });
    if (status === 200 && data.narration) {
      await store.edit({ do: "give-voices", voices: { [slide]: data.narration } });
      return notice.say("Hum and hiss are lowered. Alt H: as it was recorded, and back.");
    }
    if (status !== 200) return notice.say(data.error ? sentence(data.error) : "There is no line to the server just now; try again.");
    await new Promise((resolve) => setTimeout(resolve, AGAIN_MS));
  }
}

/** Lets the other sound of the slide's voice be heard: as it was recorded, or with less noise. */
export async function compareVoice({ store, notice, stage }) {
  if (!store.slide.document.narration?.source) return lowerNoise({ store, notice });
  const { playing } = stage;
  await store.edit({ do: "compare-voice", slide: store.focus });
  notice.say(`Now it is ${store.shown.assets[store.slide.document.narration.asset]?.name ?? "the other sound"}.`);
  if (!playing && store.shown.briefs[store.focus].voice) stage.see(store.start() + store.shown.briefs[store.focus].voice.start, store.start() + store.length());
}

// A table of times that was filled in elsewhere, dropped on the desk: it sets the waits and holds of the show.

import { send } from "../../site/sending.js";

export async function bringTimes({ store, notice }, file) {
  const { status, data } = await send("/shows/planned", file);
  if (status !== 200) return notice.leave([`${file.name}: ${data.error ?? "there is no line to the server just now; drop it again"}`]);
  const rests = data.rests.map(({ slide, cue, ms }) => ({ slide, cue, ms }));
  if (!rests.length) return notice.leave([`${file.name}: no rest is in it`]);
  const there = new Set(store.shown.order.map(([id]) => id));
  const others = new Set(rests.map(({ slide }) => slide).filter((id) => !there.has(id)));
  const { done } = await store.edit({ do: "keep-plan", rests });
  if (!done) return undefined;
  const more = others.size ? `; ${others.size === 1 ? "one slide of it is" : `${others.size} slides of it are`} not in the show` : "";
  return notice.say(`The waits and holds are as ${file.name} has them${more}.`);
}

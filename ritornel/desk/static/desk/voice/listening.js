// Voices that nobody has listened to yet are listened to: their words come as an edit of the show.

import { send } from "../../site/sending.js";

const AGAIN_MS = 1000;

/** Lets the voices of the show be heard as soon as they have a script, also after a reload. */
export function letVoicesBeHeard(desk) {
  const listening = new Listening(desk);
  desk.store.on("changed", () => listening.look());
  listening.look();
}

class Listening {
  constructor(desk) {
    Object.assign(this, { desk, asked: "", under: false });
  }

  /** The voices that were not heard, by their slides; those of commands on their way are not there yet. */
  get unheard() {
    const { briefs } = this.desk.store.kept;
    return Object.entries(briefs).filter(([, brief]) => brief.voice?.unheard).map(([id, { voice }]) => `${id} ${voice.asset}`).join();
  }

  look() {
    const { unheard } = this;
    if (this.under || !unheard || unheard === this.asked) return;
    this.asked = unheard;
    this.listen();
  }

  async listen() {
    const { store, notice } = this.desk;
    this.under = true;
    let told = false;
    for (let goesOn = true; goesOn; ) {
      const { status, data } = await send(`${store.address}hear`, {});
      if (status === 200 && data.hearing && data.whole > 1) {
        told = true;
        notice.say(`Listening to the voices: ${data.done} of ${data.whole}`, { stays: 0 });
      }
      goesOn = status === 200 ? data.hearing : status === 0 || status >= 500;
      if (goesOn) await new Promise((resolve) => setTimeout(resolve, AGAIN_MS));
    }
    this.under = false;
    if (told) notice.clear();
    this.look();
  }
}

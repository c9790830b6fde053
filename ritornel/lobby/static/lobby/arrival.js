// A document on its way in: asks the server to go on until it has become a show, and says how far it is.

import { send } from "../site/sending.js";

const AGAIN_MS = 2000;
const place = document.getElementById("arrival");
const far = document.getElementById("far");
const bar = document.getElementById("bar");

async function goOn() {
  for (;;) {
    const { status, data } = await send(place.dataset.on, {});
    if (status === 200 && data.show) {
      location.replace(data.show);
      return;
    }
    if (status === 200 && data.asks) {
      location.reload();
      return;
    }
    if (status === 200) {
      bar.max = data.media;
      bar.value = data.taken_in;
      far.textContent = `${data.taken_in} of ${data.media} pictures, clips and sounds are looked through.`;
    } else if (status === 0 || status >= 502) {
      far.textContent = "The server cannot be reached. What has arrived is kept there; this goes on as soon as it can.";
      await new Promise((resolve) => setTimeout(resolve, AGAIN_MS));
    } else {
      far.textContent = `${data.error ?? "This could not be taken in"}.`;
      far.className = "notice notice-error";
      bar.hidden = true;
      return;
    }
  }
}

if (place) goOn();

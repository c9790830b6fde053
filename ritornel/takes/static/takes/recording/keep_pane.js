// What is kept of a run, in one sentence; what it is recorded with, tried; the level.

import { html, nothing, render } from "../../site/vendor/lit.js";
import { NO_CAMERA, STAND_IN } from "./devices.js";

/** The sentence, and what is heard and seen while nothing is recorded. */
export class KeepPane {
  constructor(root, recording) {
    Object.assign(this, { root, recording, line: "", said: null });
    this.level = document.getElementById("level");
    this.word = document.getElementById("level-word");
  }

  update() {
    const { recording, root } = this;
    const { state, devices, choice, page, live } = recording;
    const busy = recording.isBusy;
    root.hidden = busy;
    if (busy) return;
    const number = live.slide + 1;
    const select = (label, value, options, choose) => html`<select class="field" aria-label=${label} @change=${(event) => choose(event.target.value)}>${options.map(([key, words]) => html`<option value=${key} .selected=${key === value}>${words}</option>`)}</select>`;
    const ranges = [["all", "the whole show"], ["on", `slide ${number} and on`], ["one", `slide ${number} alone`], ...page.chapters.map(({ title }, n) => [String(n), `the chapter “${title}”`])];
    const microphones = [["", "the usual microphone"], ...devices.names.microphones.filter(({ id }) => id !== "default").map(({ id, name }) => [id, name]), [STAND_IN, "no microphone: a made voice stands in"]];
    const cameras = [["", "the usual camera"], ...devices.names.cameras.map(({ id, name }) => [id, name]), [NO_CAMERA, "no camera: a made picture stands in"]];
    const blur = (act) => (value) => {
      document.activeElement.blur();
      act(value);
    };
    const [isHeard, isSeen] = [choice.kept !== "picture", choice.kept !== "voice"];
    const placings = [["", "where there is room"], ["style", "where the style has me"], ["whole", "over the whole slide"]];
    render(html`<p class="sentence">Keep ${select("What is kept", choice.kept, [["voice", "my voice"], ["both", "my voice and my picture"], ["picture", "my picture"], ["times", "nothing but times"]], blur((value) => (value === "times" ? location.assign(page.rehearse) : recording.choose({ kept: value }))))}
        for ${select("What is recorded", choice.range, ranges, blur((range) => recording.choose({ range })))},
        ${isHeard ? html`spoken into ${select("Spoken into", devices.speakInto, microphones, blur((speakInto) => recording.use({ speakInto })))}` : nothing}${isHeard && isSeen ? ", " : nothing}${isSeen ? html`seen by ${select("Seen by", devices.seenBy, cameras, blur((seenBy) => recording.use({ seenBy })))}, standing
        ${select("Where I stand", choice.placing, placings, blur((placing) => recording.choose({ placing })))}, named
        <input class="field keep-named" aria-label="Who speaks: name, role" placeholder="nobody: a name, a role" maxlength="190" .value=${choice.named} @change=${(event) => recording.choose({ named: event.target.value })} @keydown=${(event) => event.key === "Enter" && event.target.blur()}>` : nothing}.</p>
      ${state === "troubled" ? html`<div class="keep-trouble" role="alert">${[devices.troubles.microphone, devices.troubles.camera].filter(Boolean).map((words) => html`<p>${words}</p>`)}
        <p><button class="act-main" @click=${() => recording.tryDevices()}>Try again</button>
        ${devices.troubles.microphone ? html`<button class="act" @click=${() => recording.use({ speakInto: STAND_IN })}>Let a made voice stand in</button>` : nothing}
        ${devices.troubles.camera ? html`<button class="act" @click=${() => recording.use({ seenBy: NO_CAMERA })}>Let a made picture stand in</button>` : nothing}</p></div>` : nothing}
      ${state === "trying" ? html`<p class="soft" role="status">The browser asks whether this page may ${[isHeard ? "hear the microphone" : "", isSeen ? "see the camera" : ""].filter(Boolean).join(" and ")}…</p>` : nothing}
      ${state === "ready" ? html`<p class="soft" role="status">${!isHeard ? "Nothing is heard: the picture alone is kept, beside the voice that a slide has." : devices.microphone.isStandIn ? "A made voice reads the script, or hums it where none is installed. It is not meant for others." : "Say something: the line at the foot is what is heard."}</p>` : nothing}`, root);
  }

  tellLine(trouble) {
    this.line = trouble;
    this.recording.say(trouble ? `It is kept in this browser: ${trouble}.` : "");
    if (!trouble) this.recording.saying = null;
  }

  /** The level, drawn by hand with every block of sound. */
  drawLevel(now) {
    const { level } = this.recording.devices;
    const { level: loud, peak } = level.shares;
    this.level.style.setProperty("--loud", loud);
    this.level.style.setProperty("--peak", peak);
    const word = level.word(now);
    if (word === this.said) return;
    this.said = word;
    this.word.textContent = word === "clear" && !this.recording.isBusy ? "clear: we hear you" : word;
    this.word.className = `level-word is-${word.replace(" ", "-") || "silent"}`;
  }
}

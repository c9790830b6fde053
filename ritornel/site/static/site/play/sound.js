// Clips, sounds, narration and beds in step with the playhead. Times in ms of the show.

import { valueAt } from "./evaluate.js";

const SEEK_BEYOND_S = 0.25; // further off than this, seek
const NUDGE_BEYOND_S = 0.012; // further off than this, run a little faster or slower
const MOST_NUDGE = 0.08;

/** Plays what a score says is heard and moves at an instant. */
export class Sound {
  /** `refused` is called when the browser wants a gesture before it lets sound out. */
  constructor(play, stage, refused = () => {}) {
    this.play = play;
    this.stage = stage;
    this.refused = refused;
    this.heard = new Map();
    this.muted = false;
    this.drifts = [];
  }

  /** Brings every medium to where it must be at show time `time`, for the slide at `index`. */
  follow(index, time, playing) {
    const [slideId, start] = this.play.order[index];
    const slide = this.play.slides[slideId];
    if (!slide) return;
    const within = time - start;
    const wanted = new Set();
    for (const span of slide.score.spans) {
      if (within < span.start || within >= span.end) continue;
      wanted.add(this.keyOf(span, slideId));
      this.run(span, slideId, within, playing);
    }
    for (const span of this.play.beds) {
      if (time < span.start || time >= span.end) continue;
      wanted.add(this.keyOf(span, slideId));
      this.run(span, slideId, time, playing);
    }
    for (const [key, medium] of this.heard) {
      if (wanted.has(key)) continue;
      medium.element.pause();
      this.heard.delete(key);
    }
    this.standStill(slideId, slide, within, wanted);
    if (index > 0) this.standAtEnd(index - 1);
  }

  /** Stops everything that sounds. */
  stop() {
    for (const { element } of this.heard.values()) element.pause();
    this.heard.clear();
  }

  keyOf(span, slideId) {
    return span.source === "bed" ? `bed/${span.id}` : `${slideId}/${span.source}/${span.id}/${span.start}`;
  }

  run(span, slideId, at, playing) {
    const key = this.keyOf(span, slideId);
    let medium = this.heard.get(key);
    if (!medium) {
      medium = { element: this.elementFor(span, slideId), fresh: true };
      if (!medium.element) return;
      this.heard.set(key, medium);
    }
    const { element } = medium;
    const length = Math.max(1, span.out - span.in);
    const place = (span.in + ((span.from - span.in + (at - span.start) * span.rate) % length)) / 1000;
    const gain = span.gain ? valueAt(span.gain, at) : 1;
    element.volume = Math.min(1, Math.max(0, gain));
    element.muted = this.muted || span.muted;
    if (!playing) {
      if (!element.paused) element.pause();
      if (Math.abs(element.currentTime - place) > 0.008) element.currentTime = place;
      medium.fresh = true;
      return;
    }
    this.keepInStep(medium, place, span, length / 1000);
  }

  keepInStep(medium, place, span, length) {
    const { element } = medium;
    if (element.paused) {
      if (medium.fresh || element.ended) element.currentTime = place;
      medium.fresh = false;
      this.start(element);
    }
    let drift = element.currentTime - place;
    if (Math.abs(drift) > length / 2) drift -= Math.sign(drift) * length;
    this.drifts.push(drift * 1000);
    if (this.drifts.length > 600) this.drifts.shift();
    if (Math.abs(drift) > SEEK_BEYOND_S && !element.seeking) {
      element.currentTime = place;
      element.playbackRate = span.rate;
    } else if (Math.abs(drift) > NUDGE_BEYOND_S) {
      element.playbackRate = span.rate * (1 - Math.max(-MOST_NUDGE, Math.min(MOST_NUDGE, drift * 2)));
    } else {
      element.playbackRate = span.rate;
    }
  }

  start(element) {
    element.play()?.catch((error) => {
      if (error.name === "NotAllowedError") this.refused();
    });
  }

  elementFor(span, slideId) {
    const video = span.source === "object" ? this.stage.video(slideId, span.id) : null;
    if (video?.play) return video;
    const asset = this.play.assets[span.asset];
    if (!asset) return null;
    const audio = new Audio(asset.url);
    audio.preload = "auto";
    return audio;
  }

  /** Puts clips that do not play now on the picture they stand at. */
  standStill(slideId, slide, within, wanted) {
    for (const target of slide.score.targets) {
      const track = target.tracks.find((t) => t.property === "media_time");
      if (!track) continue;
      const video = this.stage.video(slideId, target.object);
      if (!video?.pause || [...wanted].some((key) => key.startsWith(`${slideId}/object/${target.object}/`))) continue;
      if (!video.paused) video.pause();
      const place = valueAt(track, within) / 1000;
      if (Math.abs(video.currentTime - place) > 0.008) video.currentTime = place;
    }
  }

  standAtEnd(index) {
    const [slideId, , length] = this.play.order[index];
    const slide = this.play.slides[slideId];
    if (slide && this.stage.layers.has(slideId)) this.standStill(slideId, slide, length, new Set());
  }
}

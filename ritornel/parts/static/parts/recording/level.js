// How loud it is that comes in: a line with its peak, and one word.

const PEAK_STAYS_MS = 1500;
const WORD_STAYS_MS = 3000;
const TOO_LOUD = 0.89; // -1 dB
const QUIET_DB = -42;
const SPEECH_OVER_FLOOR_DB = 9;
const FLOOR_RISES_DB_A_S = 4;
const LEAST_DB = -60;

const db = (value) => 20 * Math.log10(Math.max(1e-6, value));

/** Follows blocks of samples by their peak and level (0 to 1). */
export class Level {
  constructor() {
    Object.assign(this, { level: LEAST_DB, peak: LEAST_DB, peakAt: 0, floor: -50, loudAt: -Infinity, spokeAt: -Infinity, quietSince: 0, loudest: LEAST_DB, loudestAt: 0, isSpeech: false });
  }

  /** `now` and `lasts` in ms. */
  hear({ peak, level }, now, lasts) {
    this.level = db(level);
    this.floor = Math.min(this.level, this.floor + (FLOOR_RISES_DB_A_S * lasts) / 1000);
    this.isSpeech = this.level > Math.max(-55, this.floor + SPEECH_OVER_FLOOR_DB);
    if (db(peak) >= this.peak || now - this.peakAt > PEAK_STAYS_MS) Object.assign(this, { peak: db(peak), peakAt: now });
    if (peak >= TOO_LOUD) this.loudAt = now;
    if (this.isSpeech) this.spokeAt = now;
    if (this.level >= this.loudest || now - this.loudestAt > WORD_STAYS_MS) Object.assign(this, { loudest: this.level, loudestAt: now });
  }

  /** "too loud", "too quiet", "clear", or nothing while nobody speaks. */
  word(now) {
    if (now - this.loudAt < WORD_STAYS_MS) return "too loud";
    if (now - this.spokeAt > WORD_STAYS_MS) return "";
    return this.loudest < QUIET_DB ? "too quiet" : "clear";
  }

  /** Shares of the line: the level, and its peak. */
  get shares() {
    const share = (value) => Math.max(0, Math.min(1, 1 - value / LEAST_DB));
    return { level: share(this.level), peak: share(this.peak) };
  }
}

// What a page says to an edition that stands in it, and is told by it, by `postMessage` (HTML standard):
//
//   {edition: "play"}, {edition: "pause"}
//   {edition: "go", at: 72.5}          to an instant, in seconds
//   {edition: "go", slide: 3}          to a slide, by its number or its id
//   {edition: "where"}                 is answered, as is everything above and whatever changes afterwards:
//   {edition: "here", at, of, slide, playing}   seconds, seconds, the slide's number, whether it plays
//
// It listens to the page that it stands in alone; with ?host=https://their.example only if that page is from there. Answers go
// to where the question came from, and nowhere else.

const CHANNEL = "ritornel/playing";

/** The origin that an address lets in, or null for any. */
export function hostOf(search) {
  const asked = new URLSearchParams(search).get("host");
  if (asked === null) return null;
  try {
    return new URL(asked).origin;
  } catch {
    return ""; // nobody is let in by what is no address
  }
}

/** Whether a message may be listened to: `from` is {source, origin}, `parent` the window around. */
export function isHeard({ source, origin }, parent, own, host) {
  return source === parent && parent !== own && (host === null || origin === host);
}

/** The messages of a player: {play, pause, seek, toSlideOf, playhead, here}. */
export class Messages {
  constructor(player) {
    Object.assign(this, { player, host: hostOf(location.search), asker: null, told: "" });
    window.addEventListener("message", (event) => isHeard(event, window.parent, window, this.host) && this.hear(event));
    this.others = new BroadcastChannel(CHANNEL); // several on one page play one at a time
    this.others.addEventListener("message", () => this.player.playhead.playing && this.player.pause());
  }

  hear({ data, origin }) {
    const { player } = this;
    const asked = data?.edition;
    if (asked === "play") player.play();
    else if (asked === "pause") player.pause();
    else if (asked === "go" && Number.isFinite(data.at)) player.seek(data.at * 1000);
    else if (asked === "go" && data.slide !== undefined) player.toSlideOf(data.slide);
    else if (asked !== "where") return;
    this.asker = origin;
    this.told = "";
    this.tell();
  }

  /** It begins: others that stand beside it stop. */
  begins() {
    this.others.postMessage({ begins: true });
  }

  /** Tells whoever has asked where it is, if that is another slide, or it plays or rests by now. */
  tell() {
    const { here } = this.player;
    const told = `${here.slide}/${here.playing}`;
    if (this.asker === null || told === this.told) return;
    this.told = told;
    window.parent.postMessage({ edition: "here", ...here }, this.asker);
  }
}

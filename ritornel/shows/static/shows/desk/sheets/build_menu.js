// The menu that builds what is selected: one key or click opens it, the next adds the build.

import { html, nothing } from "../../../site/vendor/lit.js";
import { item, openMenu, section, tick } from "../menus.js";
import { newIds } from "../state/ids.js";

const KINDS = [
  ["entrance", "Comes in"],
  ["emphasis", "Is stressed"],
  ["path", "Moves"],
  ["exit", "Goes out"],
];
const PLAYBACK = ["play", "pause"];

const how = { order: "together", byLine: false }; // as it was chosen last

/** Opens the menu beside `anchor` for the objects that are selected. */
export function openBuildMenu(desk, anchor) {
  const { store } = desk;
  const slide = store.focus;
  const objects = [...store.objects];
  const things = objects.map((id) => store.object(id));
  const { effects } = store.vocabulary;
  const goes = (kind, effect) => kind !== "path" || effect.params.length; // a path without settings leads nowhere
  const named = (kind) => Object.entries(effects).filter(([name, effect]) => !PLAYBACK.includes(name) && effect.verbs[kind] && goes(kind, effect));
  const lines = things.some((thing) => thing.kind === "text" && thing.paragraphs.length > 1);
  const plays = things.every((thing) => thing.kind === "clip" || thing.kind === "sound");

  openMenu("Build", anchor, (menu) => {
    const choose = (kind, effect) => {
      menu.close();
      const byLine = how.byLine || effects[effect].by_line;
      const parts = things.reduce((sum, thing) => sum + (byLine && thing.kind === "text" ? Math.max(1, thing.paragraphs.length) : 1), 0);
      const ids = newIds("build", parts);
      store.edit({ do: "add-builds", slide, objects, kind, effect, order: how.order, by_line: byLine, ids });
      store.select("steps", ids);
    };
    return html`${KINDS.map(([kind, label]) => section(label, named(kind).map(([name, effect]) => item(effect.verbs[kind], effect.help, () => choose(kind, name)))))}
      ${plays ? section("Plays", PLAYBACK.map((kind) => item(effects[kind].verbs[kind], effects[kind].help, () => choose(kind, kind)))) : nothing}
      ${lines || objects.length > 1 ? section("How", [
        lines ? tick(menu, "line by line", how.byLine, (on) => (how.byLine = on)) : nothing,
        tick(menu, "each on a cue of its own", how.order === "each", (on) => (how.order = on ? "each" : "together")),
      ]) : nothing}`;
  });
}

// The menu that builds what is selected: one key or click opens it, the next adds the build.

import { html, nothing } from "../../site/vendor/lit.js";
import { item, openMenu, section, turning } from "../../parts/menus.js";
import { newIds } from "../../parts/state/ids.js";

const how = { order: "together", by: "whole", along: "reading", stagger: 200 }; // as it was chosen last

/** Opens the menu beside `anchor` for the objects that are selected. */
export function openBuildMenu(desk, anchor) {
  const { store } = desk;
  const slide = store.focus;
  const objects = [...store.objects];
  const things = objects.map((id) => store.object(id)).filter(Boolean);
  const { effects, kinds, parts, orders, along, apart } = store.vocabulary;
  const words = things.some((thing) => thing.kind === "text" && /\s/.test(thing.paragraphs.map((p) => p.text).join(" ").trim()));
  const plays = things.every((thing) => thing.kind === "clip" || thing.kind === "sound");

  const own = store.shown.show.effects;
  const use = (menu, name, builds) => {
    menu.close();
    const ids = newIds("build", builds * objects.length);
    store.edit({ do: "use-effect", slide, objects, name, ids });
    store.select("steps", ids);
  };

  openMenu("Build", anchor, (menu) => {
    const choose = (kind, effect) => {
      menu.close();
      const by = effects[effect].by_line ? "line" : how.by;
      const lines = (thing) => (by === "line" && thing.kind === "text" ? Math.max(1, thing.paragraphs.filter((p) => p.text.trim()).length) : 1);
      const ids = newIds("build", things.reduce((sum, thing) => sum + lines(thing), 0));
      store.edit({ do: "add-builds", slide, objects, kind, effect, ...how, by, ids });
      store.select("steps", by === "line" || by === "whole" ? ids : [ids[0]]);
    };
    return html`${words || objects.length > 1 ? section("How", [
        words ? turning(menu, "Parts", parts, how.by, (by) => (how.by = by)) : nothing,
        turning(menu, "Times", orders, how.order, (order) => (how.order = order)),
        how.order === "staggered" ? turning(menu, "Apart", apart, String(how.stagger), (ms) => (how.stagger = Number(ms))) : nothing,
        objects.length > 1 ? turning(menu, "Order", along, how.along, (way) => (how.along = way)) : nothing,
      ]) : nothing}
      ${own.length ? section("Your own", own.map(({ name, builds }) => item(name, `${builds} builds, kept in this show`, () => use(menu, name, builds)))) : nothing}
      ${Object.entries(kinds).filter(([, { acts }]) => !acts).map(([kind, { words: says, effects: names }]) =>
        section(says[0].toUpperCase() + says.slice(1), names.map((name) => item(effects[name].verbs[kind], effects[name].help, () => choose(kind, name)))))}
      ${plays ? section("Is told", Object.entries(kinds).filter(([, { acts }]) => acts).flatMap(([kind, { effects: names }]) =>
        names.map((name) => item(effects[name].verbs[kind], effects[name].help, () => choose(kind, name))))) : nothing}`;
  });
}

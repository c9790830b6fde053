// Placing several objects at once: what there is, as a menu and as rows of the sheet. The rules are the core's.

import { html, nothing } from "../../site/vendor/lit.js";
import { item, openMenu, section, tick } from "../../parts/menus.js";
import { across, choice, numberField, row, setting } from "../../parts/fields.js";

const SIDES = [["left", "left"], ["centre", "centre"], ["right", "right"], ["top", "top"], ["middle", "middle"], ["bottom", "foot"]];
const TO = [["each other", "each other"], ["slide", "the slide"], ["first", "the first"]];
const SPREAD = [["across", "across"], ["down", "down"]];
const FORMS = [["row", "a row"], ["column", "a column"], ["grid", "a grid"]];
const ALIKE = [["width", "as wide"], ["height", "as high"], ["both", "as large"]];

const how = { to: "each other", by: "gaps" }; // as it was chosen last

/** What can be done with the objects that are selected, each as a function. */
function placings({ store }) {
  const edit = (command) => store.edit({ ...command, slide: store.focus, objects: [...store.objects] });
  const alone = store.objects.size === 1;
  return {
    align: (edge) => edit({ do: "align-objects", edge, to: alone ? "slide" : how.to }),
    spread: (along, gap = null) => edit({ do: "spread-objects", along, by: how.by, gap }),
    tidy: (form) => edit({ do: "tidy-objects", form }),
    size: (alike) => edit({ do: "size-objects", alike }),
  };
}

/** Opens the menu of placings for what is selected. One object alone is aligned with the slide. */
export function openPlaceMenu(desk, anchor) {
  const does = placings(desk);
  const count = desk.store.objects.size;
  openMenu("Place", anchor, (menu) => {
    const items = (rows, run, words = (label) => label) => rows.map(([name, label]) => item(words(label), "", () => (menu.close(), run(name))));
    return html`${section(count > 1 ? "Align" : "Align with the slide", items(SIDES, does.align))}
      ${count > 1 ? section("with", TO.map(([name, label]) => tick(menu, label, how.to === name, () => (how.to = name)))) : nothing}
      ${count > 2 ? section("Spread evenly", [items(SPREAD, does.spread), tick(menu, "by middles, not gaps", how.by === "middles", (on) => (how.by = on ? "middles" : "gaps"))]) : nothing}
      ${count > 1 ? [section("Tidy into", items(FORMS, does.tidy)), section("Make alike", items(ALIKE, does.size, (label) => `${label} as the first`))] : nothing}`;
  });
}

/** The same as rows of the sheet of several objects. */
export function placingRows(desk) {
  const does = placings(desk);
  const buttons = (rows, run) => rows.map(([name, words]) => html`<button class="act" @click=${() => run(name)}>${words}</button>`);
  return [
    row("align", across([buttons(SIDES, does.align), setting("with", choice("Align with", how.to, TO, (to) => (how.to = to)))])),
    row(
      "spread",
      across([
        buttons(SPREAD, does.spread),
        setting("by", choice("Spread by", how.by, [["gaps", "gaps"], ["middles", "middles"]], (by) => (how.by = by))),
        setting("apart", [
          numberField("Gap across", null, (gap) => does.spread("across", gap), { none: "" }), html`<span class="soft">across</span>`,
          numberField("Gap down", null, (gap) => does.spread("down", gap), { none: "" }), html`<span class="soft">down</span>`,
        ]),
      ]),
    ),
    row("tidy", across(buttons(FORMS, does.tidy))),
    row("alike", across(buttons(ALIKE, does.size))),
  ];
}

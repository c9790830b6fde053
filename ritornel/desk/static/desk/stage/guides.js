// The show's own guides: lines to place things by, moved by hand and by keys, taken away when they are let go beside the stage.

import { byKeys, follow } from "../../site/gesture.js";
import { html } from "../../site/vendor/lit.js";
import { anchorOf } from "../../parts/beside.js";
import { item, openMenu, section } from "../../parts/menus.js";
import { around, rounded } from "../../parts/geometry/geometry.js";

const AXES = { x: ["width", "upright"], y: ["height", "level"] };

function set({ store }, guides) {
  return store.edit({ do: "set-show", values: { guides } });
}

/** What can be done with guides. */
export function guideMenu(desk, event) {
  const { show } = desk.store.shown;
  const chosen = desk.arranging.chosen();
  const add = (...guides) => set(desk, [...show.guides, ...guides]);
  openMenu("Guides", anchorOf(event), (menu) => {
    const act = (label, run) => item(label, "", () => (menu.close(), run()));
    const edges = () => {
      const { x, y, width, height } = around(chosen);
      return [["x", x], ["x", x + width], ["y", y], ["y", y + height]].map(([axis, at]) => ({ axis, at: rounded(at) }));
    };
    return section("Guides", [
      act("upright, in the middle", () => add({ axis: "x", at: show.width / 2 })),
      act("level, in the middle", () => add({ axis: "y", at: show.height / 2 })),
      chosen.length ? act("around what is selected", () => add(...edges())) : "",
      show.guides.length ? act("take all away", () => set(desk, [])) : "",
    ]);
  });
}

/** The guides as lines over the stage. */
export function guideLines(desk, scale) {
  const { show } = desk.store.shown;
  return (desk.arranging.movedGuides ?? show.guides).map(({ axis, at }, n) => {
    const [size, word] = AXES[axis];
    const place = axis === "x" ? `left:${at * scale}px` : `top:${at * scale}px`;
    return html`<div class="own-guide is-${axis}" role="slider" tabindex="0" aria-label="Guide, ${word}" aria-valuemin="0" aria-valuemax=${show[size]} aria-valuenow=${at}
      .style=${place} @pointerdown=${(event) => drag(desk, event, n)} @keydown=${(event) => key(desk, event, n)} @click=${byKeys(() => {})}></div>`;
  });
}

function drag(desk, event, n) {
  const { arranging, store } = desk;
  const { guides, width, height } = store.shown.show;
  const { axis } = guides[n];
  event.preventDefault();
  event.stopPropagation();
  event.currentTarget.focus({ preventScroll: true });
  const show = (moved) => {
    arranging.movedGuides = moved;
    arranging.update();
  };
  follow(event, {
    move: ({ event: last }) => show(guides.map((guide, m) => (m === n ? { axis, at: Math.round(arranging.point(last)[axis]) } : guide))),
    end: () => {
      const moved = arranging.movedGuides ?? guides;
      const inside = moved[n].at >= 0 && moved[n].at <= (axis === "x" ? width : height);
      set(desk, inside ? moved : moved.filter((_, m) => m !== n));
      show(null);
    },
    leave: () => show(null),
  });
}

function key(desk, event, n) {
  const { guides } = desk.store.shown.show;
  const { axis, at } = guides[n];
  const by = { x: { ArrowLeft: -1, ArrowRight: 1 }, y: { ArrowUp: -1, ArrowDown: 1 } }[axis][event.key];
  const gone = event.key === "Delete" || event.key === "Backspace";
  if (!by && !gone) return;
  event.preventDefault();
  event.stopPropagation();
  if (gone) set(desk, guides.filter((_, m) => m !== n));
  else set(desk, guides.map((guide, m) => (m === n ? { axis, at: at + by * (event.shiftKey ? 10 : 1) } : guide)));
}

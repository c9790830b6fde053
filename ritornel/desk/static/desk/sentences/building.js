// Builds to be, asked for in one sentence: how they will be made is set by its words, what they do is chosen last and
// makes them.

import { html, render } from "../../site/vendor/lit.js";
import { openBeside } from "../../parts/beside.js";
import { newIds } from "../../parts/state/ids.js";
import { objectsMeant } from "../acts/acting.js";
import { buildSample, onTheStage } from "./builds.js";

let how = { by: "whole", order: "together", along: "reading", stagger: 200 }; // as it was said last

/** Asks beside `anchor` how what is selected shall be built. */
export function askToBuild(desk, anchor) {
  const element = document.createElement("div");
  element.className = "asking";
  element.setAttribute("role", "dialog");
  element.setAttribute("aria-label", "Build it");
  let close = null;
  render(html`<motion-sentence .subject=${buildsToBe(desk, () => close())}></motion-sentence>`, element);
  close = openBeside(element, anchor);
  element.addEventListener("keydown", (event) => {
    event.stopPropagation();
    if (event.key !== "Escape") return;
    event.preventDefault();
    close();
  });
  element.querySelector("motion-sentence").touch("what");
}

/** What the sentence is about (parts/sentences/transitions.js); `ended` is called when there are builds. */
function buildsToBe(desk, ended) {
  const { store } = desk;
  const slide = store.focus;
  const objects = objectsMeant(store);
  let duration = null; // for these alone, as is the view at which they come
  let here = null;
  const given = () => ({ ...how, duration, here });
  const things = () => objects.map((id) => store.slide?.document.objects.find((thing) => thing.id === id)).filter(Boolean);

  function make({ name, ...values }) {
    if (name !== undefined) {
      const ids = newIds("build", store.shown.show.effects.find((effect) => effect.name === name).builds * objects.length);
      store.edit({ do: "use-effect", slide, objects, name, here: values.here, ids });
      store.select("steps", ids);
    } else {
      const by = store.vocabulary.effects[values.effect].by_line ? "line" : how.by;
      const lines = (thing) => (by === "line" && thing.kind === "text" ? Math.max(1, thing.paragraphs.filter((p) => p.text.trim()).length) : 1);
      const ids = newIds("build", things().reduce((sum, thing) => sum + lines(thing), 0));
      store.edit({ do: "add-builds", slide, objects, ...given(), ...values, ids });
      store.select("steps", by === "line" || by === "whole" ? ids : [ids[0]]);
    }
    ended();
  }

  return {
    desk,
    key: `builds to be ${objects.join()}`,
    opens: "what",
    finds: "type to find: rise, ring, line by line, 2 s",
    now: () => (things().length ? JSON.stringify([given(), things(), store.slide.document.running_order.length]) : null),
    asks: () => ({ slide, building: { objects, ...given() } }),
    given,
    set(of, values) {
      if (of === "build") return make(values);
      ({ duration, here, ...how } = { ...given(), ...values });
    },
    sampled: (choice, sample) => sample && buildSample(store, objects, sample),
    preview: (choice, sample) => onTheStage(store, slide, sample, store.length(slide) - 1, 0),
    see: () => {},
  };
}

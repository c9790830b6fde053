// What a sentence is about. A subject:
//
//   key             another subject has another
//   now()           what the sentence tells of, to be compared; null if it is gone
//   asks()          what the server is asked
//   given()         the fields that are set, as they are
//   set(of, values, family)   sets fields; `family` are the builds that are one with what it is about
//   sampled(choice, sample)   {play, length, frame} of a small stage; null if it cannot be shown
//   preview(choice, sample)   {length, frame} of the whole stage; null if there is nothing to see
//   see()           plays what is said, on the stage
//   draw()          takes the pen for what can be drawn on the stage
//   foot(family)    what stands under the sentence

import { evaluate, stateAt } from "../../../site/play/evaluate.js";
import { mendButton, sentence } from "../sheets/line_check.js";
import { leadingPen } from "../stage/tools/pen.js";
import { html, nothing } from "../../../site/vendor/lit.js";

/** The transition of a slide. */
export function transitionOf(desk, slide) {
  const { store } = desk;
  const rows = () => store.shown.order;
  const before = () => rows()[store.slideIndex(slide) - 1]?.[0] ?? null;
  const given = () => store.shown.slides[slide]?.document.transition;
  const to = (slides, transition) => store.edit({ do: "set-slides", slides, values: { transition } });
  return {
    desk,
    key: `transition ${slide}`,
    now: () => (given() ? JSON.stringify([given(), store.title(slide), before() && store.title(before()), pictureOf(store, slide), pictureOf(store, before())]) : null),
    asks: () => ({ slide }),
    given,
    set: (of, values) => to([slide], without({ ...given(), ...values })),
    sampled: (choice, sample) => sample && transitionSample(store, { slide, before: before() }, sample),
    preview(choice, sample) {
      if (before()) store.loader.need(before());
      if (!sample || !store.shown.slides[slide]) return null;
      return { length: sample.length, frame: (time) => evaluate(withPlan(store.play, slide, sample.plan), store.start(slide) + Math.min(time, sample.length - 1)) };
    },
    see: () => desk.stage.see(store.start(slide), store.start(slide) + store.shown.outlines[slide].transition),
    foot() {
      const { chapters } = store.shown.show;
      const chosen = [...store.slides];
      const chapter = chapters.filter((c) => store.slideIndex(c.first) <= store.slideIndex(slide)).at(-1);
      const ofChapter = chapter ? rows().map(([id]) => id).slice(store.slideIndex(chapter.first), nextChapter(store, chapters, chapter)) : [];
      const scope = (words, slides, title) => html`<button class="act" title=${title} @click=${() => to(slides, without(given()))}>${words}</button>`;
      return html`<span class="soft">the same for</span>
        ${chosen.length > 1 ? scope(`the ${chosen.length} selected`, chosen, "Give every slide that is selected this transition") : nothing}
        ${chapter ? scope("the chapter", ofChapter, `Give every slide of “${chapter.title}” this transition`) : nothing}
        ${scope("the show", null, "Give every slide this transition")}
        <button class="act ml-auto" @click=${() => this.see()}>See it</button>`;
    },
  };
}

/** A transition that no slide has yet: `given()` is the transition, `set` gets it when it is another. */
export function transitionToBe(desk, given, changed) {
  const { store } = desk;
  const slide = store.focus ?? "";
  return {
    desk,
    key: "transition to be",
    now: () => JSON.stringify(given()),
    asks: () => ({ slide, transition: without(given()) }),
    given,
    set: (of, values) => changed(without({ ...given(), ...values })),
    sampled: (choice, sample) => sample && transitionSample(store, { slide: null, before: slide }, sample),
    preview: () => null,
    see: () => {},
  };
}

/** A build of the slide in focus; with several in `chosen` what is set is set of them all. */
export function buildOf(desk, step, chosen = [step]) {
  const { store } = desk;
  const several = chosen.length > 1;
  const slide = store.focus;
  const given = () => store.step(step);
  return {
    desk,
    key: `build ${chosen.join()}`,
    now() {
      const timed = store.timed(step);
      return given() && timed ? JSON.stringify([given(), familyIsMeant, chosen.map((id) => [store.step(id), store.timed(id)?.group.cue]), store.slide.document.running_order.length, timed.name, timed.group.cue, timed.group.steps[0].id === step, timed.group.wait, store.object(given().object)?.waited_for]) : null;
    },
    asks: () => ({ slide, step, family: familyIsMeant, others: chosen.filter((id) => id !== step) }),
    given,
    set(of, values, family) {
      if (of === "family") store.edit({ do: "build-by", slide, step, ...values });
      else if (of === "object") store.edit({ do: "set-objects", slide, values: { [given().object]: values } });
      else if (of === "wait") store.edit({ do: "set-wait", slide, cue: store.timed(step).group.cue, wait: values.wait });
      else store.edit({ do: "set-steps", slide, steps: several ? chosen : familyIsMeant ? family : [step], values });
    },
    sampled: (choice, sample) => sample && buildSample(store, given(), sample),
    preview(choice, sample) {
      const at = store.timed(step);
      if (!sample?.targets.length || !at) return null;
      const time = store.start(slide) + at.start;
      const frame = (t) => withTargets(evaluate(store.play, time + Math.min(t, at.end - at.start)), slide, store, sample.targets, t);
      return { length: sample.length, play: sample.marks.length ? withMarks(store.play, slide, given().object, sample.marks) : store.play, frame };
    },
    see() {
      const timed = chosen.map((id) => store.timed(id));
      const at = store.start(slide);
      desk.stage.see(at + Math.min(...timed.map((one) => one.start)), at + Math.max(...timed.map((one) => one.end)));
    },
    draw: () => desk.arranging.takeTool(leadingPen(step)),
    foot: (family) => (several ? severalFoot(desk, step, chosen) : buildFoot(desk, step, family)),
  };
}

let familyIsMeant = true; // else the one part alone

function mean(store, all) {
  familyIsMeant = all;
  store.changed();
}

function severalFoot(desk, id, chosen) {
  const { store } = desk;
  const slide = store.focus;
  const step = store.step(id);
  if (!step) return nothing;
  return html`<span class="soft">set for all ${chosen.length}</span>
    <button class="act" @click=${() => store.edit({ do: "set-steps", slide, steps: chosen, values: { off: !step.off } })}>${step.off ? "Turn on" : "Turn off"}</button>
    <button class="act" @click=${() => store.edit({ do: "delete-steps", slide, steps: chosen })}>Delete ${chosen.length} builds</button>
    <button class="act ml-auto" @click=${() => buildOf(desk, id, chosen).see()}>See it</button>`;
}

function buildFoot(desk, id, family) {
  const { store } = desk;
  const slide = store.focus;
  const step = store.step(id);
  if (!step) return nothing;
  const object = store.object(step.object);
  const meant = (all, words) => html`<button class="act ${familyIsMeant === all ? "" : "is-idle"}" aria-pressed=${String(familyIsMeant === all)} @click=${() => mean(store, all)}>${words}</button>`;
  const found = store.shown.findings.filter((finding) => finding.build === id && finding.slide === slide);
  return html`${found.map((finding) => html`<p class="found-here">${sentence(finding.message)} ${mendButton(desk, finding)}</p>`)}
    ${family.length > 1 ? html`<span class="soft">for</span>${meant(true, `all ${family.length}`)}${meant(false, "this one")}` : nothing}
    <button class="act" @click=${() => store.edit({ do: "set-steps", slide, steps: familyIsMeant ? family : [id], values: { off: !step.off } })}>${step.off ? "Turn on" : "Turn off"}</button>
    <button class="act" @click=${() => store.edit({ do: "delete-steps", slide, steps: [id] })}>Delete build</button>
    ${object ? html`<button class="act" @click=${() => store.select("objects", [object.id])}>Its object</button>` : nothing}
    ${object?.role ? html`<button class="act" title="On every slide, what is a ${object.role} moves like this" @click=${() => store.edit({ do: "build-by-role", slide, step: id })}>The same for every ${object.role}</button>` : nothing}
    <button class="act ml-auto" @click=${() => buildOf(desk, id).see()}>See it</button>`;
}

/** A transition without what is not set. */
function without(values) {
  return Object.fromEntries(Object.entries(values).filter(([, value]) => value !== null && value !== ""));
}

function nextChapter(store, chapters, chapter) {
  const next = chapters[chapters.indexOf(chapter) + 1];
  return next ? store.slideIndex(next.first) : undefined;
}

// ---- samples

function pictureOf(store, slide) {
  const look = slide && store.shown.outlines[slide]?.look;
  return look ? `pictures/${encodeURIComponent(slide)}?look=${look}` : "";
}

function withPlan(play, slide, plan) {
  const whole = play.slides[slide];
  return { ...play, slides: { ...play.slides, [slide]: { ...whole, score: { ...whole.score, transition: plan } } } };
}

/** Two slides one after the other: as pictures of themselves, or, where their objects move, as they are. */
function transitionSample(store, { slide, before }, { plan, length }) {
  const [old, fresh] = [store.play.slides[before], store.play.slides[slide]];
  if (plan.pieces.some((piece) => piece.targets?.length) && old && fresh) return slidesThemselves(store.play, old, fresh, { plan, length });
  const { width, height } = store.play;
  const still = (id, score) => ({ background: store.shown.outlines[id]?.ground ?? "#17131f", nodes: pictureNodes(store, id), score: { targets: [], ...score } });
  const play = {
    width,
    height,
    order: [["old", 0, 1], ["new", 1, length + 1]],
    slides: { old: still(before, { length: 1, transition: { duration: 0 } }), new: still(slide, { length: length + 1, transition: plan }) },
    assets: { [`of ${before}`]: { url: pictureOf(store, before) }, [`of ${slide}`]: { url: pictureOf(store, slide) } },
  };
  return { play, length, frame: (time) => evaluate(play, 1 + Math.min(time, length)) };
}

function slidesThemselves({ width, height, assets }, old, fresh, { plan, length }) {
  const starts = old.score.length;
  const play = {
    width,
    height,
    assets,
    order: [["old", 0, starts], ["new", starts, length + 1]],
    slides: { old, new: { ...fresh, score: { ...fresh.score, transition: plan } } },
  };
  return { play, length, frame: (time) => evaluate(play, starts + Math.min(time, length)) };
}

function pictureNodes(store, id) {
  if (!pictureOf(store, id)) return [];
  const { width, height } = store.play;
  return [{ key: "picture", object: "picture", kind: "picture", asset: `of ${id}`, alt: "", x: 0, y: 0, width, height, rotation: 0, opacity: 1, fit: "fill" }];
}

const AROUND = 1.35; // so much larger than the object is what its sample shows

/** The object of a build alone, near. */
function buildSample(store, step, { targets, length, marks }) {
  const found = store.slide?.nodes.find((one) => one.object === step?.object);
  if (!found) return null;
  const node = { ...found, marks };
  const part = step.part ? node.parts?.[step.part.paragraph] : null;
  const { width, height } = store.play;
  const play = { width, height, order: [["one", 0, length + 1]], slides: { one: { background: store.slide.background, nodes: [node] } }, assets: store.play.assets };
  const frame = (time) => ({
    backdrop: store.slide.background,
    layers: [{ slide: 0, time, properties: {}, targets: Object.fromEntries(targets.map((target) => [target.key, stateAt(target.tracks, time)])), corners: [], soft: 0, grid: null }],
  });
  const box = part ? { x: node.x, y: node.y + part.y, width: node.width, height: part.height } : node;
  return { play, length, frame, fitted: (stage, root) => near(stage, root, box, play) };
}

/** Shows of a small stage what is around a box. */
function near(stage, root, box, { width, height, slides: { one: { background } } }) {
  const scale = Math.min(width / (box.width * AROUND), height / (box.height * AROUND), 6);
  const [x, y] = [box.x + box.width / 2, box.y + box.height / 2];
  const unit = root.clientWidth / width;
  root.style.backgroundColor = background;
  stage.root.style.transformOrigin = "0 0";
  stage.root.style.transform = `translate(${(width / 2 - x * scale) * unit}px, ${(height / 2 - y * scale) * unit}px) scale(${scale})`;
}

/** What is played, with what a build draws at an object. */
function withMarks(play, slide, object, marks) {
  const whole = play.slides[slide];
  const nodes = whole.nodes.map((node) => (node.object === object ? { ...node, marks } : node));
  return { ...play, slides: { ...play.slides, [slide]: { ...whole, nodes } } };
}

/** A frame in which targets of a slide are as their tracks say at `time`. */
function withTargets(frame, slide, store, targets, time) {
  if (!frame) return null;
  const index = store.slideIndex(slide);
  const moved = Object.fromEntries(targets.map((target) => [target.key, stateAt(target.tracks, time)]));
  return { ...frame, layers: frame.layers.map((layer) => (layer.slide === index ? { ...layer, targets: { ...layer.targets, ...moved } } : layer)) };
}

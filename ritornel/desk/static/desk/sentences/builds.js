// A build as what a sentence is about (parts/sentences/transitions.js says what that is), with its samples.

import { evaluate, stateAt } from "../../play/evaluate.js";
import { html, nothing } from "../../site/vendor/lit.js";
import { mendButton } from "../sheets/mend_button.js";
import { sentence } from "../../parts/words.js";
import { leadingPen } from "../stage/tools/pen.js";

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
    scale: (by) => store.edit({ do: "scale-builds", slide, steps: several ? chosen : [step], by }),
    sampled: (choice, sample) => sample && buildSample(store, [given()?.object], sample, given()?.part),
    preview(choice, sample) {
      const at = store.timed(step);
      return at ? onTheStage(store, slide, sample, at.start, at.end - at.start) : null;
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
  const found = desk.found.filter((finding) => finding.build === id && finding.slide === slide);
  return html`${found.map((finding) => html`<p class="found-here">${sentence(finding.message)} ${mendButton(desk, finding)}</p>`)}
    ${family.length > 1 ? html`<span class="soft">for</span>${meant(true, `all ${family.length}`)}${meant(false, "this one")}` : nothing}
    <button class="act" @click=${() => store.edit({ do: "set-steps", slide, steps: familyIsMeant ? family : [id], values: { off: !step.off } })}>${step.off ? "Turn on" : "Turn off"}</button>
    <button class="act" @click=${() => store.edit({ do: "delete-steps", slide, steps: [id] })}>Delete build</button>
    ${object ? html`<button class="act" @click=${() => store.select("objects", [object.id])}>Its object</button>` : nothing}
    ${object?.role ? html`<button class="act" title="On every slide, what is a ${object.role} moves like this" @click=${() => store.edit({ do: "build-by-role", slide, step: id })}>The same for every ${object.role}</button>` : nothing}
    <button class="act ml-auto" @click=${() => buildOf(desk, id).see()}>See it</button>`;
}

const AROUND = 1.35; // so much larger than the object is what its sample shows

/** Objects that builds move, alone and near; of one, `part` may be what is moved. */
export function buildSample(store, objects, { targets, length, marks }, part) {
  const found = (store.slide?.nodes ?? []).filter((node) => node.object && objects.includes(node.object)).map((node) => ({ ...node, marks: marks[node.object] ?? [] }));
  if (!found.length) return null;
  const { width, height } = store.play;
  const nodes = store.slide.document.plane ? inTheMiddle(found, width, height) : found;
  const line = part ? nodes[0].parts?.[part.paragraph] : null;
  const play = { width, height, order: [["one", 0, length + 1]], slides: { one: { background: store.slide.background, nodes } }, assets: store.play.assets };
  const frame = (time) => ({
    backdrop: store.slide.background,
    layers: [{ slide: 0, time, properties: {}, targets: Object.fromEntries(targets.map((target) => [target.key, stateAt(target.tracks, time)])), corners: [], soft: 0, grid: null }],
  });
  const box = line ? { x: nodes[0].x, y: nodes[0].y + line.y, width: nodes[0].width, height: line.height } : around(nodes);
  return { play, length, frame, fitted: (stage, root) => near(stage, root, box, play) };
}

/** What lies on a plane in the middle of the stage, as it would be seen there. */
function inTheMiddle(nodes, width, height) {
  const box = around(nodes);
  const [dx, dy] = [(width - box.width) / 2 - box.x, (height - box.height) / 2 - box.y];
  return nodes.map((node) => ({ ...node, x: node.x + dx, y: node.y + dy }));
}

/** The box around boxes. */
function around(boxes) {
  const [x, y] = [Math.min(...boxes.map((box) => box.x)), Math.min(...boxes.map((box) => box.y))];
  return { x, y, width: Math.max(...boxes.map((box) => box.x + box.width)) - x, height: Math.max(...boxes.map((box) => box.y + box.height)) - y };
}

/** What a sample moves, on the whole stage: over the slide as it is from `start`, ms, on for `lasts`. */
export function onTheStage(store, slide, sample, start, lasts) {
  if (!sample?.targets.length) return null;
  const frame = (t) => withTargets(evaluate(store.play, store.start(slide) + start + Math.min(t, lasts)), slide, store, sample.targets, t);
  return { length: sample.length, play: Object.keys(sample.marks).length ? withMarks(store.play, slide, sample.marks) : store.play, frame };
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

/** What is played, with what builds draw at objects. */
function withMarks(play, slide, marks) {
  const whole = play.slides[slide];
  const nodes = whole.nodes.map((node) => (marks[node.object] ? { ...node, marks: marks[node.object] } : node));
  return { ...play, slides: { ...play.slides, [slide]: { ...whole, nodes } } };
}

/** A frame in which targets of a slide are as their tracks say at `time`. */
function withTargets(frame, slide, store, targets, time) {
  if (!frame) return null;
  const index = store.slideIndex(slide);
  const moved = Object.fromEntries(targets.map((target) => [target.key, stateAt(target.tracks, time)]));
  return { ...frame, layers: frame.layers.map((layer) => (layer.slide === index ? { ...layer, targets: { ...layer.targets, ...moved } } : layer)) };
}

// Editing a text where it stands: a line in the editor is a paragraph of the text.

import { el } from "../../site/dom.js";

const KEPT_AFTER_MS = 600;
const FAMILIES = { "plex-sans": "IBM Plex Sans", fraunces: "Fraunces" };

/** Opens the editor over a text object of the slide in focus. Escape or a click elsewhere ends it. */
export function editText(desk, id) {
  const { store } = desk;
  const thing = store.object(id);
  if (!thing) return;
  const slide = store.focus;
  const scale = desk.arranging.scale;
  const editor = el("textarea.text-editor", { "aria-label": "Text", spellcheck: "true" });
  editor.value = thing.paragraphs.map((p) => p.text ?? "").join("\n");
  Object.assign(editor.style, {
    left: `${thing.x * scale}px`,
    top: `${thing.y * scale}px`,
    width: `${thing.width}px`,
    minHeight: `${thing.height}px`,
    transform: `scale(${scale}) rotate(${thing.rotation}deg)`,
    fontFamily: `"${FAMILIES[thing.font]}"`,
    fontSize: `${thing.size}px`,
    fontWeight: thing.weight,
    fontStyle: thing.italic ? "italic" : "normal",
    lineHeight: thing.line_height,
    textAlign: thing.align === "centre" ? "center" : thing.align,
    color: thing.colour,
    backgroundColor: store.slide.doc.background,
  });
  let timer = 0;
  let kept = editor.value;
  const keep = () => {
    clearTimeout(timer);
    if (editor.value === kept) return;
    kept = editor.value;
    const paragraphs = kept.split("\n").map((text) => ({ text }));
    store.edit({ do: "set-objects", slide, values: { [id]: { paragraphs } } }, { typed: true });
  };
  const grow = () => {
    editor.style.height = "auto";
    editor.style.height = `${editor.scrollHeight}px`;
  };
  editor.addEventListener("input", () => {
    grow();
    clearTimeout(timer);
    timer = setTimeout(keep, KEPT_AFTER_MS);
  });
  editor.addEventListener("blur", () => {
    keep();
    editor.remove();
  });
  editor.addEventListener("pointerdown", (event) => event.stopPropagation());
  editor.addEventListener("keydown", (event) => {
    event.stopPropagation();
    if (event.key === "Escape") editor.blur();
  });
  desk.stage.over.append(editor);
  grow();
  editor.focus();
  editor.select();
}

// Small still pictures of objects.

import { build } from "./nodes.js";

/** One object's own picture, cut to its box, at most `width` x `height` px. */
export function objectThumbnail(node, slide, play, width, height) {
  const root = document.createElement("div");
  root.className = "thumb";
  root.style.width = `${width}px`;
  root.style.height = `${height}px`;
  root.style.backgroundColor = slide.background;
  const scale = Math.min((width - 4) / node.width, (height - 4) / node.height);
  const { element } = build(node, play.assets ?? {}, "still");
  element.style.left = `${(width - node.width * scale) / 2}px`;
  element.style.top = `${(height - node.height * scale) / 2}px`;
  element.style.transformOrigin = "0 0";
  element.style.transform = `scale(${scale})`;
  root.append(element);
  return root;
}

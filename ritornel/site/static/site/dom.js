// Small words for building pages: elements, times as they are written, what the server told the page.

/** Makes an element: el("button.act", {onclick, title}, "Text", child...). */
export function el(selector, attributes = {}, ...children) {
  const [tag, ...classes] = selector.split(".");
  const element = document.createElement(tag || "div");
  if (classes.length) element.className = classes.join(" ");
  return filled(element, attributes, children);
}

/** Makes an SVG element in the same way. */
export function svg(tag, attributes = {}, ...children) {
  return filled(document.createElementNS("http://www.w3.org/2000/svg", tag), attributes, children);
}

function filled(element, attributes, children) {
  for (const [name, value] of Object.entries(attributes)) {
    if (value === null || value === undefined || value === false) continue;
    if (name.startsWith("on")) element.addEventListener(name.slice(2), value);
    else if (name === "data") Object.assign(element.dataset, value);
    else if (name === "style") Object.assign(element.style, value);
    else if (value === true && name in element) element[name] = true;
    else element.setAttribute(name, value);
  }
  element.append(...children.flat(Infinity).filter((child) => child !== null && child !== undefined && child !== false));
  return element;
}

/** What the server wrote into the page under an id. */
export function told(id) {
  return JSON.parse(document.getElementById(id).textContent);
}

/** m:ss, rounded down. */
export function minutes(ms) {
  const seconds = Math.floor(ms / 1000);
  return `${Math.floor(seconds / 60)}:${String(seconds % 60).padStart(2, "0")}`;
}

/** m:ss.t, rounded down. */
export function tenths(ms) {
  return `${minutes(ms)}.${Math.floor((ms % 1000) / 100)}`;
}

/** Seconds with as many decimals as they need, one at least: 1.0, 0.85. */
export function seconds(ms) {
  const exact = ms / 1000;
  return Number.isInteger(Math.round(ms) / 100) ? exact.toFixed(1) : exact.toFixed(2).replace(/0$/, "");
}

/** ms from what people type: "2", "2.5 s", "1:02.5", "800 ms"; null for nothing, undefined if it is no time. */
export function readTime(text) {
  const words = text.trim().toLowerCase().replace(",", ".");
  if (!words) return null;
  let match = words.match(/^(\d+(?:\.\d+)?)\s*ms$/);
  if (match) return Math.round(Number(match[1]));
  match = words.match(/^(?:(\d+):)?(\d+(?:\.\d+)?)\s*s?$/);
  return match ? Math.round((Number(match[1] ?? 0) * 60 + Number(match[2])) * 1000) : undefined;
}

/** The token that Django wants with every change. */
export function csrf() {
  return document.querySelector("meta[name=csrf]").content;
}

/** Sends JSON and returns {status, data}; status 0 if the server cannot be reached. */
export async function send(url, body, method = "POST") {
  try {
    const response = await fetch(url, {
      method,
      headers: { "Content-Type": "application/json", "X-CSRFToken": csrf() },
      body: body === undefined ? undefined : JSON.stringify(body),
    });
    const data = response.headers.get("Content-Type")?.includes("json") ? await response.json() : {};
    return { status: response.status, data };
  } catch {
    return { status: 0, data: { error: "the server cannot be reached; what you did is tried again" } };
  }
}

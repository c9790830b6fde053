// Elements by hand, where no library draws; and what the server wrote into the page.

/** Makes an element: el("button.act", {onclick, title}, "Text", child...). */
export function el(selector, attributes = {}, ...children) {
  const [tag, ...classes] = selector.split(".");
  const element = document.createElement(tag || "div");
  if (classes.length) element.className = classes.join(" ");
  for (const [name, value] of Object.entries(attributes)) {
    if (value === null || value === undefined || value === false) continue;
    if (name.startsWith("on")) element.addEventListener(name.slice(2), value);
    else if (name === "data") Object.assign(element.dataset, value);
    else if (value === true && name in element) element[name] = true;
    else element.setAttribute(name, value);
  }
  element.append(...children.flat(Infinity).filter((child) => child !== null && child !== undefined && child !== false));
  return element;
}

/** The data that the server wrote into the page under an id. */
export function pageData(id) {
  return JSON.parse(document.getElementById(id).textContent);
}

/**
 * Resolves to whether a picture has come. (Not by `decode()`: Chromium asks for a picture without end if the page is loaded
 * again while it decodes, and neither page gets any further.)
 */
export function loaded(picture) {
  if (picture.complete) return Promise.resolve(picture.naturalWidth > 0);
  return new Promise((resolve) => {
    picture.addEventListener("load", () => resolve(true), { once: true });
    picture.addEventListener("error", () => resolve(false), { once: true });
  });
}

// Links on a stage: to an address, to a slide, to the next cue. They are followed by a click, or by Enter on what has the focus.

/** Follows the links in `root`. `go` is {next(), slide(id)}; an address opens in a window of its own. */
export function followLinks(root, go) {
  const lead = (event) => {
    const link = event.target.closest?.("[data-link]")?.dataset.link;
    if (!link || (event.type === "keydown" && event.key !== "Enter")) return;
    event.preventDefault();
    event.stopPropagation();
    if (link === "#next") go.next();
    else if (link.startsWith("#slide:")) go.slide(link.slice("#slide:".length));
    else window.open(link, "_blank", "noopener,noreferrer");
  };
  root.addEventListener("click", lead);
  root.addEventListener("keydown", lead);
}

/** Lets the links in an element be reached by keys, and be read as such. */
export function announceLinks(element) {
  for (const link of [element, ...element.querySelectorAll("[data-link]")]) {
    if (!link.dataset.link) continue;
    link.setAttribute("tabindex", "0");
    link.setAttribute("role", "link");
  }
}

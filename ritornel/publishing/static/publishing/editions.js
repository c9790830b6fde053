// Links and embed codes: whole at a click, copied by a button, embed code for the width chosen.

import "../site/confirm.js";

for (const article of document.querySelectorAll("article")) {
  const code = article.querySelector("[data-embed]");
  const choice = article.querySelector("[data-embed-width]");
  if (!code) continue;
  const [begins, slide, to] = ["[data-embed-begins]", "[data-embed-slide]", "[data-embed-to]"].map((name) => article.querySelector(name));
  const flags = [...article.querySelectorAll("[data-embed-flag]")];
  const numbered = (field, name, least) => (Number(field.value) > least ? `${name}=${Math.floor(Number(field.value))}` : "");
  const write = () => {
    const { width: across, height: down, embed, title: said } = code.dataset;
    const width = Number(choice.value);
    const asked = [begins.value, numbered(slide, "slide", 1), numbered(to, "to", 0), ...flags.map((flag) => (flag.checked ? flag.dataset.embedFlag : ""))].filter(Boolean).join("&amp;");
    const title = said.replaceAll("&", "&amp;").replaceAll('"', "&quot;");
    const size = width ? `width="${width}" height="${Math.round((width * down) / across)}"` : "";
    const look = width ? "border:0;display:block" : `border:0;display:block;width:100%;aspect-ratio:${across}/${down}`;
    code.value = `<iframe src="${embed}${asked && "?"}${asked}" ${size}${size && " "}title="${title}" style="${look}" allow="autoplay; fullscreen"></iframe>`;
  };
  for (const field of [choice, begins, slide, to, ...flags]) field.addEventListener("change", write);
  write();
}

for (const label of document.querySelectorAll("[data-when]")) {
  const [name, value] = label.dataset.when.split("=");
  const choice = label.closest("form").elements[name];
  const show = () => {
    label.hidden = choice.value !== value;
    for (const field of label.querySelectorAll("input, textarea")) field.required = !label.hidden;
  };
  choice.addEventListener("change", () => {
    show();
    if (!label.hidden) label.querySelector("input, textarea")?.focus();
  });
  show();
}

for (const field of document.querySelectorAll("[data-whole]")) {
  field.addEventListener("focus", () => field.select());
}

for (const button of document.querySelectorAll("[data-copy]")) {
  button.addEventListener("click", async () => {
    const field = button.previousElementSibling;
    field.select();
    try {
      await navigator.clipboard.writeText(field.value);
    } catch {
      document.execCommand("copy");
    }
    button.textContent = "Copied";
    setTimeout(() => (button.textContent = "Copy"), 1500);
  });
}

for (const choice of document.querySelectorAll("[data-sent]")) {
  choice.addEventListener("change", () => choice.form.requestSubmit());
}

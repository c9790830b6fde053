// Links and embed codes: whole at a click, copied by a button, embed code for the width chosen.

import "../site/confirm.js";

for (const article of document.querySelectorAll("article")) {
  const code = article.querySelector("[data-embed]");
  const choice = article.querySelector("[data-embed-width]");
  if (!code) continue;
  const [begins, slide] = ["[data-embed-begins]", "[data-embed-slide]"].map((name) => article.querySelector(name));
  const write = () => {
    const width = Number(choice.value);
    const height = Math.round((width * code.dataset.height) / code.dataset.width);
    const asked = [begins.value, Number(slide.value) > 1 ? `slide=${Math.floor(Number(slide.value))}` : ""].filter(Boolean).join("&amp;");
    const title = code.dataset.title.replaceAll("&", "&amp;").replaceAll('"', "&quot;");
    code.value = `<iframe src="${code.dataset.embed}${asked && "?"}${asked}" width="${width}" height="${height}" title="${title}" style="border:0;display:block" allow="autoplay; fullscreen"></iframe>`;
  };
  for (const field of [choice, begins, slide]) field.addEventListener("change", write);
  write();
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

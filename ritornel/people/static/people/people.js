// The people of a show: another part is given as soon as it is chosen.

import "../site/confirm.js";

for (const form of document.querySelectorAll("form[data-at-once]")) form.addEventListener("change", () => form.requestSubmit());

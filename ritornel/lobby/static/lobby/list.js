// The list of shows: asking before what cannot be undone, taking in a document.

import "../site/confirm.js";

document.querySelector("#import input[type=file]").addEventListener("change", (event) => event.target.form.submit());

// What the pages use of lit-html, bundled by `npm run vendor` into static/site/vendor/lit.js.
export { html, nothing, render, svg } from "lit-html";
export { Directive, directive } from "lit-html/directive.js";
export { classMap } from "lit-html/directives/class-map.js";
export { ifDefined } from "lit-html/directives/if-defined.js";
export { ref } from "lit-html/directives/ref.js";
export { repeat } from "lit-html/directives/repeat.js";

// Lets the pages' modules find each other as they do when they are served: the applications' static folders are one.
import { existsSync } from "node:fs";
import { registerHooks } from "node:module";
import { fileURLToPath } from "node:url";

registerHooks({
  resolve(specifier, context, next) {
    if (!specifier.startsWith(".")) return next(specifier, context);
    const url = new URL(specifier, context.parentURL);
    if (existsSync(fileURLToPath(url))) return next(specifier, context);
    return next(url.href.replace(/\/[a-z]+\/static\/site\//, "/site/static/site/"), context);
  },
});

// Lets the pages' modules find each other as they do when they are served: the applications' static folders are one.
import { existsSync, readdirSync } from "node:fs";
import { registerHooks } from "node:module";
import { fileURLToPath } from "node:url";

const ROOT = new URL("../ritornel/", import.meta.url);
const APPLICATIONS = readdirSync(ROOT).filter((name) => existsSync(new URL(`${name}/static/`, ROOT)));

registerHooks({
  resolve(specifier, context, next) {
    if (!specifier.startsWith(".")) return next(specifier, context);
    const url = new URL(specifier, context.parentURL);
    if (existsSync(fileURLToPath(url))) return next(specifier, context);
    const inside = url.href.replace(/^.*?\/ritornel\/[a-z]+\/static\//, "");
    const found = APPLICATIONS.map((name) => new URL(`${name}/static/${inside}`, ROOT)).find((one) => existsSync(one));
    return next(found?.href ?? url.href, context);
  },
});

// What the pages use of idb-keyval, bundled by `npm run vendor` into static/site/vendor/idb_keyval.js.
export { createStore, del, delMany, get, getMany, keys, set } from "idb-keyval";

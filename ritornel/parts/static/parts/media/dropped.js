// Files dropped on a page: wherever they fall, also on what lies over it, with all that is in folders.

/**
 * Calls `take(arriving, event, folder)` when something is dropped anywhere on the page: a promise of the files in order,
 * and the name of the folder if all lie in one. While a question is open nothing is taken; the page is not left for the
 * file either way. `hover(on)` says whether files hang over the page.
 */
export function listenForFiles(take, hover = () => {}) {
  const files = (event) => [...(event.dataTransfer?.types ?? [])].includes("Files");
  document.addEventListener("dragover", (event) => {
    if (!files(event)) return;
    event.preventDefault();
    hover(!document.querySelector("dialog[open]"));
  });
  document.addEventListener("dragleave", (event) => event.relatedTarget === null && hover(false));
  document.addEventListener("drop", (event) => {
    if (!files(event)) return;
    event.preventDefault();
    hover(false);
    if (document.querySelector("dialog[open]")) return;
    const entries = [...event.dataTransfer.items].map((item) => item.webkitGetAsEntry?.()).filter(Boolean);
    const folder = entries.length === 1 && entries[0].isDirectory ? entries[0].name : "";
    take(filesIn(entries, [...event.dataTransfer.files]), event, folder);
  });
}

/** The files that are dropped, with all that is in folders; what cannot be opened is passed over. */
async function filesIn(entries, files) {
  if (!entries.some((entry) => entry.isDirectory)) return files;
  const found = [];
  for (const entry of entries) await gather(entry, found);
  return found;
}

async function gather(entry, found) {
  if (entry.isFile) {
    const file = await new Promise((resolve) => entry.file(resolve, () => resolve(null)));
    if (file && !file.name.startsWith(".")) found.push(file);
    return;
  }
  const reader = entry.createReader();
  for (let inside; (inside = await new Promise((resolve) => reader.readEntries(resolve, () => resolve([])))).length; ) {
    for (const one of inside.sort((a, b) => a.name.localeCompare(b.name, undefined, { numeric: true }))) await gather(one, found);
  }
}

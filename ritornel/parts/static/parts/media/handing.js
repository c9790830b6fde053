// Files handed from one page to the desk of a show: they wait in the browser's own store, and are taken once.

const STORE = "handed";

function opened() {
  return new Promise((resolve, reject) => {
    const asking = indexedDB.open("ritornel-handed", 1);
    asking.onupgradeneeded = () => asking.result.createObjectStore(STORE);
    asking.onsuccess = () => resolve(asking.result);
    asking.onerror = () => reject(asking.error);
  });
}

/** Lets files wait for the desk of a show. Throws where the browser has no room for them. */
export async function handOver(show, files) {
  const base = await opened();
  await new Promise((resolve, reject) => {
    const writing = base.transaction(STORE, "readwrite");
    writing.objectStore(STORE).put(files, show);
    writing.oncomplete = resolve;
    writing.onabort = writing.onerror = () => reject(writing.error);
  });
  base.close();
}

/** The files that wait for the desk of a show; they do not wait any longer. */
export async function handedTo(show) {
  const base = await opened().catch(() => null);
  if (!base) return [];
  const store = base.transaction(STORE, "readwrite").objectStore(STORE);
  const found = await new Promise((resolve) => {
    const reading = store.get(show);
    reading.onsuccess = () => resolve(reading.result ?? []);
    reading.onerror = () => resolve([]);
    store.delete(show);
  });
  base.close();
  return found;
}

// One page of a lectern runs the show; others of the same show follow it, and one of them takes over when it is gone.

/**
 * Resolves to whether this page is in charge of the show. If it is not, `freed()` is called once the page that was is gone.
 * Without locks, as on addresses without https, every page takes itself to be in charge.
 */
export function inCharge(show, freed) {
  const name = `ritornel/lectern/${show}`;
  if (!navigator.locks) return Promise.resolve(true);
  return new Promise((resolve) => {
    navigator.locks.request(name, { ifAvailable: true }, (lock) => {
      resolve(Boolean(lock));
      if (lock) return new Promise(() => {}); // held for as long as the page lives
      navigator.locks.request(name, () => freed());
      return undefined;
    });
  });
}

// The show as it is by now, taken over by a page that was opened before: nothing of its run is touched.

import { asWished } from "../play/calm.js";

/** Asks for this page once more. Resolves to its data, null if it cannot be had. */
async function asItIs() {
  const answer = await fetch(location.pathname).catch(() => null);
  if (!answer?.ok) return null;
  const block = new DOMParser().parseFromString(await answer.text(), "text/html").getElementById("page");
  return block && JSON.parse(block.textContent);
}

/**
 * Takes the show as it is into `page`, {play, plan}: the same objects, as others hold them. Resolves to whether that could be
 * done; not if slides have come, gone or been moved meanwhile.
 */
export async function renew(page) {
  const fresh = await asItIs();
  const names = ({ order }) => order.map(([name]) => name).join("/");
  if (!fresh || names(fresh.play) !== names(page.play)) return false;
  fresh.play.slides = asWished(fresh.play.slides);
  Object.assign(page.play, fresh.play);
  page.plan.splice(0, page.plan.length, ...fresh.plan);
  return true;
}

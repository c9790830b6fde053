// The stage window is opened, on the other screen where there is one and the browser lets it be placed there.

/** `run` has {page, say}. */
export async function openWindow(run) {
  const details = window.screen.isExtended ? await window.getScreenDetails?.().catch(() => null) : null;
  const other = details?.screens.find((one) => one !== details.currentScreen);
  const place = other ? `left=${other.availLeft},top=${other.availTop},width=${other.availWidth},height=${other.availHeight}` : "width=960,height=540";
  const opened = window.open(run.page.stage, "ritornel-stage", `popup,${place}`);
  if (!opened) run.say("the browser held the stage window back; allow windows for this page");
}

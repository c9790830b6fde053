// The first that runs in an edition that is one file: what lies in the page as text becomes media that it can play.
// A classic script, so that it is done before the player's modules.

{
  const held = document.getElementById("page");
  const media = new Map();
  for (const element of document.querySelectorAll("script[data-media]")) {
    const bytes = Uint8Array.from(atob(element.textContent), (letter) => letter.charCodeAt(0));
    media.set(`media:${element.dataset.media}`, URL.createObjectURL(new Blob([bytes], { type: element.dataset.mime })));
    element.remove();
  }
  const page = JSON.parse(held.textContent);
  for (const asset of Object.values(page.play.assets)) for (const what of ["url", "poster", "tiles"]) asset[what] = media.get(asset[what]) ?? asset[what];
  held.textContent = JSON.stringify(page);
}

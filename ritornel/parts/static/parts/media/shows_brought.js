// Documents of ours that are dropped among other files: each becomes a show of its own, and is offered to be opened.

import { csrf } from "../../site/sending.js";

/** Takes documents in, one after another; tells of the last that came and returns it ({name, address}); lists what could not be. */
export async function bringShows({ notice }, files) {
  const refused = [];
  let came = null;
  for (const file of files) {
    notice.say(`Taking in ${file.name}`, { stays: 0 });
    const { address, error } = await takeIn(file);
    if (address) came = { name: file.name, address };
    else refused.push(error);
  }
  const act = came && { label: "Open it", run: () => window.open(came.address, "_blank", "noopener") };
  if (came) notice.say(`${came.name} is a show of its own now.`, { stays: 0, act });
  else notice.clear();
  notice.leave(refused);
  return came;
}

/** Sends one as the list of shows does; what is wrong is said on the page that it answers with. */
async function takeIn(file) {
  const form = new FormData();
  form.append("document", file);
  form.append("csrfmiddlewaretoken", csrf());
  const answer = await fetch("/shows/import", { method: "POST", body: form }).catch(() => null);
  if (answer?.ok && answer.redirected && !answer.url.includes("sign-in")) return { address: answer.url };
  const page = answer && new DOMParser().parseFromString(await answer.text(), "text/html");
  const said = page?.querySelector(".notice-error")?.textContent.trim();
  return { error: said ?? `${file.name} was not taken in: there is no line to the server just now, or nobody is signed in.` };
}

// Languages by their tags (BCP 47): those that are offered, and what they are called.

const OFFERED = ["bg", "cs", "da", "de", "el", "en", "es", "et", "fi", "fr", "hr", "hu", "is", "it", "lt", "lv", "nb", "nl", "pl", "pt", "ro", "sk", "sl", "sv", "tr", "uk"];
const names = new Intl.DisplayNames("en", { type: "language" });

export function languageName(tag) {
  return names.of(tag);
}

/** Languages to choose from, [tag, name] by their names; those of `also` are among them. */
export function languageChoices(also = []) {
  return [...new Set([...also, ...OFFERED])].map((tag) => [tag, names.of(tag)]).sort((a, b) => a[1].localeCompare(b[1]));
}

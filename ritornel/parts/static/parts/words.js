/** The words of paragraphs, a line for each. */
export function wordsOf(paragraphs) {
  return (paragraphs ?? []).map((paragraph) => paragraph.text ?? "").join("\n");
}

/** What the server answers as a part of a sentence, as a sentence. */
export function sentence(words) {
  return `${words[0].toUpperCase()}${words.slice(1)}.`;
}

/** The words of paragraphs, a line for each. */
export function wordsOf(paragraphs) {
  return (paragraphs ?? []).map((paragraph) => paragraph.text ?? "").join("\n");
}

/** Dark ink on light ground, paper on dark. */
export function inkOn(background) {
  if (background === "none") return "#faf6ec";
  const [r, g, b] = [1, 3, 5].map((i) => Number.parseInt(background.slice(i, i + 2), 16));
  return 0.3 * r + 0.59 * g + 0.11 * b > 128 ? "#211c2b" : "#faf6ec";
}

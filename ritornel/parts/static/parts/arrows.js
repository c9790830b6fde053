// Arrow keys among things that stand in rows and columns, wherever they stand.

const ASIDE = 3; // something straight ahead is nearer than something so much nearer aside

const AHEAD = {
  ArrowLeft: (from, to) => [from.left - to.right, to.top - from.top],
  ArrowRight: (from, to) => [to.left - from.right, to.top - from.top],
  ArrowUp: (from, to) => [from.top - to.bottom, to.left - from.left],
  ArrowDown: (from, to) => [to.top - from.bottom, to.left - from.left],
};

/** The element that an arrow key leads to from `here`: the nearest that way; without a place to begin, the first. */
export function byKey(elements, here, key) {
  if (!here) return elements[0] ?? null;
  const from = here.getBoundingClientRect();
  const there = elements.map((one) => {
    const [ahead, aside] = AHEAD[key](from, one.getBoundingClientRect());
    return { one, ahead, far: ahead + ASIDE * Math.abs(aside) };
  });
  return there.filter(({ ahead }) => ahead > -2).sort((a, b) => a.far - b.far)[0]?.one ?? null;
}

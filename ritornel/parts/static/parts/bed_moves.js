// A bed whose slide was deleted goes to the next one: that is said, as nobody moved it.

/** Says where beds went that were anchored to what is gone. */
export function sayWhereBedsWent({ store, notice }) {
  let before = store.kept;
  store.on("changed", () => {
    const { kept } = store;
    if (kept === before) return;
    const was = before;
    before = kept;
    if (kept.show.beds === was.show.beds) return;
    for (const bed of kept.show.beds) {
      const old = was.show.beds.find(({ id }) => id === bed.id);
      const gone = old?.start && !kept.briefs[old.start.slide] && old.start.slide !== bed.start?.slide;
      if (gone) notice.say(`Its slide is gone: ${kept.assets[bed.asset]?.name ?? "the bed"} begins with ${whereOf(kept, bed.start)} now.`);
      else if (old?.end && !kept.briefs[old.end.slide] && old.end.slide !== bed.end?.slide) notice.say(`Its slide is gone: ${kept.assets[bed.asset]?.name ?? "the bed"} ends with ${bed.end ? whereOf(kept, bed.end) : "the show"} now.`);
    }
  });
}

function whereOf({ order, briefs }, anchor) {
  const number = order.findIndex(([id]) => id === anchor?.slide) + 1;
  return number ? `slide ${number}, “${briefs[anchor.slide].title || "untitled"}”,` : "the show";
}

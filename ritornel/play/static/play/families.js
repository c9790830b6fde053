// The shipped families by the model's names, as style sheets call them: those of core.text.families.

export const FAMILIES = {
  "plex-sans": "IBM Plex Sans",
  fraunces: "Fraunces",
  atkinson: "Atkinson Hyperlegible",
  garamond: "EB Garamond",
  "zilla-slab": "Zilla Slab",
  "barlow-condensed": "Barlow Condensed",
  "plex-mono": "IBM Plex Mono",
  caveat: "Caveat",
};

const STAND_INS = ["IBM Plex Sans", "IBM Plex Sans Hebrew", "IBM Plex Sans Arabic", "M PLUS 1p"];

/** A family and what steps in for scripts that it lacks, as a style's font-family. */
export function fontFamily(name) {
  return [FAMILIES[name], ...STAND_INS].map((css) => `"${css}"`).join(", ");
}

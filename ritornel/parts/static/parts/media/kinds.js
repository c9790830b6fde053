// What a file is, by the ending of its name, as the server decides it (formats/file_kinds.py): `kinds` has it by endings.

/** The kind of a file; null for one of which nothing can be made. */
export function kindOf({ name }, kinds) {
  const endings = Object.keys(kinds).filter((ending) => name.toLowerCase().endsWith(ending));
  const [longest] = endings.sort((a, b) => b.length - a.length);
  return kinds[longest] ?? null;
}

/** The endings of a kind, as a file input accepts them. */
export function accepted(kind, kinds) {
  return Object.keys(kinds).filter((ending) => kinds[ending] === kind).join(",");
}

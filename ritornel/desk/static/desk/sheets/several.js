// What things have in common, for rows that set all of them at once.

/** The value that all have, null where they differ; of objects, field by field. */
export function common(values) {
  const [first] = values;
  if (values.length === 1) return first;
  if (values.every((value) => value && typeof value === "object" && !Array.isArray(value))) {
    const fields = new Set(values.flatMap(Object.keys));
    return Object.fromEntries([...fields].map((field) => [field, common(values.map((value) => value[field]))]));
  }
  const text = JSON.stringify(first);
  return values.every((value) => JSON.stringify(value) === text) ? first : null;
}

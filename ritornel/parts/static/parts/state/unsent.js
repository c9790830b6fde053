// What somebody wrote that cannot be kept any more, as text that they can take with them.

const WRITTEN = new Set(["script", "text", "title", "name", "note", "description"]);

/** The words in commands, each once, the last written first. */
export function wordsIn(commands) {
  const found = [];
  const look = (value, key) => {
    if (typeof value === "string") {
      if (WRITTEN.has(key) && value.trim()) found.push(value.trim());
    } else if (value && typeof value === "object") for (const [name, inner] of Object.entries(value)) look(inner, Array.isArray(value) ? key : name);
  };
  for (const command of commands) look(command, "");
  return [...new Set(found.reverse())];
}

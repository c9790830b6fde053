// Numbers as people write them: a number, or sums of numbers, and shares of a whole.

const TOKEN = /\s*(?:(\d+(?:\.\d+)?|\.\d+)\s*(%?)|([-+*/()]))/y;

/**
 * The number that is written: "877+40", "(3+4)*20", and, where there is a `whole`, "50%" of it and "1/3" of it (a fraction of
 * whole numbers below 1). Undefined if it is none.
 */
export function readNumber(text, whole = null) {
  const written = text.trim().replaceAll(",", ".");
  const fraction = written.match(/^(\d+)\s*\/\s*(\d+)$/);
  if (whole !== null && fraction && Number(fraction[1]) < Number(fraction[2])) return (whole * Number(fraction[1])) / Number(fraction[2]);
  const tokens = tokensOf(written, whole);
  if (!tokens?.length) return undefined;
  const value = sum(tokens);
  return tokens.length || !Number.isFinite(value) ? undefined : value;
}

function tokensOf(text, whole) {
  const tokens = [];
  TOKEN.lastIndex = 0;
  for (let match; TOKEN.lastIndex < text.length; ) {
    match = TOKEN.exec(text);
    if (!match || (match[2] && whole === null)) return null;
    tokens.push(match[3] ?? (match[2] ? (Number(match[1]) / 100) * whole : Number(match[1])));
  }
  return tokens;
}

function sum(tokens) {
  let value = product(tokens);
  while (tokens[0] === "+" || tokens[0] === "-") value = tokens.shift() === "+" ? value + product(tokens) : value - product(tokens);
  return value;
}

function product(tokens) {
  let value = single(tokens);
  while (tokens[0] === "*" || tokens[0] === "/") value = tokens.shift() === "*" ? value * single(tokens) : value / single(tokens);
  return value;
}

function single(tokens) {
  const token = tokens.shift();
  if (token === "-") return -single(tokens);
  if (token === "(") {
    const value = sum(tokens);
    return tokens.shift() === ")" ? value : NaN;
  }
  return typeof token === "number" ? token : NaN;
}

/** A gain as one says it: “−6 dB”. */
export function decibels(db) {
  return `${db < 0 ? "−" : "+"}${Math.abs(Number(db.toFixed(1)))} dB`;
}

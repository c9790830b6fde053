// What is shown of words that are on their way while others have written too: until the server has merged them.

/** The text with both changes of `was` in it, if they lie apart; else `mine`. */
export function mergedWords(was, mine, theirs) {
  if (theirs === was || theirs === mine) return mine;
  if (mine === was) return theirs;
  const a = change(was, mine);
  const b = change(was, theirs);
  if (a.end < b.start) return mine.slice(0, a.start + a.text.length) + was.slice(a.end, b.start) + b.text + was.slice(b.end);
  if (b.end < a.start) return theirs.slice(0, b.start + b.text.length) + was.slice(b.end, a.start) + a.text + was.slice(a.end);
  return mine;
}

/** The one stretch of a text that has to be replaced to make it another: {start, end, text}. */
export function change(from, to) {
  const least = Math.min(from.length, to.length);
  let start = 0;
  while (start < least && from[start] === to[start]) start++;
  let tail = 0;
  while (tail < least - start && from[from.length - 1 - tail] === to[to.length - 1 - tail]) tail++;
  return { start, end: from.length - tail, text: to.slice(start, to.length - tail) };
}

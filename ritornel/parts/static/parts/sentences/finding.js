// Words that are typed to find a choice: in any order, in any form of theirs ("push left", "from left", "softer", "2 s").

const IDLE = new Set(["a", "an", "the", "from", "to", "in", "out", "with", "by", "at", "of", "and", "it", "is", "as", "more", "very"]);
const TIME = /(\d+(?:[.,]\d+)?)\s*(ms|s|sec|seconds?)?(?=\s|$)/;
const ENDINGS = ["ingly", "ly", "ing", "est", "ers", "er", "es", "ed", "s", "e"];
const LEAST_STEM = 3;

/** What was typed: {words, time, text}: the stems that must all be found, a time in ms, if there is one, and all but that. */
export function read(typed) {
  const text = typed.trim().toLowerCase();
  const match = text.match(TIME);
  const time = match ? Math.round(Number(match[1].replace(",", ".")) * (match[2] === "ms" ? 1 : 1000)) : undefined;
  const said = (match ? text.replace(match[0], " ") : text).trim();
  const rest = said.split(/[^\p{L}\p{N}-]+/u).filter(Boolean);
  const telling = rest.filter((word) => !IDLE.has(word));
  return { words: (telling.length || match ? telling : rest).map(stem), time, text: said };
}

/** The options that are found: those that say it just so, first those of which it is a word; else whatever has all its words. */
export function among(options, asked) {
  if (!asked.words.length) return [];
  const within = options.filter((option) => told(option).includes(asked.text));
  const begins = (option) => ` ${told(option)}`.includes(` ${asked.text}`); // "ring" is not in "springs"
  const literally = [...within.filter(begins), ...within.filter((option) => !begins(option))];
  return literally.length ? literally : options.filter((option) => finds(asked, told(option)));
}

function told({ group = "", words = "", choice }) {
  return `${group} ${words} ${choice?.find ?? ""}`.toLowerCase();
}

/** Whether all words are found in what a choice is called: each begins one of its words, whatever the form. */
export function finds({ words }, told) {
  const there = told.toLowerCase().split(/[^\p{L}\p{N}-]+/u).filter(Boolean);
  return words.every((word) => there.some((other) => other.startsWith(word) || stem(other).startsWith(word) || (word.length > LEAST_STEM && other.includes(word))));
}

function stem(word) {
  const ending = ENDINGS.find((one) => word.endsWith(one) && word.length - one.length >= LEAST_STEM);
  return ending ? word.slice(0, -ending.length) : word;
}

import type { Schemas } from "../api/client";

type Word = Schemas["WordView"];

const SURE = 0.97;
const FAIR = 0.8;

/** How sure the reader is, as a word's line says it. */
export function sureness(confidence: number) {
  return confidence >= SURE ? "sure" : confidence >= FAIR ? "fair" : "poor";
}

/** The words that a search hits, by their places, in reading order; what is sought may go over several words. */
export function hits(words: Word[], sought: string) {
  const wanted = sought.trim().toLowerCase().split(/\s+/).filter((part) => part !== "");
  if (wanted.length === 0) return [];
  const found: number[][] = [];
  for (let at = 0; at + wanted.length <= words.length; at++) {
    const fits = wanted.every((part, i) => words[at + i]?.text.toLowerCase().includes(part));
    if (fits) found.push(wanted.map((_, i) => at + i));
  }
  return found;
}

/** The words as text, a line on each line. */
export function lines(words: Word[]) {
  return words
    .map((word, at) => (at === 0 ? "" : words[at - 1]?.line === word.line ? " " : "\n") + word.text)
    .join("");
}

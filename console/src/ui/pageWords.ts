import type { Schemas } from "../api/client";

type Word = Schemas["WordView"];

const SURE = 0.97;
const FAIR = 0.8;
const LARGEST_FIT = 2.2;

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

/** The smallest box around some of the words; nothing where there are none. */
export function around(words: Word[], places: Iterable<number>) {
  const boxes = [...places].flatMap((place) => words[place]?.box ?? []);
  if (boxes.length === 0) return undefined;
  const left = Math.min(...boxes.map((box) => box.left));
  const top = Math.min(...boxes.map((box) => box.top));
  return {
    left,
    top,
    width: Math.max(...boxes.map((box) => box.left + box.width)) - left,
    height: Math.max(...boxes.map((box) => box.top + box.height)) - top,
  };
}

const MARGIN = 0.02;

/** How much larger a page of a width must be shown for its text to fill the view, and what of it is left of the view then. */
export function fitToText(words: Word[], width: number) {
  const text = around(words, words.keys());
  if (text === undefined) return { scale: 1, left: 0 };
  const from = Math.max(0, text.left - MARGIN * width);
  const to = Math.min(width, text.left + text.width + MARGIN * width);
  return { scale: Math.max(1, Math.min(LARGEST_FIT, width / (to - from))), left: from / width };
}

/** The words that a box selects, by their places: those that it covers at least half, or that contain it. */
export function touching(words: Word[], box: Word["box"]) {
  const overlap = (from: number, length: number, otherFrom: number, otherLength: number) =>
    Math.min(from + length, otherFrom + otherLength) - Math.max(from, otherFrom);
  return words.flatMap((word, place) => {
    const wide = overlap(word.box.left, word.box.width, box.left, box.width);
    const high = overlap(word.box.top, word.box.height, box.top, box.height);
    const covered = wide >= Math.min(box.width, word.box.width / 2) && high >= Math.min(box.height, word.box.height / 2);
    return wide >= 0 && high >= 0 && covered ? [place] : [];
  });
}

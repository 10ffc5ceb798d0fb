import type { Schemas } from "../../../api/client";
import { held, type Path, placeOf } from "../file/source";

export type Sentence = Schemas["Sentence"];
type Blank = Schemas["Blank"];

/** The end of a path that leads to a word of the file itself. */
const KEY = "?";

/** The map that a sentence's blanks start from; nothing where a shared part says it. */
export function mapOf(text: string, sentence: Sentence): Path | undefined {
  if (sentence.word === "") return [];
  const found = placeOf(text, sentence.line, sentence.word);
  return found ?? (sentence.word === "folder" && held(text, ["from"])?.kind !== "map" ? shortFrom(text) : undefined);
}

/** `from: inbox` is short for a folder of the rule's own; its settings can be changed all the same. */
function shortFrom(text: string): Path | undefined {
  return held(text, ["from"])?.kind === "text" ? ["from"] : undefined;
}

export interface Place {
  path: Path;
  /** Whether the word itself is meant, not its value. */
  isKey: boolean;
}

/** The value behind a blank; undefined where it is not in this file. */
export function placeIn(text: string, sentence: Sentence, blank: Blank): Place | undefined {
  const map = mapOf(text, sentence);
  if (map === undefined) return undefined;
  const isKey = blank.path.at(-1) === KEY;
  const path = [...map, ...(isKey ? blank.path.slice(0, -1) : blank.path)];
  return { path, isKey };
}

/** The part of the file that a sentence describes. */
export interface Spot {
  map: Path;
  word: string;
  part: Sentence["part"];
}

/** The place of a sentence in the file; undefined where it comes from a shared part, or from nothing in particular. */
export function spotOf(text: string, sentence: Sentence): Spot | undefined {
  const map = mapOf(text, sentence);
  return map === undefined || sentence.word === "" ? undefined : { map, word: sentence.word, part: sentence.part };
}

export const isField = (spot: Spot) => spot.map.at(-1) === "fields";

/** What is moved or removed with a sentence: a step, a field, a condition, a folder. */
export function itemOf(text: string, spot: Spot): Path {
  const isCondition = spot.map[0] === "when";
  const here = held(text, spot.map);
  if (isField(spot) || (isCondition && here?.kind === "map" && here.words.length > 1)) return [...spot.map, spot.word];
  return spot.map;
}

/** The place of all settings of a sentence, and which of them are better changed in the sentence. */
export function detailsOf(text: string, spot: Spot): { path: Path; without: string[] } | undefined {
  const { map, word } = spot;
  if (isField(spot)) return { path: [...map, word], without: [] };
  if (map[0] === "when" || word === "find" || word === "name") return undefined;
  if (map[0] === "from") return { path: map, without: ["folder"] };
  return held(text, [...map, word]) === undefined ? undefined : { path: [...map, word], without: [] };
}

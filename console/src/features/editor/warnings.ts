import type { Schemas } from "../../api/client";
import { texts } from "../../texts";
import { held, mapsWith, textsIn } from "./file/source";

type Result = Schemas["TrialResult"];

/** Characters that a value may have and a name may not. */
const UNSAFE = /[\\/:*?"<>|\u0000-\u001f]/;

/** The patterns of a rule that make names and folders. */
function patterns(text: string) {
  return [...mapsWith(text, "name").map((map) => textsIn(text, map).name ?? ""), ...mapsWith(text, "under").map((map) => textsIn(text, map).under ?? "")];
}

/** The fields of a rule that its names and folders speak of. */
function fieldsInNames(text: string) {
  const all = mapsWith(text, "fields").flatMap((map) => {
    const here = held(text, [...map, "fields"]);
    return here?.kind === "map" ? here.words : [];
  });
  const slots = patterns(text).flatMap((pattern) => [...pattern.matchAll(/\{\s*([^{}|]+?)\s*[|}]/g)].map((slot) => slot[1] ?? ""));
  return all.filter((field) => slots.includes(field));
}

/**
 * The warnings about a trial's result, in words; none where all is well.
 *
 * @param isFiled whether the document was filed before, so that its own name is there
 */
export function warningsOf(result: Result, text: string, isFiled = false): string[] {
  const place = result.wouldFile[0];
  if (place === undefined) return [result.reason?.words ?? result.ending];
  const values = new Map(result.fields.map((field) => [field.name, field.value]));
  const used = fieldsInNames(text);
  return [
    ...result.notes.map((note) => note.words),
    ...used.filter((field) => (values.get(field) ?? "") === "").map(texts.editor.isEmpty),
    ...used.filter((field) => UNSAFE.test(values.get(field) ?? "")).map(texts.editor.isUnsafe),
    ...(place.taken && !isFiled ? [texts.editor.taken(place.whenTaken, place.otherName)] : []),
  ];
}

/** What follows once a document ended so, as the rule is read aloud. */
export function followUpsOf(result: Result, sentences: Schemas["Sentence"][]): string[] {
  const begins = { planned: "What is filed ", failed: "What fails " }[result.ending];
  return begins === undefined ? [] : sentences.filter((one) => one.part === "THEN" && one.words.startsWith(begins)).map((one) => one.words);
}

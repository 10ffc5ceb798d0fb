import type { Schemas } from "../../../api/client";
import { texts } from "../../../texts";
import type { Sentence } from "./places";

type Seen = Schemas["CheckedCondition"];

function flat(seen: Seen[]): Seen[] {
  return seen.flatMap((one) => [one, ...flat(one.parts)]);
}

export interface Margin {
  words: string;
  /** Whether a condition holds; nothing for what is none. */
  holds?: boolean;
}

/** A document's result for a sentence: whether a condition holds and why, or the value of a field. */
export function marginOf(sentence: Sentence, trial: Schemas["TrialResult"]): Margin | undefined {
  if (sentence.part === "WHEN") {
    const seen = flat(trial.considered.flatMap((one) => one.conditions)).find(
      (one) => one.line === sentence.line && one.says.startsWith(sentence.word),
    );
    if (seen === undefined || sentence.word === "") return undefined;
    const holds = seen.truth === "YES";
    return { holds, words: seen.truth === "OPEN" ? texts.editor.open : texts.editor.holds(holds, seen.saw) };
  }
  const field = trial.fields.find((one) => one.name === sentence.word);
  if (sentence.part === "DO" && field !== undefined && sentence.depth > 0) {
    return { words: field.doubtful === true ? texts.editor.doubtful(field.value) : field.value };
  }
  return undefined;
}

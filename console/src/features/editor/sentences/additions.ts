import { held, insert, mapsWith, type Path, set, sourceAt } from "../file/source";
import { type Schema, schemasAt, shapeAt } from "../file/words";
import { isField, type Sentence, type Spot } from "./places";

export type Part = Sentence["part"];

/** Something that can be added to a part of the rule. */
export interface Addition {
  word: string;
  says: string;
  example: string;
  /** The file with it, and its place there. */
  to: (text: string, after: Spot | undefined) => { text: string; path: Path };
}

const SAMPLE_FIELD = "{ right of: Number }";

/** What can be added to a part of the rule as it is now. */
export function additions(part: Part, text: string, schema: Schema): Addition[] {
  switch (part) {
    case "FROM":
      return [...ofFolder(text, schema), anotherFolder()];
    case "WHEN":
      return wordsAt(schema, ["when"]).map((addition) => ({
        ...addition,
        to: (now, after) => withCondition(now, addition.word, addition.example, after),
      }));
    case "DO":
      return [aField(), ...steps(schema), ...ofRule(text, schema, ["same document when", "parameters"])];
    case "THEN":
      return [...endings(text, schema), ...ofRule(text, schema, ["retention"])];
  }
}

function wordsAt(schema: Schema, path: Path) {
  return (shapeAt(schema, path)?.words ?? []).map((word) => {
    const shape = shapeAt(schema, [...path, word]);
    return { word, says: shape?.says ?? "", example: shape?.example ?? "''" };
  });
}

function ofFolder(text: string, schema: Schema): Addition[] {
  const from = held(text, ["from"]);
  const map: Path = from === undefined || from.kind === "map" || from.kind === "text" ? ["from"] : ["from", 0];
  const own = held(text, map);
  return wordsAt(schema, ["from", 0])
    .filter(({ word }) => !(own?.kind === "map" && own.words.includes(word)) && word !== "folder")
    .map((addition) => ({
      ...addition,
      to: (now, after) => {
        const here = after?.part === "FROM" ? after.map : map;
        const path = [...here, addition.word];
        const changed = set(now, path, addition.example);
        return { text: changed, path };
      },
    }));
}

function anotherFolder(): Addition {
  return {
    word: "another folder",
    says: "Files from one more hot folder.",
    example: "{ folder: \"{inbox}/{rule}-2\" }",
    to: (now) => {
      const from = held(now, ["from"]);
      const first = from?.kind === "text" ? '{ folder: "{inbox}/{rule}" }' : from?.kind === "map" ? sourceAt(now, ["from"]) : undefined;
      const listed = first === undefined ? now : set(now, ["from"], `[${first}]`);
      const count = countIn(listed, ["from"]);
      return { text: insert(listed, ["from"], count, '{ folder: "{inbox}/{rule}-2" }'), path: ["from", count, "folder"] };
    },
  };
}

function countIn(text: string, path: Path) {
  let count = 0;
  while (held(text, [...path, count]) !== undefined) count++;
  return count;
}

/** The file with one more condition: in the group of the sentence before, else so that all hold. */
export function withCondition(text: string, word: string, example: string, after: Spot | undefined) {
  const one = `${word}: ${example}`;
  const when = held(text, ["when"]);
  if (when === undefined) {
    const before = text.search(/^do:/m);
    const line = `when: { ${one} }\n`;
    const changed = before < 0 ? set(text, ["when"], `{ ${one} }`) : text.slice(0, before) + line + text.slice(before);
    return { text: changed, path: ["when", word] };
  }
  const group = after === undefined ? undefined : groupOf(after);
  if (group !== undefined) {
    const place = countIn(text, group);
    return { text: insert(text, group, place, `{ ${one} }`), path: [...group, place, word] };
  }
  const words = when.kind === "map" ? when.words : [];
  const only = words[0];
  if (words.length === 1 && only === "all") {
    const place = countIn(text, ["when", "all"]);
    return { text: insert(text, ["when", "all"], place, `{ ${one} }`), path: ["when", "all", place, word] };
  }
  return { text: set(text, ["when", word], example), path: ["when", word] };
}

/** The list of the group that a sentence opens or belongs to. */
function groupOf({ map, word }: Spot): Path | undefined {
  if (["all", "any", "none"].includes(word)) return [...map, word];
  const at = map.findLastIndex((step) => typeof step === "number");
  return at < 0 ? undefined : map.slice(0, at);
}

function steps(schema: Schema): Addition[] {
  return schemasAt(schema, ["do", 0])
    .flatMap((item) => item.oneOf ?? item.anyOf ?? [resolved(item, schema)])
    .flatMap((item) => item.oneOf ?? [item])
    .flatMap((way) => {
      const word = way.required?.[0];
      const own = word === undefined ? undefined : way.properties?.[word];
      if (word === undefined || own === undefined) return [];
      const example = own.examples?.[0] ?? "usual";
      const source = word === "find" ? `find: document\nfields:\n  number: ${SAMPLE_FIELD}` : `${word}: ${example}`;
      return [
        {
          word,
          says: own.description ?? "",
          example,
          to: (now: string, after: Spot | undefined) => {
            const place = placeAfter(now, after, word);
            const path: Path = word === "find" ? ["do", place, "fields", "number", "right of"] : ["do", place, word];
            return { text: insert(now, ["do"], place, source), path };
          },
        },
      ];
    });
}

function resolved(item: Schema, root: Schema): Schema {
  return item.$ref === undefined ? item : (root.$defs?.[item.$ref.replace("#/$defs/", "")] ?? item);
}

const LAST_STEPS = ["name", "file"];

/** The place of a new step: after the step of the previous sentence; else before naming and filing, which come last. */
function placeAfter(text: string, after: Spot | undefined, word: string) {
  const step = after?.part === "DO" ? after.map[1] : undefined;
  if (typeof step === "number") return step + 1;
  let count = 0;
  while (held(text, ["do", count]) !== undefined) {
    const here = held(text, ["do", count]);
    if (!LAST_STEPS.includes(word) && here?.kind === "map" && here.words.some((own) => LAST_STEPS.includes(own))) return count;
    count++;
  }
  return count;
}

function aField(): Addition {
  return {
    word: "a field",
    says: "A value that is found in the document. It is easier to point at it on the page.",
    example: SAMPLE_FIELD,
    to: (now, after) => {
      const changed = withField(now, "number", SAMPLE_FIELD, after);
      return { text: changed.text, path: [...changed.path, "right of"] };
    },
  };
}

/** The file with a field: in the step of the sentence before, else in the first that finds fields, else in a new one. */
export function withField(text: string, name: string, source: string, after?: Spot) {
  const own = after !== undefined && isField(after) ? after.map : undefined;
  const first = own ?? firstFields(text);
  if (first === undefined) {
    const place = placeAfter(text, undefined, "find");
    return {
      text: insert(text, ["do"], place, `find: document\nfields:\n  ${name}: ${source}`),
      path: ["do", place, "fields", name] as Path,
    };
  }
  return { text: set(text, [...first, name], source), path: [...first, name] as Path };
}

/** Words of a field that say where its value stands. */
const PLACE_WORDS = new Set(["pattern", "near", "right of", "below", "ends at", "column", "zone", "lines", "in file name", "folder level", "property"]);

/** The file with a field found in another way: what else is said of the field stays. */
export function withExtractor(text: string, name: string, source: string) {
  const fields = mapsWith(text, "fields").find((map) => held(text, [...map, "fields", name]) !== undefined);
  if (fields === undefined) return withField(text, name, source).text;
  const path = [...fields, "fields", name];
  const before = held(text, path);
  const found = `found: ${source}`;
  const now = held(found, ["found"]);
  if (before?.kind !== "map" || now?.kind !== "map") return set(text, path, source);
  const added = now.words.filter((word) => PLACE_WORDS.has(word) || !before.words.includes(word));
  const kept = before.words.filter((word) => !PLACE_WORDS.has(word));
  const parts = [
    ...added.map((word) => `${word}: ${sourceAt(found, ["found", word])}`),
    ...kept.map((word) => `${word}: ${sourceAt(text, [...path, word])}`),
  ];
  return set(text, path, `{ ${parts.join(", ")} }`);
}

function firstFields(text: string): Path | undefined {
  for (let place = 0; held(text, ["do", place]) !== undefined; place++) {
    if (held(text, ["do", place, "fields"]) !== undefined) return ["do", place, "fields"];
    const step = held(text, ["do", place]);
    if (step?.kind === "map" && step.words.includes("find")) return ["do", place, "fields"];
  }
  return undefined;
}

function ofRule(text: string, schema: Schema, words: string[]): Addition[] {
  return wordsAt(schema, [])
    .filter(({ word }) => words.includes(word) && held(text, [word]) === undefined)
    .map((addition) => ({
      ...addition,
      to: (now) => ({ text: set(now, [addition.word], addition.example), path: [addition.word] }),
    }));
}

function endings(text: string, schema: Schema): Addition[] {
  return wordsAt(schema, ["then"]).flatMap(({ word: end }) =>
    wordsAt(schema, ["then", end])
      .filter(({ word }) => held(text, ["then", end, word]) === undefined)
      .map(({ word, says, example }) => ({
        word: `${end}: ${word}`,
        says,
        example,
        to: (now: string) => {
          const path: Path = ["then", end, word];
          return { text: set(now, path, example), path };
        },
      })),
  );
}

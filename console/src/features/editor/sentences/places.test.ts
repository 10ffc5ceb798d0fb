import { describe, expect, it } from "vitest";
import { detailsOf, isField, itemOf, mapOf, placeIn, type Sentence, spotOf } from "./places";

const RULE = `lectomen: 1
rule: permits
from: { folder: "{inbox}/permits", settle: 2s }
when:
  all:
    - text contains: PERMIT
    - { pages at most: 4, size at most: 5 MB }
do:
  - find: permit
    fields:
      number: { pattern: 'MHP-\\d{4}', required: yes }
  - file: { in: archive, under: Permits }
`;

function sentence(line: number, word: string, part: Sentence["part"] = "DO"): Sentence {
  return { line, word, part, words: "", depth: 1, blanks: [] };
}
const blank = (...path: (string | number)[]) => ({ path, at: 0, length: 1 }) as never;

describe("where a sentence stands", () => {
  it("is the map that holds its word", () => {
    expect(mapOf(RULE, sentence(3, "settle", "FROM"))).toEqual(["from"]);
    expect(mapOf(RULE, sentence(6, "text contains", "WHEN"))).toEqual(["when", "all", 0]);
    expect(mapOf(RULE, sentence(11, "number"))).toEqual(["do", 0, "fields"]);
  });

  it("is the file itself for a sentence of no word", () => expect(mapOf(RULE, sentence(1, ""))).toEqual([]));

  it("is nothing where a shared part says it", () => {
    expect(mapOf(RULE, sentence(3, "colour", "FROM"))).toBeUndefined();
    expect(spotOf(RULE, sentence(3, "colour", "FROM"))).toBeUndefined();
  });

  it("is found where the folder is said in short", () =>
    expect(mapOf("rule: a\nfrom: inbox\ndo: []\n", sentence(2, "folder", "FROM"))).toEqual(["from"]));

  it("is told with its word and part", () =>
    expect(spotOf(RULE, sentence(12, "file"))).toEqual({ map: ["do", 1], word: "file", part: "DO" }));

  it("is no spot for a sentence of no word", () => expect(spotOf(RULE, sentence(1, ""))).toBeUndefined());
});

describe("where a blank stands", () => {
  it("is below its sentence", () =>
    expect(placeIn(RULE, sentence(12, "file"), blank("file", "under"))).toEqual({ path: ["do", 1, "file", "under"], isKey: false }));
  it("may be the word itself", () =>
    expect(placeIn(RULE, sentence(11, "number"), blank("number", "?"))).toEqual({ path: ["do", 0, "fields", "number"], isKey: true }));
  it("is nothing where its sentence is not in the file", () =>
    expect(placeIn(RULE, sentence(12, "print"), blank("print"))).toBeUndefined());
});

describe("what goes with a sentence", () => {
  const spot = (line: number, word: string, part: Sentence["part"] = "DO") => spotOf(RULE, sentence(line, word, part)) ?? expect.fail();

  it("is a step as a whole", () => expect(itemOf(RULE, spot(12, "file"))).toEqual(["do", 1]));
  it("is a field alone", () => {
    expect(isField(spot(11, "number"))).toBe(true);
    expect(isField(spot(12, "file"))).toBe(false);
    expect(itemOf(RULE, spot(11, "number"))).toEqual(["do", 0, "fields", "number"]);
  });
  it("is a condition alone where others stand in the same map", () => {
    expect(itemOf(RULE, spot(6, "text contains", "WHEN"))).toEqual(["when", "all", 0]);
    expect(itemOf(RULE, spot(7, "pages at most", "WHEN"))).toEqual(["when", "all", 1, "pages at most"]);
  });
});

describe("the details of a sentence", () => {
  const of = (line: number, word: string, part: Sentence["part"] = "DO") => {
    const spot = spotOf(RULE, sentence(line, word, part));
    return spot === undefined ? undefined : detailsOf(RULE, spot);
  };
  it("are those of a field", () => expect(of(11, "number")).toEqual({ path: ["do", 0, "fields", "number"], without: [] }));
  it("are those of a step", () => expect(of(12, "file")).toEqual({ path: ["do", 1, "file"], without: [] }));
  it("are those of a folder, but for its path", () => expect(of(3, "settle", "FROM")).toEqual({ path: ["from"], without: ["folder"] }));
  it("are none for conditions and for what is said in the sentence", () => {
    expect(of(6, "text contains", "WHEN")).toBeUndefined();
    expect(of(9, "find")).toBeUndefined();
  });
});

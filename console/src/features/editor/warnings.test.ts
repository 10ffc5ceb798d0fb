import { describe, expect, it } from "vitest";
import type { Schemas } from "../../api/client";
import { warningsOf, followUpsOf } from "./warnings";

const RULE = 'do:\n  - find: x\n    fields: { berth: { right of: Berth }, depth: { right of: Depth }, note: { right of: Note } }\n  - name: "{berth | upper} {depth}"\n  - file: { in: a, under: "By {berth}" }\n';
const field = (name: string, value: string) => ({ name, value }) as Schemas["FieldValue"];
const place = { connection: "a", folder: "b", name: "c.pdf", whenTaken: "number it", taken: false, otherName: "c (2).pdf" };
const result = (more: Partial<Schemas["TrialResult"]>) =>
  ({ fileName: "f", ending: "planned", considered: [], fields: [], notes: [], made: [], wouldFile: [place], ...more });

describe("what somebody should look at", () => {
  it("is a field that a name speaks of and that is empty, or has signs that no name can have", () => {
    expect(warningsOf(result({ fields: [field("berth", "7"), field("depth", "4 m")] }), RULE)).toEqual([]);
    expect(warningsOf(result({ fields: [field("berth", "7/8")] }), RULE)).toEqual([
      "\u201cdepth\u201d is empty in this document.",
      "\u201cberth\u201d has characters that are not allowed in names; they are replaced by hyphens.",
    ]);
  });

  it("is a name that is taken, or why there is none", () => {
    const fields = [field("berth", "7"), field("depth", "4")];
    expect(warningsOf(result({ fields, wouldFile: [{ ...place, taken: true }] }), RULE)).toEqual(["A file with that name exists; this one becomes c (2).pdf."]);
    expect(warningsOf(result({ fields, wouldFile: [{ ...place, taken: true }] }), RULE, true)).toEqual([]);
    expect(warningsOf(result({ ending: "unmatched", wouldFile: [], reason: { code: "x", words: "No rule wants it." } }), RULE)).toEqual(["No rule wants it."]);
  });

  it("goes with what follows", () => {
    const said = (words: string) => ({ part: "THEN", words, depth: 0, line: 1, word: "", blanks: [] }) as Schemas["Sentence"];
    const all = [said("What is filed is tagged done."), said("What fails is handed over to rule desk."), said("Originals are kept for 90 days.")];
    expect(followUpsOf(result({}), all)).toEqual(["What is filed is tagged done."]);
    expect(followUpsOf(result({ ending: "failed" }), all)).toEqual(["What fails is handed over to rule desk."]);
  });
});

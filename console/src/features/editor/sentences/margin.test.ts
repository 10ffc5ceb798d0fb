import { describe, expect, it } from "vitest";
import { texts } from "../../../texts";
import { marginOf } from "./margin";
import type { Sentence } from "./places";

const seen = (line: number, says: string, truth: string, saw: string, parts: unknown[] = []) => ({ line, says, truth, saw, parts });
const TRIAL = {
  considered: [
    { conditions: [seen(4, "all of", "NO", "", [seen(5, 'text contains "PERMIT"', "YES", "found"), seen(6, "pages at most 4", "NO", "7"), seen(7, "size", "OPEN", "")])] },
  ],
  fields: [
    { name: "number", value: "MHP-1" },
    { name: "vessel", value: "Tern", doubtful: true },
  ],
} as never;

function margin(part: Sentence["part"], line: number, word: string, depth = 1) {
  return marginOf({ part, line, word, depth } as unknown as Sentence, TRIAL);
}

describe("what a document says to a sentence", () => {
  it("is whether a condition holds, and what it saw", () => {
    expect(margin("WHEN", 5, "text contains")).toEqual({ holds: true, words: texts.editor.holds(true, "found") });
    expect(margin("WHEN", 6, "pages at most")).toEqual({ holds: false, words: texts.editor.holds(false, "7") });
  });
  it("is that a condition was not asked", () => expect(margin("WHEN", 7, "size")).toEqual({ holds: false, words: texts.editor.open }));
  it("is the value of a field, with its doubt", () => {
    expect(margin("DO", 9, "number")).toEqual({ words: "MHP-1" });
    expect(margin("DO", 9, "vessel")).toEqual({ words: texts.editor.doubtful("Tern") });
  });
  it("is nothing for a step, another line, or a word of no field", () => {
    expect(margin("DO", 9, "number", 0)).toBeUndefined();
    expect(margin("WHEN", 8, "text contains")).toBeUndefined();
    expect(margin("WHEN", 4, "")).toBeUndefined();
    expect(margin("FROM", 3, "settle")).toBeUndefined();
    expect(margin("DO", 9, "berth")).toBeUndefined();
  });
});

import { describe, expect, it } from "vitest";
import type { Shape } from "../file/words";
import { tidied, typed, withFieldCalled, withTyped } from "./value";

const shape = (more: Partial<Shape>): Shape => ({ says: "", example: "", kind: "", options: [], isList: false, words: [], ...more });

describe("a value that is typed into a sentence", () => {
  it.each([
    ["in its quotes", 'name: "{a}" # as printed\n', "{a} {b}", shape({ kind: "name pattern" }), 'name: "{a} {b}" # as printed\n'],
    ["in others where it has a backslash", 'name: "x"\n', "\\d", shape({ kind: "regular expression" }), "name: '\\d'\n"],
    ["as a list of what commas part", "name: pdf\n", "pdf, text", shape({ isList: true }), "name: [pdf, text]\n"],
    ["in a list of one, while it is one", "name: [pdf]\n", "text", shape({ isList: true }), "name: [text]\n"],
    ["as a text with a comma", "name: x\n", "a, b", shape({}), "name: 'a, b'\n"],
    ["as words and values in braces", "name: PDF\n", "{ to: PDF }", shape({ words: ["to"] }), "name: { to: PDF }\n"],
    ["without quotes after a blank at its end had needed some", "name: 'a '\n", "a while", shape({}), "name: a while\n"],
    ["in quotes that somebody chose", "name: 'Works'\n", "Works office", shape({}), "name: 'Works office'\n"],
    ["without quotes after it was emptied", "name: ''\n", "90s", shape({}), "name: 90s\n"],
    ["as nothing for now", "name: x\n", "", shape({}), "name: ''\n"],
  ])("stands %s", (_, before, value, of, after) => {
    expect(withTyped(before, ["name"], value, of)).toBe(after);
  });

  it("is taken out once it is left empty", () => {
    expect(tidied("a: 1\nname: ''\n", ["name"])).toBe("a: 1\n");
    expect(tidied("a: 1\nname: x\n", ["name"])).toBe("a: 1\nname: x\n");
  });

  it("reads as it was typed", () => {
    expect([typed("a: [x, y]\n", ["a"]), typed("a: 'b: c'\n", ["a"]), typed("a: 1\n", ["b"])]).toEqual(["x, y", "b: c", ""]);
  });

  it("goes along where names speak of a field that is called otherwise", () => {
    expect(withFieldCalled('- name: "{no | upper} {number} { no }"', "no", "permit no")).toBe('- name: "{permit no | upper} {number} { permit no }"');
  });
});

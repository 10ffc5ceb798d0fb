import { describe, expect, it } from "vitest";
import { held, insert, list, mapsWith, move, placeOf, remove, rename, scalar, set } from "./source";

const RULE = `lectomen: 1
rule: permits        # the short name
from: inbox
when: { text contains: PERMIT, pages at most: 4 }
do:
  # what it says
  - find: permit
    fields:
      number: { pattern: 'MHP-\\d{4}' }   # as printed
      berth: { right of: Berth }
  - name: "{number}"
  - file: { in: archive, under: "Permits" }
`;

describe("the file of a rule", () => {
  it("tells where a word of a line stands", () => {
    expect(placeOf(RULE, 7, "find")).toEqual(["do", 0]);
    expect(placeOf(RULE, 10, "berth")).toEqual(["do", 0, "fields"]);
    expect(placeOf(RULE, 4, "pages at most")).toEqual(["when"]);
    expect(placeOf(RULE, 4, "name like")).toBeUndefined();
    expect(mapsWith(RULE, "fields")).toEqual([["do", 0]]);
  });

  it("gets another value, and nothing else of it changes", () => {
    expect(set(RULE, ["do", 1, "name"], scalar("{number} {berth}"))).toBe(RULE.replace('"{number}"', "'{number} {berth}'"));
    expect(set(RULE, ["rule"], scalar("permits-two"))).toBe(RULE.replace("permits ", "permits-two "));
    expect(set(RULE, ["do", 0, "fields", "number", "pattern"], scalar("X", "QUOTE_SINGLE"))).toBe(RULE.replace("'MHP-\\d{4}'", "'X'"));
  });

  it("gets a word that it does not have, where it belongs", () => {
    expect(set(RULE, ["do", 2, "file", "when taken"], "fail")).toBe(RULE.replace('"Permits" }', '"Permits", when taken: fail }'));
    expect(set(RULE, ["do", 0, "fields", "date"], "{ below: Date }")).toBe(
      RULE.replace("right of: Berth }\n", "right of: Berth }\n      date: { below: Date }\n"),
    );
    expect(set(RULE, ["then", "failed", "tag"], "again")).toBe(`${RULE}then: { failed: { tag: again } }\n`.replace("\n\nthen", "\nthen"));
    expect(set(RULE, ["from", "settle"], "5s")).toBe(RULE.replace("from: inbox", 'from: { folder: "{inbox}/{rule}", settle: 5s }'));
    expect(set("do:\n  - convert: PDF\n", ["do", 0, "convert", "searchable"], "yes")).toBe("do:\n  - convert: { to: PDF, searchable: yes }\n");
  });

  it("has a word called otherwise", () => {
    expect(rename(RULE, ["do", 0, "fields", "berth"], "place")).toBe(RULE.replace("berth: {", "place: {"));
    expect(rename(RULE, ["when", "text contains"], "text matches")).toBe(RULE.replace("text contains", "text matches"));
  });

  it("loses what is taken out, and what would be left empty", () => {
    expect(remove(RULE, ["when", "text contains"])).toBe(RULE.replace("text contains: PERMIT, ", ""));
    expect(remove(RULE, ["when", "pages at most"])).toBe(RULE.replace(", pages at most: 4", ""));
    expect(remove(RULE, ["do", 1])).toBe(RULE.replace('  - name: "{number}"\n', ""));
    expect(remove(RULE, ["do", 0, "fields", "number", "pattern"])).toBe(RULE.replace(/ {6}number.*\n/, ""));
    expect(remove("from:\n  - folder: a\n    settle: 2s\n", ["from", 0, "folder"])).toBe("from:\n  - settle: 2s\n");
    expect(remove("a: 1\nfrom:\n  - folder: b\n", ["from", 0, "folder"])).toBe("a: 1\n");
  });

  it("gets items and has them moved with their comments", () => {
    expect(insert(RULE, ["do"], 1, "read text: usual")).toBe(RULE.replace("  - name", "  - read text: usual\n  - name"));
    expect(insert(RULE, ["do"], 0, "a: 1\nb: 2")).toBe(RULE.replace("do:\n", "do:\n  - a: 1\n    b: 2\n"));
    expect(insert("a: [x, y]\n", ["a"], 2, "z")).toBe("a: [x, y, z]\n");
    expect(move(RULE, ["do", 1], -1)).toContain("do:\n  - name: \"{number}\"\n  # what it says\n  - find: permit\n");
    expect(move(RULE, ["do", 0, "fields", "number"], 1)).toContain("berth: { right of: Berth }\n      number: { pattern");
    expect(move(RULE, ["do", 2], 1)).toBe(RULE);
  });

  it("says what stands at a place", () => {
    expect(held(RULE, ["rule"])).toEqual({ kind: "text", text: "permits" });
    expect(held(RULE, ["when"])).toEqual({ kind: "map", words: ["text contains", "pages at most"] });
    expect(held("a: [x, 07]\n", ["a"])).toEqual({ kind: "list", texts: ["x", "07"] });
    expect(held(RULE, ["title"])).toBeUndefined();
    expect([scalar("NO"), scalar("007"), scalar("a: b"), scalar("{x}"), scalar("a, b"), list(["a", "b"])]).toEqual([
      "NO",
      "007",
      "'a: b'",
      "'{x}'",
      "'a, b'",
      "[a, b]",
    ]);
  });
});

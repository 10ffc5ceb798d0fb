import { describe, expect, it } from "vitest";
import type { Schema } from "../file/words";
import { additions, withCondition, withExtractor } from "./additions";

const text = { type: ["string"] };
const said = (example: string) => ({ $ref: "#/$defs/text", description: "Says so.", examples: [example] });
const SCHEMA: Schema = {
  properties: {
    from: { anyOf: [{ $ref: "#/$defs/source" }, { type: "array", items: { $ref: "#/$defs/source" } }] },
    when: { $ref: "#/$defs/condition" },
    do: { type: "array", items: { $ref: "#/$defs/step" } },
    then: { properties: { failed: { properties: { tag: said("again") } } } },
    retention: { ...said("x"), description: "Kept so long.", examples: ["{ originals: 90 days }"] },
  },
  $defs: {
    text,
    source: { properties: { folder: said('"{inbox}/a"'), settle: said("2s") } },
    condition: { properties: { all: { type: "array", items: { $ref: "#/$defs/condition" } }, "text contains": said("PERMIT"), "pages at most": said("4") } },
    step: { oneOf: [{ required: ["find"], properties: { find: said("document") } }, { required: ["convert"], properties: { convert: said("PDF") } }] },
  },
};
const RULE = 'rule: a\nfrom: inbox\ndo:\n  - name: "{file name}"\n  - file: { in: archive }\n';
const adding = (part: "FROM" | "WHEN" | "DO" | "THEN", word: string, to = RULE) =>
  additions(part, to, SCHEMA)
    .find((one) => one.word === word)
    ?.to(to, undefined);

describe("what can be added to a rule", () => {
  it("is a word of its folder, also where that is said in short", () => {
    expect(adding("FROM", "settle")?.text).toContain('from: { folder: "{inbox}/{rule}", settle: 2s }');
    expect(adding("FROM", "another folder")?.text).toContain('from: [{ folder: "{inbox}/{rule}" }, { folder: "{inbox}/{rule}-2" }]');
  });

  it("is a condition: the first, another, one in the group where one stands", () => {
    const one = adding("WHEN", "text contains")?.text ?? "";
    expect(one).toContain("when: { text contains: PERMIT }\ndo:");
    expect(adding("WHEN", "pages at most", one)?.text).toContain("{ text contains: PERMIT, pages at most: 4 }");
    const group = "when:\n  any:\n    - text contains: A\ndo: []\n";
    expect(withCondition(group, "pages at most", "4", { map: ["when", "any", 0], word: "text contains", part: "WHEN" })).toEqual({
      text: "when:\n  any:\n    - text contains: A\n    - { pages at most: 4 }\ndo: []\n",
      path: ["when", "any", 1, "pages at most"],
    });
  });

  it("is a step before what names and files, or behind the one that it is added to", () => {
    expect(adding("DO", "convert")?.text).toContain("do:\n  - convert: PDF\n  - name:");
    const behind = additions("DO", RULE, SCHEMA).find((one) => one.word === "convert");
    expect(behind?.to(RULE, { map: ["do", 0], word: "name", part: "DO" }).text).toContain('"{file name}"\n  - convert: PDF\n  - file');
    expect(adding("DO", "a field")?.text).toContain("  - find: document\n    fields:\n      number: { right of: Number }\n  - name");
  });

  it("is what follows, and how long things are kept", () => {
    expect(adding("THEN", "failed: tag")).toMatchObject({ path: ["then", "failed", "tag"] });
    expect(adding("THEN", "retention")?.text).toContain("retention: { originals: 90 days }\n");
  });
});

describe("a field found in another way", () => {
  const rule = 'do:\n  - find: permit\n    fields:\n      number: { right of: No., pattern: "B-\\\\d+", required: yes, as: text }\n      quay: { near: Quay }\n';

  it("keeps what else is said of it", () => {
    expect(withExtractor(rule, "number", "{ pattern: 'BI-\\d{4}', below: Report no., as: number }")).toBe(
      rule.replace(/number: .*/, "number: { pattern: 'BI-\\d{4}', below: Report no., required: yes, as: text }"),
    );
  });

  it("is added where the rule does not have it", () => {
    expect(withExtractor(rule, "berth", "{ right of: Berth }")).toContain("berth: { right of: Berth }");
  });
});

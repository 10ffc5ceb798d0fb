import { describe, expect, it } from "vitest";
import { fitting, type RuleVocabulary, slots } from "./offers";
import { type Schema, shapeAt, wordsLike } from "./words";

const SCHEMA: Schema = {
  properties: {
    from: { anyOf: [{ $ref: "#/$defs/source" }, { type: "array", items: { $ref: "#/$defs/source" } }, { enum: ["inbox"] }], description: "Where from." },
    when: { $ref: "#/$defs/condition" },
    do: { type: "array", items: { oneOf: [{ properties: { name: { $ref: "#/$defs/text", format: "name pattern", description: "Its name." } } }] } },
  },
  $defs: {
    text: { type: ["string"] },
    source: { properties: { arrives: { enum: ["growing", "whole"], description: "How.", examples: ["whole"] }, folder: { $ref: "#/$defs/text" } } },
    condition: {
      properties: { "text contains": { $ref: "#/$defs/text" }, "name like": { $ref: "#/$defs/text" }, all: { type: "array", items: { $ref: "#/$defs/condition" } } },
    },
    slot: { anyOf: [{ const: "file name", description: "As it came." }] },
    transform: { anyOf: [{ const: "upper", description: "Capitals." }, { const: "pad 4" }] },
  },
};
const KNOWN: RuleVocabulary = { schema: SCHEMA, connections: ["archive", "desk"], lookups: [], rules: [], parts: { counter: ["letters"] } };
const RULE = 'when: { name like: "{quay}_*" }\ndo:\n  - find: x\n    fields: { berth: { right of: Berth } }\n';

describe("what fits", () => {
  it("is known by place", () => {
    expect(shapeAt(SCHEMA, ["from", 0, "arrives"])).toMatchObject({ says: "How.", example: "whole", options: ["growing", "whole"] });
    expect(shapeAt(SCHEMA, ["from", "arrives"])).toMatchObject({ says: "How." });
    expect(shapeAt(SCHEMA, ["from"])?.words).toEqual(["arrives", "folder"]);
    expect(shapeAt(SCHEMA, ["when", "all", 3, "text contains"])).toMatchObject(shapeAt(SCHEMA, ["when", "text contains"]) ?? {});
    expect(shapeAt(SCHEMA, ["nowhere"])).toBeUndefined();
    expect(wordsLike(SCHEMA, ["when"], "name like")).toEqual(["text contains", "name like"]);
  });

  it("has the rule's own slots before those of every rule", () => {
    expect(slots(RULE, KNOWN).map((offer) => offer.text)).toEqual(["berth", "quay", "file name", "counter letters"]);
  });

  const shape = shapeAt(SCHEMA, ["do", 0, "name"]);
  it.each([
    ["{be", 3, 1, ["berth}"]],
    ["{be}", 3, 1, ["berth"]],
    ["{berth | u", 10, 8, [" upper}"]],
    ["x ", 2, 2, ["{berth}", "{quay}", "{file name}", "{counter letters}"]],
    ["{berth} {q", 10, 9, ["quay}"]],
  ])("in the name %s", (written, caret, from, texts) => {
    expect(shape?.kind).toBe("name pattern");
    const fits = fitting(shape as NonNullable<typeof shape>, written, caret, RULE, KNOWN);
    expect([fits.from, fits.offers.map((offer) => offer.text)]).toEqual([from, texts]);
  });

  it("in a list is the part behind the last comma", () => {
    const types = { says: "", example: "", kind: "", options: ["pdf", "png", "text"], isList: true, words: [] };
    expect(fitting(types, "text, p", 7, "", KNOWN)).toEqual({ from: 5, offers: [{ text: " pdf", says: "" }, { text: " png", says: "" }] });
  });
});

import { describe, expect, it } from "vitest";
import { offersOf, type Schema, schemasAt, shapeAt, wordsLike } from "./words";

const SCHEMA: Schema = {
  properties: {
    from: { anyOf: [{ $ref: "#/$defs/source" }, { type: "array", items: { $ref: "#/$defs/source" } }] },
    when: { $ref: "#/$defs/condition" },
    do: { type: "array", items: { $ref: "#/$defs/step" } },
    fields: { type: "object", additionalProperties: { $ref: "#/$defs/field" } },
  },
  $defs: {
    source: { properties: { folder: { type: "string", description: "Where files come in.", examples: ['"{inbox}/a"'] } } },
    condition: {
      properties: {
        all: { type: "array", items: { $ref: "#/$defs/condition" } },
        "text contains": { $ref: "#/$defs/text" },
        "name like": { $ref: "#/$defs/text" },
        "pages at most": { type: "integer", format: "count" },
      },
    },
    step: {
      oneOf: [
        { properties: { find: { type: "string" } } },
        { properties: { file: { properties: { "when taken": { enum: ["fail", "leave", 3] } } } } },
      ],
    },
    field: { properties: { as: { enum: ["date", "number"] }, near: { anyOf: [{ type: "string" }, { type: "array", items: { enum: ["x"] } }] } } },
    text: { type: "string", description: "Words on the page." },
    slot: { anyOf: [{ const: "file name", description: "As it came in,", examples: ["plan"] }, { const: "arrived" }] },
  },
};

describe("the schema at a place of a file", () => {
  it("is found through names, lists and either way of saying it", () => {
    expect(schemasAt(SCHEMA, ["from", "folder"]).map((schema) => schema.description)).toContain("Where files come in.");
    expect(schemasAt(SCHEMA, ["from", 0, "folder"])).toHaveLength(1);
    expect(schemasAt(SCHEMA, ["when", "all", 0, "all", 2, "text contains"])).toHaveLength(1);
  });

  it("is found in a list whose place is left out", () => expect(schemasAt(SCHEMA, ["do", "find"])).toHaveLength(1));

  it("is that of every name where names are free", () =>
    expect(shapeAt(SCHEMA, ["fields", "berth", "as"])?.options).toEqual(["date", "number"]));

  it("is nothing where no rule file has such a place", () => {
    expect(schemasAt(SCHEMA, ["from", "colour"])).toEqual([]);
    expect(shapeAt(SCHEMA, ["nowhere"])).toBeUndefined();
    expect(schemasAt({ properties: { a: { $ref: "#/$defs/none" } } }, ["a", "b"])).toEqual([]);
  });
});

describe("what can stand at a place", () => {
  it("is told with its example", () =>
    expect(shapeAt(SCHEMA, ["from", "folder"])).toMatchObject({ says: "Where files come in.", example: '"{inbox}/a"', kind: "", isList: false }));

  it("is one of some words, numbers among them", () =>
    expect(shapeAt(SCHEMA, ["do", "file", "when taken"])?.options).toEqual(["fail", "leave", "3"]));

  it("is a list where it may be one, with what its items can be", () =>
    expect(shapeAt(SCHEMA, ["fields", "berth", "near"])).toMatchObject({ isList: true, options: ["x"] }));

  it("is a map with its words", () =>
    expect(shapeAt(SCHEMA, ["when"])?.words).toEqual(["all", "text contains", "name like", "pages at most"]));

  it("has a kind", () => expect(shapeAt(SCHEMA, ["when", "pages at most"])?.kind).toBe("count"));
});

describe("words of the same shape", () => {
  it("are those that take the same value", () =>
    expect(wordsLike(SCHEMA, ["when"], "text contains")).toEqual(["text contains", "name like"]));
  it("are found below a group too", () =>
    expect(wordsLike(SCHEMA, ["when", "all", 1], "pages at most")).toContain("pages at most"));
  it("are none for a word that the place has not", () => expect(wordsLike(SCHEMA, ["when"], "colour")).toEqual([]));
});

describe("slots and transforms", () => {
  it("are offered with what they say", () =>
    expect(offersOf(SCHEMA, "slot")).toEqual([
      { text: "file name", says: "As it came in, plan" },
      { text: "arrived", says: "" },
    ]));
  it("are none where the schema has none", () => expect(offersOf(SCHEMA, "transform")).toEqual([]));
});

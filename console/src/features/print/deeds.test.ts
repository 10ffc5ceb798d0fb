import { describe, expect, it } from "vitest";
import { deedsOf, shapeOf } from "./deeds";

describe("what can be done with a document in a print queue", () => {
  it.each([
    ["held", undefined, ["release", "first", "last", "cancel"]],
    ["waiting", undefined, ["hold", "first", "last", "cancel"]],
    ["printing", undefined, ["hold", "release", "cancel"]],
    ["in doubt", undefined, []],
    ["printed", "2027-03-01T10:00:00Z", ["again"]],
    ["not printed", "2027-03-01T10:00:00Z", ["again"]],
  ])("%s", (state, endedAt, deeds) => {
    expect(deedsOf(endedAt === undefined ? { state } : { state, endedAt })).toEqual(deeds);
  });

  it("shows the shape of a job that stands there", () => {
    expect(shapeOf({ state: "printed" })).toBe("filed");
    expect(shapeOf({ state: "something new" })).toBe("waiting");
  });
});

import { describe, expect, it } from "vitest";
import { lastOf, letterOf, slotsOf } from "./FileName";

describe("a name and the fields that it was made from", () => {
  it("is split at their values", () => {
    expect(slotsOf("2026-11-23 MP-2026-0917 Halcyon Drift", ["MP-2026-0917", "2026-11-23", "Halcyon Drift"])).toEqual([
      { text: "2026-11-23", field: 1 },
      { text: " " },
      { text: "MP-2026-0917", field: 0 },
      { text: " " },
      { text: "Halcyon Drift", field: 2 },
    ]);
  });

  it("gives the longer value its place, and each field one place", () => {
    expect(slotsOf("Quay 31 3", ["3", "31"])).toEqual([
      { text: "Quay " },
      { text: "31", field: 1 },
      { text: " " },
      { text: "3", field: 0 },
    ]);
    expect(slotsOf("7 7", ["7"])).toEqual([{ text: "7", field: 0 }, { text: " 7" }]);
  });

  it("stays whole without fields, and always joins to itself again", () => {
    expect(slotsOf("plain", [""])).toEqual([{ text: "plain" }]);
    for (const values of [["a"], ["ab", "b"], ["", "x"]]) {
      expect(
        slotsOf("abxab", values)
          .map((slot) => slot.text)
          .join(""),
      ).toBe("abxab");
    }
  });

  it("has letters beyond z", () => expect([0, 25, 26, 52].map(letterOf)).toEqual(["a", "z", "aa", "ba"]));
  it("is the last part of its path", () => expect(lastOf("/archive/Quay 3/a.pdf")).toBe("a.pdf"));
});

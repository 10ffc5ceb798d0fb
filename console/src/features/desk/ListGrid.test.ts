import { describe, expect, it } from "vitest";
import { joined, valuesOf, withValue } from "./ListGrid";

describe("a list of values", () => {
  it("is taken apart and put together", () => {
    expect(valuesOf("")).toEqual([]);
    expect(valuesOf("8.4; 7;6")).toEqual(["8.4", "7", "6"]);
    expect(joined(["8.4", " ", "7 "])).toBe("8.4; 7");
  });

  it("takes a value at a place, also behind the last", () => {
    expect(withValue("8.4; 7", 1, "7.5")).toBe("8.4; 7.5");
    expect(withValue("8.4", 2, "6")).toBe("8.4; ; 6");
    expect(withValue("8.4; 7", 0, "")).toBe("; 7");
  });
});

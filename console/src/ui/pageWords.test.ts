import { describe, expect, it } from "vitest";
import { hits, lines, sureness } from "./pageWords";

const box = { left: 0, top: 0, width: 1, height: 1 };
const words = ["Berth", "14", "was", "inspected.", "Berth", "9"].map((text, at) => ({
  text,
  box,
  line: at < 4 ? 0 : 1,
  confidence: 1,
  others: [],
}));

describe("words of a page", () => {
  it("are found alone and in a row, whatever their case", () => {
    expect(hits(words, "berth")).toEqual([[0], [4]]);
    expect(hits(words, "berth 14")).toEqual([[0, 1]]);
    expect(hits(words, "INSPECT")).toEqual([[3]]);
    expect(hits(words, "  ")).toEqual([]);
    expect(hits(words, "crane")).toEqual([]);
  });

  it("are copied line by line", () => {
    expect(lines(words)).toBe("Berth 14 was inspected.\nBerth 9");
    expect(lines([])).toBe("");
  });

  it("say how sure they are", () => {
    expect([1, 0.97, 0.9, 0.5].map(sureness)).toEqual(["sure", "sure", "fair", "poor"]);
  });
});

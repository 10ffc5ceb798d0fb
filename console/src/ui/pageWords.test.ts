import { describe, expect, it } from "vitest";
import { around, fitToText, hits, lines, sureness, touching } from "./pageWords";

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

  it("fill the view where the page is fitted to them", () => {
    const placed = words.map((word, at) => ({ ...word, box: { left: 100 + 80 * at, top: at, width: 80, height: 2 } }));
    const fitted = fitToText(placed, 1_000); // text from 100 to 580, with a margin of 20 on each side
    expect(fitted.scale).toBeCloseTo(1_000 / 520);
    expect(fitted.left).toBeCloseTo(0.08);
    expect(fitToText([], 1_000)).toEqual({ scale: 1, left: 0 });
    expect(fitToText(placed.slice(0, 1), 1_000).scale).toBe(2.2);
  });

  it("are copied line by line", () => {
    expect(lines(words)).toBe("Berth 14 was inspected.\nBerth 9");
    expect(lines([])).toBe("");
  });

  it("have a box around some of them", () => {
    const placed = words.map((word, at) => ({ ...word, box: { left: 10 * at, top: at, width: 8, height: 2 } }));
    expect(around(placed, [1, 3])).toEqual({ left: 10, top: 1, width: 28, height: 4 });
    expect(around(placed, [])).toBeUndefined();
    expect(around(placed, [77])).toBeUndefined();
  });

  it("say how sure they are", () => {
    expect([1, 0.97, 0.9, 0.5].map(sureness)).toEqual(["sure", "sure", "fair", "poor"]);
  });
});

describe("a box drawn over words", () => {
  const word = (left: number, top: number) => ({ text: "x", line: 0, confidence: 1, others: [], box: { left, top, width: 10, height: 4 } });
  const words = [word(0, 0), word(12, 0), word(0, 6)];

  it.each([
    ["a point in a word", { left: 13, top: 1, width: 0, height: 0 }, [1]],
    ["a point between words", { left: 11, top: 1, width: 0, height: 0 }, []],
    ["a box around a line", { left: -1, top: -1, width: 30, height: 6 }, [0, 1]],
    ["a box over more than half of a word", { left: 4, top: 0, width: 5, height: 4 }, [0]],
    ["a box that only scratches it", { left: 9, top: 0, width: 2, height: 4 }, []],
  ])("takes in what %s takes in", (_, box, places) => {
    expect(touching(words, box)).toEqual(places);
  });
});

import { describe, expect, it } from "vitest";
import { at, size, some, span } from "./time";

describe("lengths of time", () => {
  it.each([
    [0, "0.0 s"],
    [940, "0.9 s"],
    [1_000, "1 s"],
    [59_400, "59 s"],
    [60_000, "1 min"],
    [3_600_000, "1 h"],
    [5_400_000, "1 h 30"],
    [86_400_000, "1 day"],
    [200_000_000, "2 days"],
    [-5, "0.0 s"],
  ])("%i ms reads %s", (millis, words) => expect(span(millis)).toBe(words));
});

describe("moments", () => {
  const now = new Date(2026, 10, 23, 14, 0);
  it("of today are told by the clock alone", () => expect(at(new Date(2026, 10, 23, 9, 5).toISOString(), now)).toBe("09:05"));
  it("of this year carry their day", () =>
    expect(at(new Date(2026, 10, 20, 9, 5).toISOString(), now)).toBe("20 Nov 09:05"));
  it("of another year carry it", () => expect(at(new Date(2025, 0, 2, 9, 5).toISOString(), now)).toBe("2 Jan 2025"));
});

describe("sizes", () => {
  it.each([
    [0, "0 B"],
    [999, "999 B"],
    [1_000, "1.0 kB"],
    [999_499, "999 kB"],
    [999_600, "1.0 MB"],
    [2_100_000, "2.1 MB"],
    [34_000_000_000, "34 GB"],
  ])("%i bytes read %s", (bytes, words) => expect(size(bytes)).toBe(words));
  it("counts things in their grammatical number", () => {
    expect(some(1, "document", "documents")).toBe("1 document");
    expect(some(1_200, "document", "documents")).toBe("1,200 documents");
  });
});

import { describe, expect, it } from "vitest";
import { stripOf } from "./place";

describe("the strip that enlarges a place of a page", () => {
  it("shows a small place as tall as the strip allows, in its middle", () => {
    const strip = stripOf({ left: 300, top: 400, width: 60, height: 10 }, 600, 600, 110);
    expect(strip.box.height).toBeCloseTo(40);
    expect(strip.box.top).toBeCloseTo(35);
    expect(strip.box.left).toBeCloseTo(180);
    expect(strip.width).toBeCloseTo(2_400);
  });

  it("keeps a wide place whole", () => {
    const strip = stripOf({ left: 20, top: 400, width: 500, height: 10 }, 600, 600, 110);
    expect(strip.box.width).toBeCloseTo(432);
    expect(strip.box.left).toBeGreaterThanOrEqual(0);
  });

  it("does not begin before the page", () => {
    const strip = stripOf({ left: 0, top: 0, width: 30, height: 10 }, 600, 600, 110);
    expect(strip.left).toBe(0);
    expect(strip.top).toBe(0);
  });
});

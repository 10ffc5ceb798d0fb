import { describe, expect, it } from "vitest";
import { hoursShown } from "./hours";

/** A folder with one file in the quarter of an hour at which it came in. */
const at = (hour: number) => ({ arrivals: Array.from({ length: 96 }, (_, stretch) => (stretch === hour * 4 ? 1 : 0)) });

describe("the rulers of a day", () => {
  it("show a workday", () => expect(hoursShown([at(9)], 15, 14 * 60)).toEqual({ from: 360, to: 1_200, labels: ["06", "13", "20"] }));
  it("begin earlier where files came in at night", () =>
    expect(hoursShown([at(9), at(2)], 15, 14 * 60)).toEqual({ from: 120, to: 1_200, labels: ["02", "11", "20"] }));
  it("go on to the present hour", () => expect(hoursShown([], 15, 22 * 60 + 5).to).toBe(23 * 60));
  it("end with the day", () => expect(hoursShown([at(23)], 15, 23 * 60 + 59).to).toBe(24 * 60));
});

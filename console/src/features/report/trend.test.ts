import { describe, expect, it } from "vitest";
import { shifted, trend } from "./trend";

describe("the trend", () => {
  it.each([
    [12, 10, "20 % more than the week before"],
    [9, 10, "10 % fewer than the week before"],
    [10, 10, "as many as the week before"],
    [3, 0, ""],
  ])("of %i after %i", (now, before, words) => expect(trend(now, before, true)).toBe(words));
});

it.each([
  ["2027-03-01", -1, "2027-02-28"],
  ["2027-12-28", 7, "2028-01-04"],
  ["2027-03-28", 1, "2027-03-29"],
])("%s and %i days are %s, also where clocks change", (day, days, then) => expect(shifted(day, days)).toBe(then));

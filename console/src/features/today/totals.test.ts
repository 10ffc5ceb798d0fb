import { expect, it } from "vitest";
import { totalsOf } from "./totals";

it("takes all rules together, and what waits for a destination apart from what waits for its turn", () => {
  const totals = totalsOf([
    { rule: "permits", cameIn: 6, forDestination: 2, states: { filed: 3, waiting: 3 } },
    { rule: "", cameIn: 3, forDestination: 0, states: { unmatched: 2, waiting: 1 } },
  ]);
  expect(totals).toMatchObject({ cameIn: 9, matched: 6, filed: 3, waiting: 2, forDestination: 2, unmatched: 2, worked: 5 });
});

it("is nothing on a quiet day", () => expect(totalsOf([])).toMatchObject({ cameIn: 0, filed: 0, waiting: 0 }));

import { expect, it } from "vitest";
import { moved } from "./order";

it.each([
  [0, 2, "bca"],
  [2, 0, "cab"],
  [1, 1, "abc"],
  [7, 0, "abc"],
])("moving from %i to %i gives %s", (from, to, wanted) => expect(moved([..."abc"], from, to).join("")).toBe(wanted));

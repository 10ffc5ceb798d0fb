import { describe, expect, it } from "vitest";
import { merged, newLines } from "./merge";

const BEFORE = "rule: a\nfrom: inbox\ndo:\n  - name: x\n  - file: y\n";

describe("what two people write", () => {
  it("comes together where they changed different lines", () => {
    const mine = BEFORE.replace("name: x", "name: z");
    const theirs = BEFORE.replace("rule: a\n", "rule: a\nabout: b\n");
    expect(merged(mine, BEFORE, theirs)).toBe("rule: a\nabout: b\nfrom: inbox\ndo:\n  - name: z\n  - file: y\n");
  });

  it("is kept apart where they changed the same", () => {
    expect(merged(BEFORE.replace("x", "1"), BEFORE, BEFORE.replace("x", "2"))).toBeUndefined();
    expect(merged(BEFORE.replace("x", "1"), BEFORE, BEFORE.replace("x", "1"))).toBe(BEFORE.replace("x", "1"));
  });

  it("is told by the lines that are new", () => {
    expect([...newLines(BEFORE, BEFORE.replace("do:\n", "do:\n  - name: x\n"))]).toEqual([5]);
    expect([...newLines(BEFORE, BEFORE)]).toEqual([]);
  });
});

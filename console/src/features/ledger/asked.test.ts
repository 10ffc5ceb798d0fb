import { describe, expect, it } from "vitest";
import { askedOf, factsOf, queryOf, sinceOf } from "./asked";

describe("what is looked for in the ledger", () => {
  it("comes from the address, and only what is set is asked", () => {
    const asked = askedOf(new URLSearchParams("event=job.&subject=job+1-17"));
    expect(asked).toEqual({ event: "job.", principal: "", subject: "job 1-17", when: "" });
    expect(queryOf(asked)).toEqual({ event: "job.", subject: "job 1-17" });
  });

  it("begins at midnight", () => {
    const noon = new Date(2027, 2, 10, 12, 30);
    expect(sinceOf("today", noon)).toBe(new Date(2027, 2, 10).toISOString());
    expect(sinceOf("week", noon)).toBe(new Date(2027, 2, 4).toISOString());
    expect(sinceOf("", noon)).toBeUndefined();
  });

  it("shows facts in one line, hashes cut", () => {
    expect(factsOf({ rule: "permits", reason: "", place: "f".repeat(64) })).toBe("rule permits, place ffffffffffff…");
  });
});

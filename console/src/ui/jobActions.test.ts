import { describe, expect, it } from "vitest";
import { STATE_CODES } from "./states";
import { actionsFor } from "./jobActions";

describe("what can be done with a job", () => {
  it.each([
    [{ state: "failed" }, ["retry", "run-again", "cancel"]],
    [{ state: "filed" }, ["run-again"]],
    [{ state: "held" }, ["release", "cancel"]],
    [{ state: "waiting" }, ["hold", "cancel"]],
    [{ state: "waiting", reason: { code: "destination.away" } }, ["retry", "hold", "cancel"]],
    [{ state: "waiting", reason: { code: "plan.waits-for-time" } }, ["continue", "hold", "cancel"]],
    [{ state: "waiting", reason: { code: "plan.waits-for-children" } }, ["hold", "cancel"]],
  ])("%o: %o", (job, deeds) => expect(actionsFor(job).map((way) => way.deed)).toEqual(deeds));

  it("is nothing for who may not handle documents", () => expect(actionsFor({ state: "failed" }, false)).toEqual([]));

  it("never has two on one key", () => {
    for (const state of STATE_CODES) {
      const keys = actionsFor({ state, reason: { code: "x" } }).map((way) => way.key);
      expect(new Set(keys).size).toBe(keys.length);
    }
  });
});
